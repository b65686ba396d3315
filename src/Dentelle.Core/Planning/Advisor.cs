using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>A question that a dentist weighs, with all its answers and what speaks for and against each.</summary>
/// <param name="Code">Stable kebab-case name.</param>
/// <param name="Preferred">The alternative that is advised; null where two are as good, or nothing is known.</param>
public sealed record Advice(string Code, string Question, string? Preferred, IReadOnlyList<Alternative> Alternatives);

/// <param name="Name">What could be done.</param>
/// <param name="For">What speaks for it, each with its finding and number.</param>
/// <param name="Against">What speaks against it.</param>
public sealed record Alternative(string Name, IReadOnlyList<Reason> For, IReadOnlyList<Reason> Against);

/// <summary>Weighs a unit's decisions from its findings. Pure; the clinician decides.</summary>
public static class Advisor
{
    /// <param name="plan">The unit as planned.</param>
    /// <param name="tipping">Ways its crown could tip; empty where none was drawn.</param>
    /// <param name="protocol">Limits.</param>
    public static IReadOnlyList<Advice> On(Plan plan, IReadOnlyList<Tipping> tipping, Protocol protocol)
    {
        var asked = plan.Rules().Questions;
        var advice = new List<Advice>();
        if (asked.HasFlag(Question.WhichKind))
            advice.Add(plan.Tooth.IsFront ? VeneerOrCrown(plan, protocol) : InlayOnlayCrown(plan, protocol));
        if (asked.HasFlag(Question.WhichKind) && plan.Rules().IsVeneer)
            advice.Add(WhichVeneer(plan, protocol));
        if (asked.HasFlag(Question.Coverage) && plan.MaterialClass == MaterialClass.MetalCeramic)
            advice.Add(Coverage(plan));
        if (asked.HasFlag(Question.MarginLevel))
            advice.Add(MarginLevel(plan, protocol));
        if (asked.HasFlag(Question.Papilla))
            advice.AddRange(Papillae(plan, protocol.Gums));
        if (asked.HasFlag(Question.Hold) && tipping.Count > 0)
            advice.Add(Hold(plan, tipping, protocol));
        advice.AddRange(GroundAdvice.On(plan, asked, protocol));
        return advice;
    }

    private static Advice VeneerOrCrown(Plan plan, Protocol protocol)
    {
        var (found, habits) = (plan.Assessment.Findings, protocol.Veneers);
        var (veneer, crown) = (new Sides("veneer"), new Sides("crown"));
        var (least, grey) = (habits.EnamelShareLeast, habits.EnamelShareGrey.Value);
        if (found.FacialEnamelShare is { } share)
        {
            var text = $"{share:0.00} of the facial surface is still enamel; at least about {least.Value:0.00} is wanted";
            if (share > least.Value + grey)
                veneer.For(text, share, least);
            else if (share < least.Value - grey)
                veneer.Against(text, share, least);
            else
                veneer.Both($"{text}: a grey zone, offer both and record the choice", share, least);
        }
        if (found.RootTreated)
            crown.Against("A wide access cavity: a crown would leave almost nothing of it", null, "P", Standing.CommonPractice);
        if (found.HeavyGrinding)
            veneer.Against("Heavy grinding", null, "P", Standing.CommonPractice);
        var longer = plan.Zone("edge")?.BuildOut ?? Mm.Zero;
        var most = protocol.Cautions.UnsupportedCeramicMostMm;
        if (longer.Value > most.Value)
            veneer.Against(
                $"{longer} longer is more than {new Mm(most.Value)} of porcelain without tooth under it",
                longer.Value,
                most.Source,
                most.Standing
            );
        crown.GenerallyAgainst("Takes two to three times as much of the tooth");
        return Sides.Weighed("veneer-or-crown", "Veneer or crown?", veneer, crown);
    }

