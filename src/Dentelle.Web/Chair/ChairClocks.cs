using Dentelle.Core.Exchange;
using Dentelle.Core.Visiting;
using Dentelle.Data;

namespace Dentelle.Web.Chair;

/// <summary>Which clocks run at a visit: all of them follow from what was entered, so none is lost with a screen or a program.</summary>
internal static class ChairClocks
{
    /// <summary>Runs from a dose: what a step waits for is another matter.</summary>
    private const string Anaesthesia = "anaesthesia";

    /// <summary>A clock that is over stays to be seen for so long.</summary>
    private static readonly TimeSpan Rings = TimeSpan.FromMinutes(10);

    public static IReadOnlyList<ClockView> Of(
        IReadOnlyList<(RecordRow Row, ChairNote Note)> entries,
        IReadOnlyList<StepTickRow> ticks,
        IReadOnlyList<StepDocument> steps,
        VisitTable table,
        DateTime now
    )
    {
        var stopped = entries.Select(entry => entry.Note).OfType<ClockStopNote>().Select(stop => stop.Started).ToHashSet();
        var set = entries
            .Where(entry => entry.Note is ClockNote && !stopped.Contains(entry.Row.Id))
            .Select(entry => (entry.Row, Note: (ClockNote)entry.Note))
            .Select(entry => Clock(entry.Row, entry.Note.Name, entry.Note.Minutes, MeanwhileOf(entry.Note.Clock)));
        // A second dose takes the first one's place.
        var dose = entries.LastOrDefault(entry => entry.Note is DoseNote);
        var lasts = table.Clocks.First(clock => clock.Code == Anaesthesia);
        var numb =
            dose.Row is { } row && !stopped.Contains(row.Id)
                ? [Clock(row, lasts.Name, lasts.Minutes.Value, lasts.Meanwhile)]
                : (ClockView[])[];
        var waits =
            from tick in ticks
            where tick.EndedAt is not null
            let step = steps.FirstOrDefault(step => step.Key == tick.Key)
            where step?.WaitMinutes is not null
            select new ClockView(
                tick.Key,
                $"{step.Name}{(step.Tooth is null ? "" : $", {step.Tooth}")}: wait",
                tick.EndedAt!.Value,
                tick.EndedAt.Value.AddMinutes(step.WaitMinutes!.Value),
                table
                    .Clocks.FirstOrDefault(clock => clock.Code != Anaesthesia && step.Code.EndsWith(clock.Code, StringComparison.Ordinal))
                    ?.Meanwhile,
                Own: false
            );
        return [.. numb.Concat(set).Concat(waits).Where(clock => now < clock.EndsAt + Rings).OrderBy(clock => clock.EndsAt)];

        string? MeanwhileOf(string? code) => table.Clocks.FirstOrDefault(clock => clock.Code == code)?.Meanwhile;
    }

    /// <summary>A clock that somebody set going, and can stop.</summary>
    private static ClockView Clock(RecordRow row, string name, double minutes, string? meanwhile) =>
        new(row.Id.ToString(), name, row.At, row.At.AddMinutes(minutes), meanwhile, Own: true);
}
