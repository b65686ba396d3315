using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Settings;

/// <summary>How the user likes things.</summary>
public static class SettingsEndpoints
{
    public static void MapSettings(this WebApplication app)
    {
        var settings = app.MapGroup("/api/settings").RequireAuthorization(Policies.Clinician).WithTags("Settings");
        settings.MapGet("", Get).WithName("getSettings");
        settings.MapPut("", Save).WithName("saveSettings");
    }

    private static async Task<Ok<SettingsView>> Get(CaseStore store, CancellationToken stop)
    {
        var row = await store.SettingsAsync(stop);
        return TypedResults.Ok(new SettingsView(row.Notation, row.BurTipMm));
    }

    private static async Task<Results<Ok<SettingsView>, ProblemHttpResult>> Save(
        SettingsView entry,
        CaseStore store,
        ProtocolShelf shelf,
        CancellationToken stop
    )
    {
        if (entry.BurTipMm is { } tip && !shelf.InUse.Protocol.BursInHand.Any(bur => bur.TipMm == tip))
            return Problems.From(new Problem("bur", $"There is no bur with a tip of {new Mm(tip)} in hand."));
        await store.SaveSettingsAsync(entry.Notation, entry.BurTipMm, stop);
        return TypedResults.Ok(entry);
    }
}

/// <param name="Notation">How teeth are written.</param>
/// <param name="BurTipMm">Tip of the bur corrections are told in; null takes the one of the step that cut there.</param>
public sealed record SettingsView(ToothNotation Notation, double? BurTipMm = null);
