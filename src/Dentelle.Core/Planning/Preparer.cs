using Dentelle.Core.Anatomy;
using Dentelle.Core.Planning.Cautions;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>Cuts a plan into the body of its tooth: the stage after planning. Pure but for forms that are kept.</summary>
public static class Preparer
{
    /// <returns>A problem when the plan can't be cut out of a tooth of this size.</returns>
    public static Answer<Preparation> Make(Plan plan, Protocol protocol, ToothForms forms)
    {
        if (!Present(plan, protocol, forms).Is(out var present, out var problem))
            return problem;
        PlannedBody? body = null;
        if (plan.Rules().Body(present, plan, protocol) is { } cut && !cut.Is(out body, out problem))
            return problem;
        var preparation = Preparation.Of(present, plan, body, protocol);
        return preparation with { Cautions = CautionTable.Of(preparation, protocol) };
    }

    /// <summary>The body alone, for files; a problem where there is none.</summary>
    public static Answer<PlannedBody> Body(Plan plan, Protocol protocol, ToothForms forms)
    {
        if (!Present(plan, protocol, forms).Is(out var present, out var problem))
            return problem;
        return plan.Rules().Body(present, plan, protocol)
            ?? new Problem("no-body", $"The preparation for a {plan.Restoration.Words()} can't be shown or written as a body yet.");
    }

    /// <summary>The tooth as it stands; a problem when its measured size is none that such a tooth has.</summary>
    private static Answer<PresentTooth> Present(Plan plan, Protocol protocol, ToothForms forms)
    {
        var form = forms.For(plan.Tooth);
        return Slip(plan, form, protocol) is { } slip ? slip : forms.Tooth(plan.Tooth, form.SizeFor(plan.Assessment.MeasuredSize));
    }

    /// <summary>A measured size that no such tooth has.</summary>
    private static Problem? Slip(Plan plan, FormParameters form, Protocol protocol)
    {
        var measured = plan.Assessment.MeasuredSize;
        return Check("length", measured.Length, form.Dims[0])
            ?? Check("mesiodistal width", measured.Mesiodistal, form.Dims[1])
            ?? Check("faciolingual width", measured.Faciolingual, form.Dims[3]);

        Problem? Check(string what, Mm? value, double average) =>
            value is { } given && !protocol.Plausible.SizeRatio.Include(given.Value / average)
                ? new Problem(
                    "implausible",
                    $"A {what} of {given} for the {plan.Tooth.Name} is far from the average {new Mm(average)}; check the number."
                )
                : null;
    }
}
