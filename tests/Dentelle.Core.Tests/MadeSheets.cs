using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Tests;

/// <summary>Run sheets of the shipped files, and where a step stands in them.</summary>
internal static class MadeSheets
{
    public static readonly (string Line, CuttingSchool? School)[] Cases =
    [
        ("11 crown mc", CuttingSchool.EdgeFirst),
        ("36 crown metal", CuttingSchool.EdgeFirst),
        ("11 crown all-ceramic deep", CuttingSchool.FacialFirst),
        ("36 crown zirconia", CuttingSchool.MarginFirst),
        ("45x47 bridge metal-ceramic", CuttingSchool.AxialFirst),
        ("34 36 crown metal", CuttingSchool.ParallelPair),
        ("46 crown zirconia", CuttingSchool.ThreeBur),
        ("16 onlay lithium disilicate gap distal 1.2", null),
        ("26 inlay gold", null),
        ("11 21 veneer butt +1.0 dark", null),
        ("13 veneer wrap", null),
        ("12 veneer facial", null),
        ("26 crown zirconia", CuttingSchool.ProximalFirst),
        ("14 crown mc", CuttingSchool.CeramicFacing),
        ("21 crown lithium disilicate", CuttingSchool.FacialWithMargin),
        ("13 crown mc", null),
        ("36 partial-crown metal", null),
        ("13xx16 bridge mc", null),
    ];

    public static RunSheet Sheet(string line, CuttingSchool? school = null, Protocol? protocol = null, SheetRequest? request = null) =>
        Shipped.Need(
            RunSheet.Make(
                Shipped.Plans(line, protocol ?? Shipped.Protocol),
                request ?? new(Shipped.Handbook.Drawer.Burs, school),
                protocol ?? Shipped.Protocol,
                Shipped.Handbook.Sheets
            )
        );

    /// <summary>
    /// When each step begins: hands do one thing at a time, bur and place are taken up first, and what sets is waited for where
    /// the order says so. Minutes.
    /// </summary>
    public static IReadOnlyList<double> Starts(IReadOnlyList<SheetStep> steps, IReadOnlyList<Precedence> order)
    {
        var limits = Shipped.Handbook.Sheets.Limits;
        var (now, starts) = (0.0, new List<double>());
        for (var i = 0; i < steps.Count; i++)
        {
            var (own, before) = (steps[i], steps.Take(i).ToList());
            var hand = before.LastOrDefault(step => step.InHand is not null)?.InHand;
            var place = before.LastOrDefault(step => step.View is not null)?.View?.Key;
            now += own.InHand is { } tool && hand is not null && tool != hand ? limits.ChangeMinutes.Value : 0;
            now += own.View is { } view && place is not null && view.Key != place ? limits.ViewMinutes.Value : 0;
            var over = order
                .Where(edge => edge.Then == own.Key && edge.Waits)
                .Select(edge => before.FindIndex(step => step.Key == edge.First))
                .Select(first => starts[first] + steps[first].Minutes + (steps[first].WaitMinutes ?? 0));
            starts.Add(over.Append(now).Max());
            now = starts[^1] + own.Minutes;
        }
        return starts;
    }

    public static int At(RunSheet sheet, string code, string? tooth = null) =>
        sheet.Steps.First(step => step.Step.Code == code && (tooth is null || step.Step.Tooth?.Iso == tooth)).Order;

    public static int Last(RunSheet sheet, string code) => sheet.Steps.Last(step => step.Step.Code == code).Order;

    public static void InTurn(RunSheet sheet, params string[] codes)
    {
        foreach (var (first, then) in codes.Zip(codes.Skip(1)))
            Assert.True(At(sheet, first) < At(sheet, then), $"{first} before {then}");
    }
}
