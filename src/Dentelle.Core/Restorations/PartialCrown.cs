using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>
/// A crown that leaves the facial surface: its finish line climbs round the facial corners, and grooves or boxes stand in
/// for the missing wall.
/// </summary>
internal sealed class PartialCrown : RestorationRules
{
    private static readonly WallSide[] Sides = [WallSide.Mesial, WallSide.Distal, WallSide.Lingual];

    public override Restoration Kind => Restoration.PartialCrown;

    public override string Words => "partial-coverage crown";

    public override IReadOnlyList<string> Said => ["partial-crown", "partial crown", "partial"];

    public override string Drawn => "the facial surface stays; grooves or boxes make up for its wall";

    public override bool HasWalls => true;

    public override IReadOnlyList<WallSide> WallSides => Sides;

    public override Question Questions => base.Questions | Question.Core;

    internal override bool NeedsDepth(ZoneKind zone) =>
        zone
            is ZoneKind.FunctionalCusp
                or ZoneKind.FunctionalCuspBevel
                or ZoneKind.NonFunctionalCusp
                or ZoneKind.Groove
                or ZoneKind.MesialRidge
                or ZoneKind.DistalRidge
                or ZoneKind.Lingual
                or ZoneKind.Mesial
                or ZoneKind.Distal;

    internal override bool Has(Segment segment, PlanContext context) =>
        segment is not (Segment.Facial or Segment.Mesiofacial or Segment.Distofacial);

    internal override IReadOnlyList<RetentiveFeature> Features(IReadOnlyList<FeatureWish>? wishes, FeatureFigures figures)
    {
        var usual = figures.PartialCrown.Value;
        return base.Features(wishes ?? [new(usual, WallSide.Mesial), new(usual, WallSide.Distal)], figures);
    }

    internal override Answer<PlannedBody>? Body(PresentTooth present, Plan plan, Protocol protocol) =>
        PlannedForm.Cut(present, plan, protocol).Is(out var body, out var problem) ? body : problem;
}
