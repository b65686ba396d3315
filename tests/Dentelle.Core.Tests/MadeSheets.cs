using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing;

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

    public static int At(RunSheet sheet, string code, string? tooth = null) =>
        sheet.Steps.First(step => step.Step.Code == code && (tooth is null || step.Step.Tooth?.Iso == tooth)).Order;

    public static int Last(RunSheet sheet, string code) => sheet.Steps.Last(step => step.Step.Code == code).Order;

    public static void InTurn(RunSheet sheet, params string[] codes)
    {
        foreach (var (first, then) in codes.Zip(codes.Skip(1)))
            Assert.True(At(sheet, first) < At(sheet, then), $"{first} before {then}");
    }
}
