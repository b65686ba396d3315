using System.Text.Json.Serialization;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Settings;

/// <summary>How the user likes things.</summary>
public static class SettingsEndpoints
{
    public static void MapSettings(this IEndpointRouteBuilder routes)
    {
        var settings = routes.MapGroup("settings").WithTags("Settings");
        settings.MapGet("", Get).WithName("getSettings");
        settings.MapPut("", Save).WithName("saveSettings");
    }

    private static async Task<Ok<SettingsView>> Get(CaseStore store, CancellationToken stop)
    {
        var row = await store.SettingsAsync(stop);
        return TypedResults.Ok(new SettingsView(row.Notation, row.BurTipMm, row.TwelveHours, row.WeekStart));
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
        await store.SaveSettingsAsync(
            row =>
                (row.Notation, row.BurTipMm, row.TwelveHours, row.WeekStart) = (
                    entry.Notation,
                    entry.BurTipMm,
                    entry.TwelveHours,
                    entry.WeekStart
                ),
            stop
        );
        return TypedResults.Ok(entry);
    }
}

/// <param name="Notation">How teeth are written.</param>
/// <param name="BurTipMm">Tip of the bur corrections are told in; null takes the one of the step that cut there.</param>
/// <param name="TwelveHours">Whether hours are written "2:30 pm" and not "14:30".</param>
/// <param name="WeekStart">The day a week begins with.</param>
public sealed record SettingsView(
    ToothNotation Notation,
    double? BurTipMm = null,
    bool TwelveHours = false,
    [property: JsonConverter(typeof(KebabCase<DayOfWeek>))] DayOfWeek WeekStart = DayOfWeek.Monday
);
