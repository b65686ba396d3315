using Dentelle.Core.Dentition;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;
using Dentelle.Data;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;

namespace Dentelle.Web.Units;

/// <summary>
/// A bridge as it is drawn in the round. Places are x, y, z: z to the bite, y facial for the unit in the middle, millimetres.
/// </summary>
/// <param name="Path">Common direction of draw.</param>
/// <param name="Mesial">Where mesial is for the unit in the middle, along x or against it.</param>
public sealed record BridgeRoundView(IReadOnlyList<BridgeUnitView> Units, IReadOnlyList<double> Path, IReadOnlyList<double> Mesial);

/// <param name="Top">Middle of its crown's highest level.</param>
/// <param name="IsAbutment">Whether anything is cut.</param>
public sealed record BridgeUnitView(Guid Id, string Written, IReadOnlyList<double> Top, bool IsAbutment);

public sealed record UnitRound(Plan Plan, RoundFigure Figure);

/// <summary>Units and bridges in the round; the newest are kept.</summary>
public sealed class Rounds(CaseStore store, UnitViews views, UnitOptions options, ProtocolShelf shelf)
{
    /// <summary>A unit with its figure.</summary>
    public async Task<Answer<UnitRound>> UnitAsync(Guid id, RoundQuality quality, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.Missing("unit");
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return problem;
        return new UnitRound(planned.Plan, Figure(planned, views.KeyOf(unit), quality, stop));
    }

    public async Task<Answer<RoundFigure>> FigureAsync(Guid id, RoundQuality quality, CancellationToken stop) =>
        (await UnitAsync(id, quality, stop)).Is(out var round, out var problem) ? round.Figure : problem;

    /// <summary>An option for a unit, its planned body compared with that of the plan as it stands.</summary>
    public async Task<Answer<RoundFigure>> OptionAsync(Guid id, string option, RoundQuality quality, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.Missing("unit");
        if (
            !views.Planned(unit).Is(out var planned, out var problem)
            || !options.Read(unit, option).Is(out var inputs, out problem)
            || !views.Planned(unit, inputs, shelf.Of(unit)).Is(out var other, out problem)
        )
            return problem;
        var standing = Figure(planned, views.KeyOf(unit), quality, stop);
        return Figure(other, views.KeyOf(unit, inputs), quality, stop).Against(standing, stop);
    }

    public async Task<Answer<(string Part, Mesh Surface)[]>> AroundAsync(Guid id, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.Missing("unit");
        return views.Planned(unit).Is(out var planned, out var problem)
            ? Draughtsman.TeethAround(planned.Preparation, shelf.Of(unit).Handbook.Forms)
            : problem;
    }

    public async Task<Answer<BridgeRoundView>> BridgeViewAsync(Guid id, CancellationToken stop)
    {
        if (!(await MadeAsync(id, RoundQuality.Draft, stop)).Is(out var made, out var problem))
            return problem;
        var notation = (await store.SettingsAsync(stop)).Notation;
        return new BridgeRoundView(
            [
                .. made.Units.Zip(made.Round.Tops, (unit, top) =>
                    new BridgeUnitView(unit.Row.Id, unit.Planned.Plan.Tooth.Write(notation), Of(top), unit.Planned.Plan.Rules().IsCut)
                ),
            ],
            Of(made.Round.Path),
            Of(made.Round.Mesial)
        );

        static double[] Of(Vec3 p) => [Math.Round(p.X, 3), Math.Round(p.Y, 3), Math.Round(p.Z, 3)];
    }

    public async Task<Answer<RoundFigure>> BridgeAsync(Guid id, RoundQuality quality, CancellationToken stop) =>
        (await MadeAsync(id, quality, stop)).Is(out var made, out var problem) ? made.Round.Figure : problem;

    private sealed record Made(IReadOnlyList<(UnitRow Row, PlannedUnit Planned)> Units, BridgeRound Round);

    private async Task<Answer<Made>> MadeAsync(Guid id, RoundQuality quality, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.Missing("unit");
        if (UnitViews.InputsOf(unit).Bridge is not { } bridge)
            return new Problem("no-bridge", "This unit is no part of a bridge.");
        var units = new List<(UnitRow, PlannedUnit)>();
        foreach (var row in unit.Case!.Units.Where(row => UnitViews.InputsOf(row).Bridge?.Teeth.SequenceEqual(bridge.Teeth) == true))
        {
            if (!views.Planned(row).Is(out var planned, out var problem))
                return problem;
            units.Add((row, planned));
        }
        units = [.. units.OrderBy(entry => bridge.Teeth.ToList().IndexOf(entry.Item1.Tooth))];
        var key = string.Join('|', units.Select(entry => views.KeyOf(entry.Item1)));
        var arch = Arch.Of(shelf.Of(unit).Handbook.Forms);
        Preparation[] preparations = [.. units.Select(entry => entry.Item2.Preparation)];
        return new Made(units, Kept((key, quality), () => BridgeRound.Of(preparations, arch, quality, stop), stop));
    }

    /// <summary>What is planned alike is baked once, whoever asks: the unit itself, or an option that comes to the same.</summary>
    private RoundFigure Figure(PlannedUnit planned, string key, RoundQuality quality, CancellationToken stop) =>
        Kept((key, quality), () => RoundBaker.Of(planned.Preparation, quality, stop), stop);

    /// <summary>Made under the first asker's patience; should that one go away while others wait, it is made again.</summary>
    private T Kept<T>(object key, Func<T> make, CancellationToken stop)
        where T : notnull
    {
        while (true)
        {
            try
            {
                return shelf.Rounds.Get(key, make);
            }
            catch (OperationCanceledException) when (!stop.IsCancellationRequested)
            {
                // Another who asked for the same has gone away.
            }
        }
    }
}
