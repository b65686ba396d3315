namespace Dentelle.Core.Plans;

/// <summary>The finish line round the tooth.</summary>
public sealed record Margin(IReadOnlyList<MarginPiece> Pieces, IReadOnlyList<Transition> Transitions)
{
    /// <summary>Whether the restoration ends in a segment.</summary>
    public bool Has(Segment segment) => Pieces.Any(piece => piece.Segment == segment);

    /// <summary>The piece of a segment that the restoration has.</summary>
    public MarginPiece At(Segment segment) => Pieces.First(piece => piece.Segment == segment);

    /// <summary>Width anywhere round the tooth, within a transition without a step.</summary>
    public Mm WidthAt(double position) => new(Between(position, piece => piece.Width.Value.Target.Value));

    /// <summary>
    /// What a piece says, anywhere round the tooth. <paramref name="position"/> counts segments from the middle of the facial over the
    /// mesial: 0 facial, 2 mesial, 4 lingual, 6 distal, 8 facial again. From one segment to the next it runs smoothly.
    /// </summary>
    public double Between(double position, Func<MarginPiece, double> value)
    {
        var segment = (int)Math.Floor(position) % 8;
        var (here, next) = (value(NearestTo(segment)), value(NearestTo((segment + 1) % 8)));
        return here + ((next - here) * Geometry.Curves.SmoothStep(0, 1, position - Math.Floor(position)));
    }

    /// <summary>The piece of a segment; where the restoration leaves a surface as it is, the nearest one's runs on.</summary>
    private MarginPiece NearestTo(int segment) =>
        Pieces.Count == 8 ? Pieces[segment] : Pieces.MinBy(piece => Around(Math.Abs((int)piece.Segment - segment)))!;

    private static int Around(int segments) => Math.Min(segments, 8 - segments);
}

/// <param name="Segment">Where.</param>
/// <param name="Design">Cross-section of the finish line.</param>
/// <param name="Width">Width square to the path, millimetres.</param>
/// <param name="Level">Height over the crest of the gum, millimetres; positive is above.</param>
public sealed record MarginPiece(Segment Segment, MarginDesign Design, Reasoned<MmRange> Width, Reasoned<Mm> Level);

/// <summary>Where the facial design changes into the lingual one on one side.</summary>
/// <param name="Side">Mesial or distal.</param>
/// <param name="Place">How far the facial design is carried.</param>
/// <param name="Begin">Where the change begins, in segments from the middle of the facial surface, 0–4.</param>
/// <param name="End">Where it is complete.</param>
public sealed record Transition(Segment Side, TransitionPlace Place, double Begin, double End)
{
    /// <summary>0 where the facial design stands, 1 where the lingual one does, between them a smooth change.</summary>
    public double LingualShare(double around)
    {
        var onSide = Side == Segment.Mesial ? around : 8 - around;
        return onSide is < 0 or > 4 ? 0 : Geometry.Curves.SmoothStep(Begin, End, onSide);
    }
}
