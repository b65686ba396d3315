using System.Collections;
using System.Reflection;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;

namespace Dentelle.Core.Tests;

/// <summary>
/// Every kind of caution, raised by a case and let be by its neighbour on the other side of the limit. Limits are the
/// protocol's.
/// </summary>
public class CautionTests
{
    /// <param name="Line">What is planned.</param>
    /// <param name="Raised">Inputs of the first unit that raise it.</param>
    /// <param name="LetBe">Inputs of the first unit that just don't.</param>
    private sealed record Row(string Code, string Line, Func<PlanInputs, PlanInputs> Raised, Func<PlanInputs, PlanInputs> LetBe)
    {
        /// <summary>Another line where it is the line that makes the difference.</summary>
        public string? Other { get; init; }

        /// <summary>Another protocol where a habit makes the difference.</summary>
        public Protocol? Under { get; init; }
    }

    private static readonly Row[] Rows =
    [
        new("material-assumed", "36 crown", As, As) { Other = "36 crown zirconia" },
        new("v-form", "36 onlay metal", As, inputs => inputs with { CoveredCusps = [Cusp.Mesiolingual] })
        {
            Under = Shipped.Taking(("functional-shoulder", "v-form")),
        },
        Zone("below-material-least", "31 crown zirconia layered", "edge", 0, 0) with
        {
            Other = "11 crown zirconia",
        },
        Zone("nothing-to-cut", "36 crown zirconia", "groove", 1.0, 0.9),
        new("wear-needs-room", "16 crown zirconia worn 0.8", Built("functional-cusp", 0, 0.7), Built("functional-cusp", 0, 0.8)),
        // A tenth more than 2.0 nobody measures.
        Zone("unsupported-ceramic", "36 crown zirconia", "groove", 2.2, 2.1),
        new("build-out-exceeds-room", "36 crown zirconia", Built("groove", 0.6, 0.5), Built("groove", 0.5, 0.5)),
        // 1.0 is cut in the groove: 2.6 of room before leave 3.6, more than the 3.5 that are wanted at most.
        new("room-large", "36 crown zirconia", Built("groove", 0, 2.6), Built("groove", 0, 2.5)),
        Level("margin-deep", -0.6, -0.5),
        new("margin-jump", "36 crown zirconia", At(-0.1, "facial"), At(0, "facial")),
        Found("old-stump", "36 crown zirconia", new() { Stump = true }, Findings.None),
        Level("margin-in-attachment", -0.7, -0.6),
        new(
            "margin-on-filling",
            "36 crown zirconia",
            inputs => At(0.5)(inputs) with { Findings = Filled },
            inputs => At(0.4)(inputs) with { Findings = Filled }
        ),
        Found("enamel-lost", "11 veneer butt", new() { FacialEnamelShare = 0.49 }, new() { FacialEnamelShare = 0.5 }),
        // Three steps of shade take 0.75 more of enamel that averages 1.0 to 0.4.
        Found("bonded-to-dentine", "13 veneer butt", new() { ShadeSteps = 3 }, Findings.None),
        Found("grinding-ceramic", "11 crown metal-ceramic", new() { HeavyGrinding = true }, Findings.None),
        new("grey-line", "11 crown metal-ceramic", At(0, "facial"), At(-0.1, "facial")),
        // Of 1.5, at least 1.4, a tool of 3.0 takes 0.35 past an edge rounded by 0.3; of 1.0 it leaves 0.65, more than the 0.6 of zirconia.
        new("mill-thins", "36 crown lithium disilicate", As, As)
        {
            Other = "36 crown zirconia",
            Under = Shipped.Protocol with { Milling = Shipped.Protocol.Milling with { ToolDiameterMm = new(3, "P", Standing.Assumed) } },
        },
        Found("dark-triangle", "11 veneer butt", new() { DarkTriangles = [ProximalSide.Mesial] }, Findings.None),
        Found("grinding-veneer", "11 veneer butt", new() { HeavyGrinding = true }, Findings.None),
        Found("papilla", "11 crown zirconia", Crest(5.1), Crest(5.0)),
        Found("crest-low", "11 crown zirconia", new() { Crest = new(3.6) }, new() { Crest = new(3.5) }),
        Found("crest-high", "11 crown zirconia", new() { Crest = new(2.4) }, new() { Crest = new(2.5) }),
        Found("gum-boggy", "36 crown zirconia", new() { BoggyGum = true }, Findings.None),
        Found("epinephrine", "36 crown zirconia", new() { EpinephrineSensitive = true }, Findings.None),
        Found("cold", "36 crown zirconia", new() { ColdSensitive = true }, Findings.None),
        Found("neighbour-lesion", "36 crown zirconia", new() { NeighbourLesion = true }, Findings.None),
        Found("stands-as", "36 crown zirconia", new() { StandsAs = ToothCode.Of(3, 7) }, new() { StandsAs = ToothCode.Of(3, 6) }),
        Found("root-treated-front", "11 crown zirconia", new() { RootTreated = true }, Findings.None),
        Found("plastic", "36 crown zirconia", new() { Typodont = true }, Findings.None),
        // 1.0 is cut in the groove.
        Found("pulp-danger", "36 crown zirconia", Pulp(1.4), Pulp(1.6)),
        Found("pulp-near", "36 crown zirconia", Pulp(1.9), Pulp(2.1)),
        new("wall-short", "37 crown metal", As, Sized(8.5, null, null)),
        new("wall-to-base", "17 crown metal", Sized(7.5, null, 14), Sized(9.5, null, 13)),
        new("edge-thin", "11 crown metal-ceramic", As, Sized(null, null, 9)),
        Found("abutment-tilted", "35x37 bridge metal-ceramic", new() { TiltDeg = -22 }, new() { TiltDeg = -18 }) with
        {
            // The path halves the tilt.
            Under = Shipped.Protocol with
            {
                Bridges = Shipped.Protocol.Bridges with { TiltMostDeg = new(10, "P", Standing.Assumed) },
            },
        },
        Found("abutment-round-the-corner", "13x15 bridge zirconia", new() { FacialTiltDeg = 4 }, Findings.None),
        Found("abutment-undercut", "35x37 bridge metal-ceramic", new() { TiltDeg = -40 }, new() { TiltDeg = -2 }),
        new("root-surface", "33xxx37 bridge metal-ceramic", As, As) { Other = "35x37 bridge metal-ceramic" },
        new("span-bends", "34xx37 bridge metal-ceramic", As, As) { Other = "35x37 bridge metal-ceramic" },
        new("span-long", "34xxx38 bridge zirconia", As, As) { Other = "34xx37 bridge zirconia" },
        new("connector-unknown", "11x22 bridge porcelain", As, As) { Other = "11x22 bridge zirconia" },
    ];

