using System.Globalization;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Sequencing;
using static Dentelle.Core.Tests.MadeSheets;

namespace Dentelle.Core.Tests;

/// <summary>One job from the line to the verdict, as a clinician would check it: every list is separated by commas.</summary>
/// <param name="Line">What is typed.</param>
/// <param name="Depths">"zone-or-kind millimetres", before a zone a tooth where it is not the first: "37:groove 1.0".</param>
/// <param name="Margin">"segment design width level".</param>
/// <param name="Order">Codes of steps that follow each other.</param>
/// <param name="Burs">"step family tip".</param>
/// <param name="Readings">"zone kind reading verdict": 1.0..1.5 passes and stops, =1.4 is read; a verdict with ? is only probable.</param>
public sealed record Job(string Line, string Depths, string Margin, string Order, string Burs, string Readings)
{
    public CuttingSchool? School { get; init; }

    public PlanInputs Inputs { get; init; } = PlanInputs.Empty;

    /// <summary>Codes of all cautions, tooth by tooth.</summary>
    public string Cautions { get; init; } = "";

    /// <summary>Codes of steps that this job must not have.</summary>
    public string Without { get; init; } = "";
}

/// <summary>Nineteen jobs worked through whole. What each expects is a fact of the trade, as recalled from memory.</summary>
public class WholeJobs
{
    private static readonly Dictionary<string, Job> All = FrontJobs.All.Concat(BackJobs.All).ToDictionary();

    public static TheoryData<string> Names => [.. All.Keys];

    [Theory(DisplayName = "Plan, margin, order, burs, readings and cautions of a whole job")]
    [MemberData(nameof(Names))]
    public void Holds(string name)
    {
        var job = All[name];
        var units = Shipped
            .Need(QuickLineReader.Read(job.Line, ToothNotation.Iso, Shipped.Protocol))
            .Units.Select(unit => unit with { Inputs = unit.Inputs.Over(job.Inputs) })
            .ToArray();
        var line = Shipped.Need(PlannedLine.Make(units, Shipped.Handbook));
        var plans = line.Units.Select(unit => unit.Plan).ToArray();
        var sheet = Sheet(job, plans);

        foreach (var (plan, entry) in On(plans, job.Depths))
        {
            var zones = plan.Zones.Where(zone => zone.Zone.Name == entry[0] || Kebab.Of(zone.Zone.Kind) == entry[0]).ToArray();
            Assert.NotEmpty(zones);
            Assert.All(zones, zone => Assert.Equal(Number(entry[1]), zone.Depth.Value.Target.Value, 0.051));
        }
        foreach (var (plan, entry) in On(plans, job.Margin))
        {
            var piece = plan.Margin.Pieces.Single(one => Kebab.Of(one.Segment) == entry[0]);
            Assert.Equal(entry[1], Kebab.Of(piece.Design));
            Assert.Equal(Number(entry[2]), piece.Width.Value.Target.Value, 1e-6);
            Assert.Equal(Number(entry[3]), piece.Level.Value.Value, 0.26);
        }
        InTurn(sheet, [.. Entries(job.Order).Select(entry => entry[0])]);
        foreach (var entry in Entries(job.Without))
            Assert.DoesNotContain(sheet.Steps, step => step.Step.Code == entry[0]);
        foreach (var entry in Entries(job.Burs))
        {
            var steps = sheet.Steps.Select(step => step.Step).Where(step => step.Code == entry[0]).ToArray();
            Assert.NotEmpty(steps);
            Assert.All(steps, step =>
                Assert.Equal($"{entry[1]} {entry[2]}", $"{Kebab.Of(step.Bur!.Chosen!.Family)} {step.Bur.Chosen.Tip}")
            );
        }
        foreach (var (plan, entry) in On(plans, job.Readings))
        {
            Assert.True(Kebab.TryParse<ReadingKind>(entry[1], out var kind));
            var reading = new Reading(entry[0], kind, IntervalOf(entry[2]), "thickness-gauges");
            var finding = Shipped.Need(Judge.Of(reading, plan, Shipped.Protocol));
            Assert.Equal(entry[3], Kebab.Of(finding.Verdict) + (finding.IsProbable ? "?" : ""));
        }
        Assert.Equal(
            Entries(job.Cautions).Select(entry => entry[0]),
            line.Units.SelectMany(unit => unit.Preparation.Cautions).Select(caution => caution.Code)
        );
    }

    private static RunSheet Sheet(Job job, Plan[] plans) =>
        Shipped.Need(RunSheet.Make(plans, new(Shipped.Handbook.Drawer.Burs, job.School), Shipped.Protocol, Shipped.Handbook.Sheets));

    private static IEnumerable<string[]> Entries(string list) =>
        list.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Select(entry => entry.Split(' '));

    /// <summary>Entries with the plan they speak of: a tooth's before the colon, else the first that is cut.</summary>
    private static IEnumerable<(Plan Plan, string[] Entry)> On(Plan[] plans, string list) =>
        Entries(list)
            .Select(entry =>
                entry[0].Split(':') is [var tooth, var rest]
                    ? (plans.Single(plan => plan.Tooth.Iso == tooth), (string[])[rest, .. entry[1..]])
                    : (plans.First(plan => plan.Zones.Count > 0), entry)
            );

    private static Interval IntervalOf(string reading) =>
        reading.StartsWith('=') ? Interval.Read(new(Number(reading[1..])), new(0.1))
        : reading.Split("..") is [var passed, var stopped]
            ? Interval.Passing(new(Number(passed)), stopped.Length == 0 ? null : new Mm(Number(stopped)))
        : throw new InvalidOperationException(reading);

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
}
