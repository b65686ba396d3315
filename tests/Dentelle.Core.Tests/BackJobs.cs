using Dentelle.Core.Inputs;

namespace Dentelle.Core.Tests;

/// <summary>Whole jobs on back teeth; figures and orders as practitioners teach them, recalled from memory.</summary>
internal static class BackJobs
{
    public static readonly Dictionary<string, Job> All = new()
    {
        // Zirconia 1.0 on the bite, chamfer 0.5 half a millimetre above the gum: half of a 1.0 tip. Margin first: a carbide through the
        // contacts, the thin cord, the ball round the neck, stops for the depth.
        ["a molar in zirconia, margin first"] = new(
            "36 crown zirconia",
            "functional-cusp 1.0, functional-cusp-bevel 1.0, non-functional-cusp 1.0, groove 1.0, "
                + "facial-occlusal-half 1.0, facial-groove 1.0",
            "facial chamfer 0.5 0.5, lingual chamfer 0.5 0.5",
            "separation, first-cord, margin-trace, functional-guides, functional-occlusal, margin-chamfer, fine-walls, fine-occlusal, "
                + "round-edges, five-points, impression",
            "margin-trace round 1.0, margin-chamfer taper-torpedo 1.0, fine-occlusal football 0.4",
            "groove index-gap 1.0..1.5 within?, groove index-gap 0.4..0.75 critical, functional-cusp-mesiofacial index-gap 1.0.. within?, "
                + "facial-groove index-gap =0.7 critical, mesial index-gap =1.1 within"
        )
        {
            School = CuttingSchool.MarginFirst,
            Without = "second-cord, margin-shoulder",
        },
        // Lithium disilicate 1.5 on the bite; one broad bur, one taper, one carbide.
        ["a molar in lithium disilicate with three burs"] = new(
            "46 crown lithium disilicate",
            "functional-cusp 1.5, functional-cusp-bevel 1.5, non-functional-cusp 1.5, groove 1.5, facial-occlusal-half 1.2",
            "facial rounded-shoulder 1.0 0.5",
            "functional-guides, functional-occlusal, facial-guides, facial-bulk, separation, proximal, margin-shoulder, facial-groove, "
                + "fine-occlusal, fine-walls, finishing-carbide",
            "functional-occlusal taper-round 1.6, facial-bulk taper-round 1.6, proximal taper-flat 1.0, margin-shoulder taper-flat 1.0, "
                + "fine-walls taper-flat 1.0, finishing-carbide taper-flat 1.0",
            "functional-cusp-mesiofacial index-gap 1.5.. within?, "
                + "functional-cusp-mesiofacial index-gap 1.0..1.5 critical, groove index-gap =1.4 within?"
        )
        {
            School = CuttingSchool.ThreeBur,
        },
        // Metal-ceramic with a facing: shoulder 1.1 facially and through the contacts, chamfer 0.5 lingually; metal on the bite 1.5 and
        // 1.0.
        // All walls before anything occlusal.
        ["a molar in metal-ceramic, walls first"] = new(
            "36 crown metal-ceramic facial",
            "functional-cusp 1.5, non-functional-cusp 1.0, groove 1.0, facial-occlusal-half 1.5, mesial 1.5",
            "facial shoulder 1.1 0.5, mesial shoulder 1.1 0.5, lingual chamfer 0.5 0.5",
            "separation, mock-margin, shoulder-parts, chamfer-parts, bevel, functional-guides, functional-occlusal, "
                + "fine-walls, round-edges, flash",
            "shoulder-parts taper-flat 1.2, chamfer-parts taper-torpedo 1.0, bevel taper-round 1.35",
            // What a right cut takes there is no "over".
            "mesial index-gap =1.5 within, mesial index-gap =1.35 within, mesial index-gap =0.5 critical, "
                + "facial-occlusal-half index-gap 1.0..1.5 under?"
        )
        {
            School = CuttingSchool.AxialFirst,
        },
        // Ceramic on the facial cusp of a premolar 2.0, metal beside it 1.0 and 1.5: each depth beside its place.
        ["an upper premolar with a ceramic facing on its cusp"] = new(
            "24 crown metal-ceramic facial",
            "functional-cusp 1.5, non-functional-cusp 2.0, groove 1.0, mesial-ridge 1.0, facial-occlusal-half 1.5",
            "facial shoulder 1.1 0.5, lingual chamfer 0.5 0.5",
            "separation, shoulder-parts, chamfer-parts, bevel, functional-occlusal, fine-walls",
            "other-occlusal taper-round 1.35",
            "non-functional-cusp-facial index-gap 1.5..2.0 under?, groove index-gap =1.0 within"
        )
        {
            School = CuttingSchool.AxialFirst,
        },
        // Gold: 1.5 on functional cusps, 1.0 elsewhere, chamfer 0.5; contacts first, the bevel after the facial.
        ["a molar in gold, contacts first"] = new(
            "16 crown metal",
            "functional-cusp 1.5, functional-cusp-bevel 1.5, non-functional-cusp 1.0, groove 1.0",
            "facial chamfer 0.5 0.5, lingual chamfer 0.5 0.5",
            "separation, proximal, functional-guides, functional-occlusal, facial-guides, facial-incisal, "
                + "facial-gingival, bevel, lingual, margin-chamfer",
            "margin-chamfer taper-torpedo 1.0, proximal taper-torpedo 1.0",
            "functional-cusp-mesiolingual clearance 1.5.. within?, non-functional-cusp-mesiofacial clearance =1.0 within"
        )
        {
            School = CuttingSchool.ProximalFirst,
        },
        // Everything for metal first, the facial cusp's ceramic last.
        ["a premolar smoothed stage by stage, its ceramic last"] = new(
            "15 crown metal-ceramic facial",
            "functional-cusp 1.5, non-functional-cusp 2.0, groove 1.0",
            "facial shoulder 1.1 0.5, lingual chamfer 0.5 0.5",
            "functional-occlusal, bevel, separation, proximal, facial-gingival, lingual, margin-shoulder, "
                + "facial-cusp-ceramic, fine-occlusal",
            "facial-cusp-ceramic taper-round 1.0",
            "non-functional-cusp-facial index-gap =2.0 within?"
        )
        {
            School = CuttingSchool.CeramicFacing,
        },
        // Abutments together: what leans 14° to the mesial is cut less there and more behind; no contact toward the gap or behind the
        // last tooth.
        ["a bridge with a tilted molar"] = new(
            "35x37 bridge metal-ceramic tilt 37 mesial 14",
            "functional-cusp 2.0, groove 1.0, 37:functional-cusp-mesiofacial 0.85, 37:functional-cusp-distofacial 2.15, "
                + "37:mesial-ridge 0.0, "
                + "37:groove 1.0",
            "facial shoulder 1.1 0.5, 37:lingual chamfer 0.5 0.5",
            "separation, mock-margin, shoulder-parts, chamfer-parts, bevel, functional-guides, functional-occlusal, fine-walls, impression",
            "shoulder-parts taper-flat 1.2, chamfer-parts taper-torpedo 1.0",
            "37:functional-cusp-distofacial index-gap =2.15 within"
        )
        {
            School = CuttingSchool.AxialFirst,
            Cautions = "nothing-to-cut",
        },
        // A gold pair by tracers: half of the bur on the walls, boxes and grooves parallel, the isthmus of the partial crown last.
        ["a parallel pair in gold, one a partial crown"] = new(
            "24x26 bridge 24:partial-metal 26:metal grooves",
            "functional-cusp 1.5, non-functional-cusp 1.0, lingual 0.7, 26:functional-cusp 1.5",
            "lingual chamfer 0.5 0.5, 26:facial chamfer 0.5 0.5",
            "mesial-slice, axial-tracers, lingual, occlusal-tracers, functional-occlusal, round-edges, "
                + "facial-protection, retention-grooves, "
                + "fine-walls, finishing-carbide",
            "axial-tracers torpedo 1.0, retention-grooves taper-round 1.0",
            "lingual index-gap =0.7 within"
        )
        {
            School = CuttingSchool.ParallelPair,
        },
        // A cracked and a thin cusp are covered, the others stay; an open contact widens the box by the gap: 2.0 + 2 × 0.5 + 1.2 wide.
        ["an onlay over two cusps with an open contact"] = new(
            "16 onlay lithium disilicate",
            "functional-cusp-distolingual 1.5, non-functional-cusp-distofacial 1.5, groove 1.75, distal-box-wall 1.5",
            "distal butt 0.0 0.5, lingual rounded-shoulder 1.0 4.3, facial butt 0.0 5.3",
            "other-plane, functional-plane, bevel, isthmus, boxes, functional-shoulder, fine-cavity, fine-occlusal, round-edges",
            "boxes taper-flat 1.0, isthmus taper-flat 1.2, fine-cavity taper-flat 1.0",
            "functional-cusp-distolingual index-gap 1.5.. within?, functional-cusp-distolingual index-gap 0.75..1.0 critical, "
                + "distal-box-wall index-gap =1.5 within"
        )
        {
            Inputs = PlanInputs.Empty with
            {
                Findings = new()
                {
                    Gap = new Dictionary<ProximalSide, Mm> { [ProximalSide.Distal] = new(1.2) },
                    CrackedCusps = [Cusp.Distolingual],
                    CuspThickness = new Dictionary<Cusp, Mm> { [Cusp.Distofacial] = new(1.7) },
                },
            },
            Without = "separation, provisional-cast",
        },
        // Gold inlay: floor 1.75 under the groove, a box down to half a millimetre over the gum, its outer edges bevelled.
        ["a gold inlay with a mesial box"] = new(
            "36 inlay metal",
            "groove 1.75, mesial-box-floor 4.4, mesial-box-wall 1.55",
            "mesial shoulder-bevel 0.75 0.5",
            "isthmus, boxes, fine-cavity, cavity-bevel, round-edges",
            "boxes taper-flat 1.0, cavity-bevel flame 0.2",
            "mesial-box-floor index-gap =4.4 within, mesial-box-floor index-gap =3.5 critical, "
                + "mesial-box-wall index-gap =1.5 within, groove index-gap =1.75 within"
        )
        {
            Inputs = PlanInputs.Empty with { Boxes = [ProximalSide.Mesial] },
            Without = "fine-occlusal, shade",
        },
        // The old crown comes off under the dam, which is gone before cords and impression; nothing to count guides from; the margin passes
        // 0.5 beyond the filling that ends 0.5 below the gum.
        ["a molar whose old crown is replaced"] = new(
            "36 crown zirconia",
            "functional-cusp 1.0, groove 1.0",
            "mesial chamfer 0.5 -1.0, facial chamfer 0.5 0.5",
            "rubber-dam, old-restoration, chamfer-parts, five-points, dam-off, first-cord, second-cord, impression",
            "old-restoration cylinder-flat 0.8",
            "groove clearance 1.0..1.5 within?"
        )
        {
            Inputs = PlanInputs.Empty with
            {
                Findings = new() { Stump = true, Fillings = [new(FilledSurface.Mesial) { EndsAboveGum = new(-0.5) }] },
            },
            Cautions = "margin-in-attachment, margin-jump, old-stump",
            Without = "functional-guides, other-guides, facial-guides",
        },
        // Boggy gum: both cords and the cap, and the paste stays longer.
        ["a molar with boggy gum"] = new(
            "26 crown lithium disilicate",
            "functional-cusp 1.5, groove 1.5",
            "facial rounded-shoulder 1.0 0.5",
            "functional-occlusal, five-points, first-cord, second-cord, gum-cap, impression, bite, provisional, "
                + "provisional-cement, surplus",
            "shoulder-parts taper-flat 1.0",
            "groove index-gap 1.5.. within?"
        )
        {
            School = CuttingSchool.AxialFirst,
            Inputs = PlanInputs.Empty with { Findings = new() { BoggyGum = true } },
            Cautions = "gum-boggy",
        },
    };
}