    private static Findings Filled => new() { Fillings = [new(FilledSurface.Mesial) { EndsAboveGum = new(0.5) }] };

    public static TheoryData<string> Codes => [.. Rows.Select(row => row.Code)];

    [Theory(DisplayName = "A caution is raised beyond its limit and not at it")]
    [MemberData(nameof(Codes))]
    public void Raised(string code)
    {
        var row = Rows.Single(entry => entry.Code == code);
        Assert.Contains(code, Of(row.Line, row.Raised, row.Under));
        Assert.DoesNotContain(code, Of(row.Other ?? row.Line, row.LetBe, row.Under));
    }

    [Fact(DisplayName = "A caution's source and standing are those of the limit it counts with; a habit of the trade says so")]
    public void Sources()
    {
        Caution Of(string line, string code, Func<PlanInputs, PlanInputs> with) =>
            Shipped.Unit(line, with).Preparation.Cautions.First(caution => caution.Code == code);
        var sulcus = Shipped.Protocol.Cautions.SulcusMm;
        var deep = Of("36 crown zirconia", "margin-in-attachment", At(-0.8));
        Assert.Equal(("S6", Standing.FromMemory), (sulcus.Source, sulcus.Standing));
        Assert.Equal((sulcus.Source, sulcus.Standing), (deep.Source, deep.Standing));
        var habit = Of("36 crown zirconia", "gum-boggy", inputs => inputs with { Findings = new() { BoggyGum = true } });
        Assert.Equal(("P", Standing.CommonPractice), (habit.Source, habit.Standing));
    }

