using Dentelle.Core.Inputs;

namespace Dentelle.Core.Tests;

/// <summary>Whole jobs on front teeth; figures and orders as practitioners teach them, recalled from memory.</summary>
internal static class FrontJobs
{
    public static readonly Dictionary<string, Job> All = new()
    {
        // Lithium disilicate: edge 2.0, facial 1.2, fossa 1.0, shoulder 1.0 all round at the gum; edge first, finish line last.
        ["a central in lithium disilicate, edge first"] = new(
            "11 crown lithium disilicate",
            "edge 2.0, facial-incisal-third 1.2, facial-middle-third 1.2, lingual-fossa 1.0",
            "facial rounded-shoulder 1.0 0.0, lingual rounded-shoulder 1.0 0.0",
            "index, edge-guides, edge, facial-guides, facial-gingival, facial-incisal, separation, proximal, lingual, fossa, "
                + "margin-shoulder, fine-walls, round-edges, five-points, first-cord, second-cord, impression, provisional",
            "facial-gingival taper-flat 1.0, margin-shoulder taper-flat 1.0, fossa football 0.4, edge cylinder-round 1.8",
            // Where 0.75 passes and 1.0 stops, 0.9 may be there or not; 0.4 that passes is short.
            "lingual-fossa index-gap 0.75..1.0 cant-tell, lingual-fossa index-gap 0.4..0.75 critical, "
                + "lingual-fossa clearance 1.0..1.5 within?, facial-middle-third index-gap =1.2 within, "
                + "facial-middle-third index-gap =0.8 critical"
        )
        {
            School = CuttingSchool.EdgeFirst,
        },
        // Deep school: 1.2 at the margin, 1.5 and 1.7 upwards; the fossa 1.1; facial first, edge last, lingual in halves. So deep a cut
        // leaves a thin edge: that is its price.
        ["a central cut deep, facial first and edge last"] = new(
            "11 crown all-ceramic-deep",
            "edge 2.0, facial-incisal-third 1.7, facial-middle-third 1.5, lingual-fossa 1.1",
            "facial shoulder 1.2 0.0, distal shoulder 1.2 0.0",
            "facial-guides, facial-gingival, facial-incisal, separation, proximal, lingual-halves, fossa, edge-guides, edge, "
                + "margin-shoulder, fine-walls",
            "facial-gingival taper-flat 1.2, lingual-halves taper-flat 1.2",
            "facial-incisal-third index-gap =1.7 within, facial-incisal-third index-gap =1.2 critical"
        )
        {
            School = CuttingSchool.FacialFirst,
            Cautions = "edge-thin",
        },
        // Metal-ceramic canine: planes 1.25 and 1.5, tip 2.0, metal fossa 1.0. By the room: 0.8 and 0.2 less where it is there.
        ["a canine in metal-ceramic with room before"] = new(
            "13 crown metal-ceramic facial",
            "edge 1.2, facial-incisal-third 1.5, facial-middle-third 1.25, lingual-fossa 0.8",
            "facial shoulder 1.1 -0.5, lingual chamfer 0.5 0.0, mesial shoulder 1.1 0.0",
            "edge, facial-gingival, separation, proximal, lingual, fossa, margin-shoulder, fine-walls, five-points, "
                + "first-cord, second-cord",
            // A canine's lingual has no hollow: a taper, no football.
            "fossa taper-round 1.0, margin-chamfer taper-torpedo 1.0, margin-shoulder taper-flat 1.2",
            "lingual-fossa clearance 1.0..1.5 within?, edge clearance =2.0 within?"
        )
        {
            School = CuttingSchool.EdgeFirst,
            Inputs = PlanInputs.Empty with
            {
                BuildOutSchool = BuildOutSchool.RoomDriven,
                RoomBeforeMm = new Dictionary<string, double> { ["edge"] = 0.8, ["lingual-fossa"] = 0.2 },
            },
            Cautions = "edge-thin",
        },
        // Facial and finish line in one, then caries, first cord, void; the second cord after the check.
        ["a central with caries, facial and margin in one"] = new(
            "21 crown lithium disilicate",
            "edge 2.0, facial-middle-third 1.2, lingual-fossa 1.0",
            "facial rounded-shoulder 1.0 0.0",
            "facial-with-margin, caries, first-cord, void-fill, separation, proximal, lingual, fossa, edge, margin-shoulder, five-points, "
                + "second-cord, impression",
            "facial-with-margin taper-flat 1.0, caries round 1.8",
            "facial-incisal-third index-gap =1.2 within"
        )
        {
            School = CuttingSchool.FacialWithMargin,
            Inputs = PlanInputs.Empty with { Findings = new() { Caries = true } },
        },
        // Two veneers 1.0 longer: of the 1.5 at the edge 0.5 is cut; 0.6 by rings on the facial, the thin tip half sunk at the gum; no
        // luting cement at this visit, no occlusal five points.
        ["two central veneers with a butt, one longer"] = new(
            "11 21 veneer butt porcelain",
            "edge 0.5, facial-incisal-third 0.6, facial-middle-third 0.6, 21:edge 0.5",
            "facial chamfer 0.3 0.0, mesial chamfer 0.3 0.0, lingual butt 0.0 8.3",
            "shade, index, edge-guides, edge, ring-guides, joining, gum-margin, proximal-shoulders, fine-walls, "
                + "facio-incisal-line, polish, "
                + "strip, veneer-points, first-cord, second-cord, impression, provisional",
            "gum-margin taper-round 0.6, joining taper-round 0.6, facio-incisal-line taper-round 0.6",
            "facial-middle-third index-gap =0.6 within, facial-middle-third index-gap =0.3 critical, "
                + "facial-middle-third index-gap =1.0 over"
        )
        {
            Inputs = PlanInputs.Empty with { BuildOutMm = new Dictionary<string, double> { ["edge"] = 1.0 } },
            Without = "provisional-cement, surplus, five-points, separation",
        },
        // A wrap that closes a gap: its margin goes on round the mesial side, and 1.0 down the lingual.
        ["a lateral veneer that wraps the edge and closes a gap"] = new(
            "22 veneer wrap porcelain",
            "edge 1.5, lingual-fossa 0.5, facial-middle-third 0.7",
            "mesiolingual chamfer 0.4 0.0, lingual chamfer 0.5 5.8, mesial chamfer 0.4 0.0",
            "edge, ring-guides, joining, gum-margin, lingual-chamfer, fine-walls, facio-incisal-line, polish, strip",
            "gum-margin taper-round 0.9",
            "lingual-fossa index-gap =0.5 within"
        )
        {
            Inputs = PlanInputs.Empty with
            {
                Findings = new() { Gap = new Dictionary<ProximalSide, Mm> { [ProximalSide.Mesial] = new(0.8) } },
            },
        },
        // Facial only: 0.4 in enamel, the edge untouched.
        ["a lateral veneer on the facial alone"] = new(
            "12 veneer facial porcelain",
            "edge 0.0, facial-incisal-third 0.4, facial-middle-third 0.4",
            "facial chamfer 0.3 0.0",
            "ring-guides, joining, gum-margin, proximal-shoulders, polish, strip, veneer-points",
            "gum-margin taper-round 0.6",
            "facial-middle-third index-gap =0.4 within, facial-middle-third index-gap =0.7 over"
        )
        {
            Without = "edge, fossa, separation",
        },
    };
}
