using Dentelle.Core.Scanning;
using Dentelle.Geometry;

namespace Dentelle.Core.Exchange;

/// <summary>What is so in a simulated scan and has to be found out (docs/formats.md).</summary>
/// <param name="Simulated">Always true: no mouth was scanned.</param>
/// <param name="Faults">What was done wrong on the first tooth, as it was asked for.</param>
/// <param name="ToBefore">The motion that takes the scan after onto the scan before, row by row.</param>
public sealed record TruthDocument(
    bool Simulated,
    int Seed,
    double NoiseMm,
    IReadOnlyList<string> Faults,
    double[][] ToBefore,
    IReadOnlyList<TruthTooth> Teeth,
    IReadOnlyList<string> Files
)
{
    public static TruthDocument From(ScanTruth truth, IReadOnlyList<string> files) =>
        new(
            true,
            truth.Options.Seed,
            truth.Options.Noise,
            [.. truth.Faults.Select(fault => fault.ToString())],
            Rows(truth.ToBefore),
            [
                .. truth.Preparations.Select(
                    (preparation, at) =>
                        new TruthTooth(
                            preparation.Plan.Tooth.Iso,
                            Rows(truth.Frames[at]),
                            MeasureDocument.Three(truth.PathOf(at)),
                            [
                                .. preparation
                                    .Outcomes.Where(outcome => outcome.IsMeasured)
                                    .Select(outcome => new TruthZone(
                                        outcome.Zone.Name,
                                        outcome.Planned.Value,
                                        MeasureDocument.Round(outcome.Usual.Value)
                                    )),
                            ]
                        )
                ),
            ],
            files
        );

    private static double[][] Rows(Rigid motion)
    {
        var (x, y, z, o) = (motion.Turn(Vec3.UnitX), motion.Turn(Vec3.UnitY), motion.Turn(Vec3.UnitZ), motion.Shift);
        return [Row(x.X, y.X, z.X, o.X), Row(x.Y, y.Y, z.Y, o.Y), Row(x.Z, y.Z, z.Z, o.Z)];

        static double[] Row(params double[] values) => [.. values.Select(value => Math.Round(value, 6) + 0.0)];
    }
}

/// <param name="Frame">From the tooth's own frame, mirrored as it stands in the mouth, to the scan before.</param>
/// <param name="Path">Direction of draw of its plan, in the scan before.</param>
/// <param name="Zones">What the plan's own body takes, without the faults.</param>
public sealed record TruthTooth(string Tooth, double[][] Frame, double[] Path, IReadOnlyList<TruthZone> Zones);

public sealed record TruthZone(string Zone, double PlannedMm, double UsualMm);