    [Fact(DisplayName = "Every kind of the tables is among them, each under one code")]
    public void All_kinds()
    {
        // Straight from the tables, whatever types they hold.
        const BindingFlags any = BindingFlags.Static | BindingFlags.Public | BindingFlags.NonPublic;
        var tables = typeof(Planner)
            .Assembly.GetTypes()
            .Where(type => type.Namespace == "Dentelle.Core.Planning.Cautions" && !type.ContainsGenericParameters)
            .SelectMany(type =>
                type.GetFields(any).Select(field => field.GetValue(null)).Concat(type.GetProperties(any).Select(one => one.GetValue(null)))
            );
        var codes = tables
            .SelectMany(value => value is IEnumerable list ? list.Cast<object>() : [value!])
            .Where(value => value?.GetType().Name.StartsWith("CautionKind", StringComparison.Ordinal) == true)
            .Select(kind => (string)kind.GetType().GetProperty("Code")!.GetValue(kind)!)
            .ToHashSet();
        Assert.Equal(codes.Order(), Rows.Select(row => row.Code).Order());
    }

    private static HashSet<string> Of(string line, Func<PlanInputs, PlanInputs> first, Protocol? under)
    {
        var handbook = Shipped.Handbook with { Protocol = under ?? Shipped.Protocol };
        var units = Shipped.Need(QuickLineReader.Read(line, ToothNotation.Iso, handbook.Protocol)).Units;
        var planned = Shipped.Need(
            PlannedLine.Make([.. units.Select((unit, i) => i == 0 ? unit with { Inputs = first(unit.Inputs) } : unit)], handbook)
        );
        return
        [
            .. planned
                .Units.SelectMany(unit => unit.Preparation.Cautions)
                .Concat(planned.Bridge?.Cautions ?? [])
                .Select(caution => caution.Code),
        ];
    }

    private static PlanInputs As(PlanInputs inputs) => inputs;

    private static Row Found(string code, string line, Findings raised, Findings letBe) =>
        new(code, line, inputs => inputs with { Findings = raised }, inputs => inputs with { Findings = letBe });

    private static Row Zone(string code, string line, string zone, double raised, double letBe) =>
        new(code, line, Built(zone, raised), Built(zone, letBe));

    private static Row Level(string code, double raised, double letBe) => new(code, "36 crown zirconia", At(raised), At(letBe));

    private static Func<PlanInputs, PlanInputs> At(double level, string segment = "mesial") =>
        inputs => inputs with { MarginLevelMm = new Dictionary<string, double> { [segment] = level } };

    private static Func<PlanInputs, PlanInputs> Built(string zone, double buildOut, double? room = null) =>
        inputs =>
            inputs with
            {
                BuildOutMm = buildOut > 0 ? new Dictionary<string, double> { [zone] = buildOut } : inputs.BuildOutMm,
                RoomBeforeMm = room is { } before ? new Dictionary<string, double> { [zone] = before } : inputs.RoomBeforeMm,
            };

    private static Func<PlanInputs, PlanInputs> Sized(double? length, double? mesiodistal, double? faciolingual) =>
        inputs => inputs with { SizeMm = new(length, mesiodistal, faciolingual) };

    private static Findings Crest(double mm) =>
        new() { ContactToCrest = new Dictionary<ProximalSide, Mm> { [ProximalSide.Mesial] = new(mm) } };

    private static Findings Pulp(double mm) => new() { Pulp = ByZone.Of(("groove", mm)) };
}
