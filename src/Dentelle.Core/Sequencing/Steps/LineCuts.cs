using Dentelle.Core.Burs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>The finish line, as wide as planned, or a first line short of it.</summary>
internal static class LineCuts
{
    public static IReadOnlyList<SheetStep> Of(StepEntry entry, StepBench bench) =>
        [
            .. bench
                .Plan.Margin.Pieces.Where(piece => piece.Width.Value.Target > Mm.Zero && Belongs(entry, piece))
                .GroupBy(piece => StepBench.SideFor(entry, ToothToCut.SideOf(piece.Segment)))
                .Select(side => Line(entry, side.Key, [.. side], bench)),
        ];

    /// <summary>A ball for each kind of line: what a shoulder wants would cut a chamfer's side away.</summary>
    public static IReadOnlyList<SheetStep> Traces(StepEntry entry, StepBench bench)
    {
        var kinds = bench
            .Plan.Margin.Pieces.Where(piece => piece.Width.Value.Target > Mm.Zero)
            .GroupBy(piece => ToothToCut.Class(piece.Design))
            .ToArray();
        return [.. kinds.Select(kind => Trace(entry, kinds.Length > 1 ? new StepPart(Kebab.Of(kind.Key)) : null, [.. kind], bench))];
    }

    private static SheetStep Trace(StepEntry entry, StepPart? part, MarginPiece[] pieces, StepBench bench)
    {
        var width = pieces.Min(piece => piece.Width.Value.Target);
        var (choice, tool) = bench.Choose(bench.RoleOf(entry), width, null);
        var near = Mm.Most(width - bench.Plan.FinishingAllowance, Mm.Zero);
        return new StepDraft(entry)
        {
            Part = part,
            Segments = [.. pieces.Select(piece => piece.Segment)],
            Width = choice?.Chosen is { } ball ? Mm.Least(near, ball.Tip * 0.5) : width,
            Choice = choice,
            Tool = tool,
        }.On(bench);
    }

    private static SheetStep Line(StepEntry entry, ProximalSide? side, MarginPiece[] pieces, StepBench bench)
    {
        var widest = pieces.MaxBy(piece => piece.Width.Value.Target)!;
        var (width, role) = (widest.Width.Value.Target, bench.RoleOf(entry));
        var isShaped = entry.ByDesign is not null || bench.Table.Roles[role].Families.Count > 0;
        var (choice, tool) = bench.Choose(role, width, isShaped ? null : ToothToCut.Class(widest.Design));
        var sunk = bench.Sunk(width, choice);
        var draft = new StepDraft(entry)
        {
            Part = StepPart.Of(side),
            Segments = [.. pieces.Select(piece => piece.Segment)],
            Width = sunk,
            Choice = choice,
            Tool = tool,
            Tilt = bench.WallTilt(choice),
            Remark =
                ToothToCut.Class(widest.Design) == LineClass.Chamfer && choice?.Chosen is { } bur && !bur.Family.HasRoundedTip()
                    ? "Its flat end leaves a narrow shoulder with a rounded corner instead of the chamfer; for a true one "
                        + "take a rounded tip."
                    : null,
        };
        return draft.On(bench) with { LineLeft = width - sunk };
    }

    private static bool Belongs(StepEntry entry, MarginPiece piece) =>
        (entry.Pieces.Count == 0 || entry.Pieces.Contains(piece.Segment))
        && (entry.ByDesign is not { } line || ToothToCut.Class(piece.Design) == line);
}