    private static Advice WhichVeneer(Plan plan, Protocol protocol)
    {
        var (facial, butt, wrap) = (new Sides("veneer-facial"), new Sides("veneer-butt"), new Sides("veneer-wrap"));
        var longer = plan.Zone("edge")?.BuildOut ?? Mm.Zero;
        if (longer > Mm.Zero)
        {
            facial.Against(
                $"The tooth gets {longer} longer: a facial-only veneer can't do that",
                longer.Value,
                "P",
                Standing.CommonPractice
            );
            butt.For($"{longer} longer with full control of the edge", longer.Value, "P", Standing.CommonPractice);
        }
        else
        {
            facial.GenerallyFor("Where nothing is lengthened the edge can stay");
            butt.GenerallyFor("Room for the ceramist's edge, and a seat that can't be missed");
        }
        if (plan.Assessment.Findings.ShadeSteps is > 0 and var steps)
        {
            var porcelain = protocol.Entry(Restoration.VeneerFacial, Material.Porcelain);
            var most = porcelain?.Depth(ZoneKind.FacialMiddleThird, Surface.Ceramic)?.MostMm;
            var ask = steps == 1 ? "shade step asks" : "shade steps ask";
            facial.Against($"{steps:0.#} {ask} for more than {most:0.0} of ceramic", steps, protocol.Veneers.ShadeStepMm);
        }
        wrap.GenerallyAgainst("A lingual chamfer more to cut and to hide");
        return Sides.Weighed("which-veneer", "Which veneer?", facial, butt, wrap);
    }

    private static Advice InlayOnlayCrown(Plan plan, Protocol protocol)
    {
        var found = plan.Assessment.Findings;
        var (inlay, onlay, crown) = (new Sides("inlay"), new Sides("onlay"), new Sides("crown"));
        var covered = Cusps
            .Of(plan.Tooth)
            .Select(cusp => (Cusp: cusp, Why: CuspCovering.Reasons(cusp, plan.Assessment, protocol.CuspCover)))
            .Where(entry => entry.Why.Count > 0)
            .ToArray();
        foreach (var reason in covered.SelectMany(entry => entry.Why).DistinctBy(reason => reason.Text))
        {
            inlay.Against(reason);
            onlay.For(reason);
        }
        if (covered.Length == 0 && (found.IsthmusShare is not null || found.CuspThickness.Count > 0))
            inlay.For("No cusp is too thin, cracked or undermined", null, "S2, S3", Standing.FromMemory);
        if (found.LostRidges.Count == 2)
            inlay.Against("Both marginal ridges are gone: the cusps are held by nothing", 2, "P", Standing.CommonPractice);
        if (found.RootTreated)
            inlay.Against("Root-treated: its cusps want covering sooner", null, "S2, S3", Standing.FromMemory);
        var all = Cusps.Of(plan.Tooth).Count;
        if (covered.Length == all && found.LostRidges.Count == 2)
            crown.For($"All {all} cusps and both ridges go: little is left that an onlay would spare", all, "P", Standing.CommonPractice);
        else
            crown.GenerallyAgainst("Takes sound walls that an onlay leaves");
        if (found.HeavyGrinding)
            crown.For("Heavy grinding", null, "P", Standing.CommonPractice);
        return Sides.Weighed("inlay-onlay-crown", "Inlay, onlay or crown?", inlay, onlay, crown);
    }

    private static Advice Coverage(Plan plan)
    {
        var (facial, full) = (new Sides("ceramic where it is seen"), new Sides("ceramic all over"));
        facial.For("Ceramic only where it is seen saves tooth", null, "P", Standing.CommonPractice);
        full.Against("About twice the reduction on what it covers; it needs a reason", 2, "P", Standing.CommonPractice);
        if (plan.Assessment.Findings.HeavyGrinding)
            full.Against("Heavy grinding against ceramic", null, "P", Standing.CommonPractice);
        return Sides.Weighed("coverage", "How much ceramic?", facial, full);
    }

