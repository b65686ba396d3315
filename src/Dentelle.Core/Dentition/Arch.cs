using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;

namespace Dentelle.Core.Dentition;

/// <summary>
/// Both rows of teeth closed on each other: neighbours touch, back teeth rest on their antagonists. From averages, with one side mirrored.
/// </summary>
/// <remarks>
/// The upper row is lined up on its curve; the lower row's facial cusps follow the upper central grooves, its edges stay behind the
/// upper ones. Then each tooth in turn is pressed toward the other row, free to lean a little, until it stands on three
/// legs, and pushed against its mesial neighbour; first the lower row, then the upper, and again until nothing moves any more.
/// </remarks>
public sealed class Arch
{
    private const int Rounds = 4,
        Presses = 3;
    private readonly ArchTooth[] upper,
        lower;
    private readonly FormArch table;

    internal Arch(ToothForms forms)
    {
        table = forms.Table.Arch;
        upper = Row(forms, Jaw.Upper);
        lower = Row(forms, Jaw.Lower);
        LineUp(upper, Mirrored([.. table.UpperLine.Select(p => new Vec2(p[0], p[1]))]));
        LineUp(lower, Mirrored(LowerLine()));
        for (var round = 0; round < Rounds; round++)
        {
            Settle(lower, new OpposingRow([.. upper.Select(tooth => tooth.Placed)], lower: false), 1);
            Settle(upper, new OpposingRow([.. lower.Select(tooth => tooth.Placed)], lower: true), -1);
        }
    }

    /// <summary>Both rows as they close on each other; set up once, which takes a second or two, and kept with the forms.</summary>
    public static Arch Of(ToothForms forms) => forms.Made.Get("closed", () => new Arch(forms));

    internal ArchTooth Of(ToothCode code) => (code.Jaw == Jaw.Upper ? upper : lower)[code.Position - 1];

    internal ArchPose Pose(ToothCode code) => Of(code).Pose with { Left = !code.IsRight };

    private static ArchTooth[] Row(ToothForms forms, Jaw jaw) =>
        [
            .. Enumerable
                .Range(1, 8)
                .Select(position =>
                {
                    var code = ToothCode.Of(jaw == Jaw.Upper ? 1 : 4, position);
                    var present = forms.Tooth(code, forms.For(code).SizeFor(MeasuredSize.None));
                    return new ArchTooth(present, code, Anchor(present.Form));
                }),
        ];

    private static Vec3 Anchor(ToothForm form)
    {
        if (form.Shape is not BackCrown back)
            return form.CuspTips[0] with { X = 0 };
        var facial = back
            .Form.Cusps!.Keys.Zip(form.CuspTips)
            .Where(cusp => cusp.First.EndsWith("facial", StringComparison.Ordinal))
            .Select(cusp => cusp.Second)
            .ToArray();
        return new Vec3(0, facial.Average(tip => tip.Y), facial.Max(tip => tip.Z));
    }

    /// <summary>Behind the upper edges, then under the upper central grooves.</summary>
    private Vec2[] LowerLine() =>
        [
            .. table.LowerFrontLine.Select(p => new Vec2(p[0], p[1])),
            .. upper
                .Skip(3)
                .Select(tooth =>
                {
                    var pole = ((BackCrown)tooth.Present.Form.Shape).Table.Pole;
                    var at = tooth.Pose.ToMouth(new Vec3(pole.X, pole.Y, tooth.Anchor.Z));
                    return new Vec2(at.X, at.Y);
                }),
        ];

    /// <summary>The whole line through the points of the right half, left end first.</summary>
    private static IReadOnlyList<Vec2> Mirrored(Vec2[] half) =>
        Curves.Through([.. half.Skip(1).Reverse().Select(p => p with { X = -p.X }), .. half], 40, closed: false);

