using System.ComponentModel.DataAnnotations;
using System.Security.Claims;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Dentelle.Web.Protocols;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.QuickLine;

/// <summary>The quick line: first what it was understood to mean, then the doing of it.</summary>
public static class QuickLineEndpoints
{
    private const string Unnamed = "Unnamed patient";

    public static void MapQuickLine(this WebApplication app)
    {
        var line = app.MapGroup("/api/quick-line").RequireAuthorization(Policies.Clinician).WithTags("Quick line");
        line.MapPost("understand", Understand).WithName("understandLine");
        line.MapPost("do", Do).WithName("doLine");
    }

    private static async Task<Ok<LineView>> Understand(LineEntry entry, CaseStore store, ProtocolShelf shelf, CancellationToken stop)
    {
        var settings = await store.SettingsAsync(stop);
        if (
            !QuickLineReader.Read(entry.Line, settings.Notation, shelf.InUse.Protocol).Is(out var line, out var problem)
            || !PlannedLine.Plans(line.Units, shelf.InUse.Handbook).Is(out _, out problem)
        )
        {
            // Half a line is not an error: it is someone typing. What only shows on the drawn form is told when the line is done.
            return TypedResults.Ok(new LineView(false, problem.Sentence, problem.Suggestions));
        }

        return TypedResults.Ok(new LineView(true, line.Words, []));
    }

    private static async Task<Results<Ok<LineDone>, ProblemHttpResult>> Do(
        LineEntry entry,
        CaseStore store,
        ProtocolShelf shelf,
        ClaimsPrincipal user,
        CancellationToken stop
    )
    {
        var settings = await store.SettingsAsync(stop);
        if (!QuickLineReader.Read(entry.Line, settings.Notation, shelf.InUse.Protocol).Is(out var line, out var problem))
            return Problems.From(problem);
        if (!PlannedLine.Make(line.Units, shelf.InUse.Handbook).Is(out var planned, out problem))
            return Problems.From(problem);
        if (entry.CaseId is { } asked && await store.CaseAsync(asked, stop) is null)
            return Problems.NoSuch("case");

        await using var all = await store.BeginAsync(stop);
        var caseId = entry.CaseId ?? (await store.AddCaseAsync(Unnamed, null, "", stop)).Id;
        var added = new List<Guid>();
        for (var i = 0; i < line.Units.Count; i++)
            added.Add(
                (await store.AddUnitAsync(caseId, planned.Units[i], line.Units[i].Inputs, shelf.InUse.Protocol, user.NameOf(), stop)).Id
            );
        await all.CommitAsync(stop);
        return TypedResults.Ok(new LineDone(added[0], caseId));
    }
}

public sealed record LineEntry
{
    [MaxLength(200)]
    public required string Line { get; init; }

    /// <summary>The case the unit is added to; without one a new case is made.</summary>
    public Guid? CaseId { get; init; }
}

/// <param name="Understood">Whether the line can be done.</param>
/// <param name="Words">What it means, or what is wrong with it.</param>
/// <param name="Suggestions">Lines that could have been meant.</param>
public sealed record LineView(bool Understood, string Words, IReadOnlyList<string> Suggestions);

/// <param name="UnitId">The first unit that was made.</param>
public sealed record LineDone(Guid UnitId, Guid CaseId);
