namespace Dentelle.Core.Anatomy;

/// <summary>The sixteen forms as bodies. Making one takes tens of milliseconds, so the newest are kept.</summary>
public sealed class ToothForms(FormTable table)
{
    private const int MostTeeth = 64;
    private const int MostOfAll = 4;
    private readonly Shelf teeth = new(MostTeeth);

    public FormTable Table => table;

    /// <summary>What is made of all forms together, such as an arch.</summary>
    public Shelf Made { get; } = new(MostOfAll);

    public FormParameters For(ToothCode tooth) => table.For(tooth);

    /// <summary>The tooth as a body; left and right share one form, for both are made mesial +x.</summary>
    public PresentTooth Tooth(ToothCode tooth, CrownSize size, ToothCondition? condition = null)
    {
        var (own, state) = (ToothCode.Of(tooth.Jaw == Jaw.Upper ? 1 : 3, tooth.Position), condition ?? ToothCondition.Sound);
        return teeth.Get((own, size, state), () => new PresentTooth(new ToothForm(table, own, size, state)));
    }

    /// <summary>Sizes that rules count with: measured ones, averages for the rest.</summary>
    /// <param name="ridges">Whether the ridges are asked for too: they are measured on the form, which takes its making.</param>
    public FormFigures Figures(ToothCode tooth, MeasuredSize measured, bool ridges)
    {
        var parameters = For(tooth);
        var size = parameters.SizeFor(measured);
        Mm? tips = parameters.Cusps is { } cusps ? new Mm(Math.Round(Rows(cusps) * size.Faciolingual / 2, 2)) : null;
        var form = ridges ? Tooth(tooth, size).Form : null;
        return new(
            new(size.Length),
            new(size.Mesiodistal),
            tips,
            form?.RidgeOverNeck(ProximalSide.Mesial),
            form?.RidgeOverNeck(ProximalSide.Distal)
        );

        // Cusps stand at fractions of the half width; the rows are as far apart as their middles.
        static double Rows(IReadOnlyDictionary<string, double[]> cusps)
        {
            var rows = cusps.ToLookup(entry => Kebab.TryParse<Cusp>(entry.Key, out var cusp) && cusp.IsFacial(), entry => entry.Value[1]);
            return rows[true].Average() - rows[false].Average();
        }
    }
}