    /// <summary>Stands the teeth of a row on its line one after the other, each against the one before.</summary>
    private void LineUp(ArchTooth[] row, IReadOnlyList<Vec2> line)
    {
        var along = new ArcLine(line);
        for (var i = 0; i < row.Length; i++)
        {
            var width = row[i].Present.Form.Size.Mesiodistal;
            var at = i == 0 ? width / 2 : along.Nearest(row[i - 1]) + ((row[i - 1].Present.Form.Size.Mesiodistal + width) / 2);
            for (var pass = 0; pass < 8; pass++)
            {
                Stand(row[i], along, at, table.For(row[i].Code));
                var gap = MesialGap(row, i);
                if (Math.Abs(gap) < 0.005)
                    break;
                at -= gap;
            }
        }
    }

    private static void Stand(ArchTooth tooth, ArcLine line, double at, FormStand stand)
    {
        var (place, forward) = line.At(at);
        // The line runs from the midline backward; mesial is against it.
        var mesial = new Vec3(-forward.X, -forward.Y, 0);
        var isUpper = tooth.Code.Jaw == Jaw.Upper;
        var facial = new Vec3(mesial.Y, -mesial.X, 0);
        var x = isUpper ? mesial : -mesial;
        var leaning = Rigid
            .Moved(-tooth.Anchor)
            .Then(Rigid.Turned(Vec3.UnitY, isUpper ? stand.TipDeg : -stand.TipDeg))
            .Then(Rigid.Turned(Vec3.UnitX, -stand.LeanDeg));
        tooth.Place = leaning.Then(Rigid.Frame(x, facial, x.Cross(facial), new Vec3(place.X, place.Y, stand.LevelMm)));
    }

    /// <summary>Distance to the mesial neighbour; for a central incisor to the midline.</summary>
    private static double MesialGap(ArchTooth[] row, int i) => i == 0 ? row[0].Crown.Min(p => p.X) : row[i - 1].GapTo(row[i]);

    private void Settle(ArchTooth[] row, OpposingRow opposing, int up)
    {
        for (var i = 0; i < row.Length; i++)
        {
            // The upper front teeth stand where the line puts them; the lower ones come up behind.
            var rests = row[i].Code is { IsFront: true, Jaw: Jaw.Upper };
            for (var press = 0; press < Presses && !rests; press++)
            {
                Press(row[i], opposing, up);
                PushMesially(row, i);
            }
        }
    }

    /// <summary>Toward the other row until it rests there. Back teeth may lean; front teeth only move, and not past the overbite.</summary>
    private void Press(ArchTooth tooth, OpposingRow opposing, int up)
    {
        var isBack = !tooth.Code.IsFront;
        var centre = tooth.Pose.ToMouth(isBack ? Table(tooth) : tooth.Anchor);
        var obstacles = tooth.Crown.Select(p => new Obstacle(p.X - centre.X, p.Y - centre.Y, opposing.Gap(p))).ToArray();
        var free = isBack ? Math.Tan(double.DegreesToRadians(table.FreeLeanDeg)) : 0;
        var leant = tooth.Leant;
        var most = isBack ? double.PositiveInfinity : (table.OverbiteMm - (up * centre.Z));
        var plane = PlaneBelow.Highest(obstacles, ((-free - leant.X, free - leant.X), (-free - leant.Y, free - leant.Y)), most);
        tooth.Turn(new Vec3(up * plane.SlopeY, -up * plane.SlopeX, 0), centre);
        tooth.Shift(new Vec3(0, 0, up * plane.Height));
        tooth.Leant = leant + new Vec2(plane.SlopeX, plane.SlopeY);
    }

    private static Vec3 Table(ArchTooth tooth)
    {
        var tips = tooth.Present.Form.CuspTips;
        return tips.Aggregate(default(Vec3), (sum, tip) => sum + tip) / tips.Count;
    }

    private static void PushMesially(ArchTooth[] row, int i)
    {
        var forward = i == 0 ? new Vec3(-1, 0, 0) : (Level(row[i - 1]) - Level(row[i])).Unit;
        for (var pass = 0; pass < 4; pass++)
        {
            var gap = MesialGap(row, i);
            if (Math.Abs(gap) < 0.003)
                break;
            row[i].Shift(forward * gap);
        }

        static Vec3 Level(ArchTooth tooth) => tooth.Pose.ToMouth(tooth.Anchor) with { Z = 0 };
    }
}
