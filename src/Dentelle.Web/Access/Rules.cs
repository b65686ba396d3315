using Microsoft.AspNetCore.Authorization;

namespace Dentelle.Web.Access;

/// <summary>
/// Who may do what: every endpoint under /api stands here by its name, in the one policy that it asks for. One that does not
/// stand here keeps the program from starting.
/// </summary>
public static class Rules
{
    private static readonly Dictionary<string, string> PolicyOf = Table(
        (
            Policies.Look,
            "getReference getArch getSettings getProtocols getProtocol exportProtocol draftProtocol sampleProtocol sampleRound "
                + "understandLine getDrawer"
        ),
        (
            Policies.See,
            "getDay findCases getCase getUnit getCost getBridgeRound compareOptions getScene getRound getRoundDrawing getBridgeBody "
                + "getOptionBody getAround getBody getSheet getRunSheet proposeVisits getTray printRunSheet getVisitCalendar printTray "
                + "getScans inspectScans getScanPart tryPath getIndexSection getSliding getMeasuredRound getMeasuredValues getMeasuredCsv "
                + "getDepthPly printMeasured getVisits getChair getRecord getDone checkRecord getFile getHandOver printLaboratorySheet printAdvice"
        ),
        (
            Policies.Plan,
            "doLine changeCase importCase importBundle saveInputs takeProtocol finishUnit changeRunSheet splitVisits moveUnit removeCase "
                + "removeUnit getBin emptyBin bringBack addVisit changeVisit removeVisit findFreeTimes exportCase"
        ),
        (
            Policies.Enter,
            "tickStep addReading takeBackReading addScanFile addScans takeArrivedScans standInScan correctScans pickPlaces "
                + "takeBackScans addScanReadings writeEntry addPicture importReadings"
        ),
        (Policies.Patients, "findPatients getPatient addPatient changePatient joinPatients getHistory"),
        (
            Policies.Sign,
            "signVisit amendEntry exportAll exportPatient handOver replyToLaboratory "
                + "getNarrative signNarrative printNarrative exportFhir exportRecordCsv exportReadingsCsv"
        ),
        (Policies.Laboratory, "getBench getBundle askPractice"),
        (Policies.Drawer, "addBur changeBur removeBur"),
        (Policies.House, "keepProtocol useProtocol importProtocol removeProtocol saveSettings"),
        (Policies.Administer, "getPeople addPerson changePerson getSessionsOf revokeSessionOf getAudit getBackups makeBackup"),
        (Policies.Self, "signOut lockScreen changeCode changePassword getSessions revokeSession")
    );

    /// <summary>Asked before anybody is known, or while a screen is locked.</summary>
    private static readonly HashSet<string> Open = [.. Words("getMe firstRun signIn signInDemo unlockScreen")];

    /// <summary>What an endpoint asks for; null for one that is open.</summary>
    /// <exception cref="InvalidOperationException">It stands nowhere.</exception>
    public static string? Of(string? endpoint) =>
        endpoint is not null && Open.Contains(endpoint) ? null
        : endpoint is not null && PolicyOf.TryGetValue(endpoint, out var policy) ? policy
        : throw new InvalidOperationException($"Nobody has said who may call “{endpoint}”: give it a place in {nameof(Rules)}.");

    /// <summary>Puts its rule on every endpoint of a group.</summary>
    public static TBuilder ByTheRules<TBuilder>(this TBuilder group)
        where TBuilder : IEndpointConventionBuilder
    {
        group.Finally(endpoint =>
        {
            var name = endpoint.Metadata.OfType<IEndpointNameMetadata>().LastOrDefault()?.EndpointName;
            if (Of(name ?? endpoint.DisplayName) is { } policy)
                endpoint.Metadata.Add(new AuthorizeAttribute(policy));
            else
                endpoint.Metadata.Add(new AllowAnonymousAttribute());
        });
        return group;
    }

    private static Dictionary<string, string> Table(params (string Policy, string Endpoints)[] rows) =>
        rows.SelectMany(row => Words(row.Endpoints).Select(name => (name, row.Policy)))
            .ToDictionary(pair => pair.name, pair => pair.Policy, StringComparer.Ordinal);

    private static string[] Words(string text) => text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
}