    private static Advice MarginLevel(Plan plan, Protocol protocol)
    {
        var found = plan.Assessment.Findings;
        var (above, level, below) = (new Sides("above the gum"), new Sides("level with the gum"), new Sides("below the gum"));
        if (!plan.Tooth.IsFront)
            above.For("Cleaner, easier to see and to record", null, "P", Standing.CommonPractice);
        else
            level.For("A front tooth's margin does not show at the gum", null, "P", Standing.CommonPractice);
        if (plan.MaterialClass == MaterialClass.MetalCeramic && plan.Tooth.IsFront)
            below.For("A metal edge must hide", null, "P", Standing.CommonPractice);
        else if (plan.MaterialClass == MaterialClass.Metal)
            below.Against("Below the gum cement is missed and plaque stays", null, "P", Standing.CommonPractice);
        else
            below.Against("Tooth-coloured ceramic can end at the gum", null, "P", Standing.CommonPractice);
        if (found.Crest is { } crest)
        {
            var attachment = protocol.Gums.AttachmentMm;
            var room = new Mm(crest.Value - attachment.Value);
            var text =
                $"The bone is {crest} from the gum: {attachment.Value:0.00} belong to the attachment, {Mm.Most(room, Mm.Zero)} is left";
            if (room.Value < protocol.Cautions.SubgingivalMostMm.Value)
                below.Against(text, room.Rounded, attachment.Source, attachment.Standing);
            else
                below.For(text, room.Rounded, attachment.Source, attachment.Standing);
        }
        if (found.Recession > Mm.Zero && !plan.Tooth.IsFront)
            above.For(
                $"The gum has gone back by {found.Recession}: enamel ends above it",
                found.Recession.Value,
                "P",
                Standing.CommonPractice
            );
        foreach (var filling in found.Fillings.Where(filling => filling.EndsAboveGum is { } end && end <= Mm.Zero))
            below.For(
                $"The {Kebab.Of(filling.Surface)} filling ends {-filling.EndsAboveGum!.Value} below the gum, and "
                    + "margins pass beyond fillings",
                filling.EndsAboveGum.Value.Value,
                protocol.Veneers.BeyondFillingMm
            );
        return Sides.Weighed("margin-level", "Where does the margin end?", above, level, below);
    }

    private static IEnumerable<Advice> Papillae(Plan plan, GumFigures gums)
    {
        foreach (var (side, distance) in plan.Assessment.Findings.ContactToCrest)
        {
            var row = gums.Papilla.At(distance);
            var (stays, lower) = (new Sides("contact stays"), new Sides("contact moves down"));
            var text = $"From bone to contact {distance}: the papilla fills the gap in about {row.PresentShare * 100:0} %";
            var down = distance - new Mm(gums.PapillaAimMm.Value);
            if (distance.Value > gums.PapillaCautionMm.Value)
            {
                stays.Against(new Reason(text, distance.Value, gums.Papilla.Source, gums.Papilla.Standing));
                lower.For(
                    new Reason(
                        $"{down} lower reaches the {new Mm(gums.PapillaAimMm.Value)} that practice aims at: margins "
                            + "move lingually through the contact",
                        down.Rounded,
                        "P",
                        Standing.CommonPractice
                    )
                );
            }
            else
            {
                stays.For(new Reason(text, distance.Value, gums.Papilla.Source, gums.Papilla.Standing));
            }
            yield return Sides.Weighed($"papilla-{Kebab.Of(side)}", $"Does the {Kebab.Of(side)} papilla fill the gap?", stays, lower);
        }
    }

    private static Advice Hold(Plan plan, IReadOnlyList<Tipping> tipping, Protocol protocol)
    {
        var (cement, bond, feature) = (new Sides("retentive, cemented"), new Sides("adhesive, bonded"), new Sides("groove or box"));
        var (weakest, wanted) = (tipping.MinBy(way => way.Share)!, protocol.Resistance.WallShare);
        var text = $"{weakest.Share:0.00} of the wall resists tipping about the {weakest.About} margin; {wanted.Value:0.00} is wanted";
        if (weakest.Share >= wanted.Value)
        {
            cement.For(text, weakest.Share, wanted);
        }
        else
        {
            cement.Against(text, weakest.Share, wanted);
            if (plan.MaterialClass == MaterialClass.AllCeramic)
                bond.For("Short or steep walls hold by bonding", weakest.Share, wanted);
            if (weakest.Remedies.FirstOrDefault(remedy => remedy.Kind is "groove" or "box") is { } remedy)
                feature.For(remedy.Text, remedy.Value, wanted);
        }
        return Sides.Weighed("hold", "What holds the crown?", cement, bond, feature);
    }
}
