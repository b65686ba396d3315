using System.Text.Json.Nodes;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Tests;

/// <summary>run-sheet.json: every name in it is known, and what an entry says stands on the sheet.</summary>
public class SheetFileTests
{
    [Theory(DisplayName = "A step, school or setting that does not exist is refused with its place, wherever it is named")]
    [InlineData("/arrangements/2/step", "there is no step nowhere")]
    [InlineData("/arrangements/2/before/1", "there is no step nowhere")]
    [InlineData("/arrangements/0/swap/1", "there is no step nowhere")]
    [InlineData("/arrangements/1/stage", "there is no step nowhere")]
    public void Unknown_steps(string path, string complaint)
    {
        var parts = path.Split('/')[1..];
        var root = JsonNode.Parse(Shipped.Text("run-sheet.json"))!;
        var node = root;
        foreach (var part in parts[..^1])
            node = int.TryParse(part, out var at) ? node[at]! : node[part]!;
        if (int.TryParse(parts[^1], out var last))
            node.AsArray()[last] = "nowhere";
        else
            node.AsObject()[parts[^1]] = "nowhere";
        var problem = Handbook.Read(name => name == "run-sheet.json" ? root.ToJsonString() : Shipped.Text(name)).Problem!;
        Assert.StartsWith($"run-sheet.json: /arrangements/{parts[1]}", problem.Sentence, StringComparison.Ordinal);
        Assert.Contains(complaint, problem.Sentence, StringComparison.Ordinal);
    }

    [Fact(DisplayName = "What an entry warns of stands with its step on every sheet that has it")]
    public void Cautions_of_entries()
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (line, school) in MadeSheets.Cases)
        {
            foreach (
                var step in MadeSheets.Sheet(line, school).Steps.Select(timed => timed.Step).Where(step => step.Entry.Caution is not null)
            )
            {
                Assert.Contains(step.Entry.Caution!, step.Cautions);
                seen.Add(step.Code);
            }
        }
        Assert.True(seen.Count >= 3, string.Join(", ", seen));
    }

    [Fact(DisplayName = "Time is free only behind a step that waits, and no visit is shorter than its work and what is free together")]
    public void Waits()
    {
        foreach (var (line, school) in MadeSheets.Cases)
        {
            var sheet = MadeSheets.Sheet(line, school);
            var waiting = sheet.Steps.Where(timed => timed.Step.Entry.WaitMinutes > 0).Select(timed => timed.Step.Key).ToHashSet();
            Assert.All(sheet.Free, free => Assert.Contains(free.After, waiting));
            var idle = sheet.Free.Sum(free => free.End - free.Start);
            var work = sheet.Steps.Sum(timed => timed.Step.Minutes);
            Assert.True(sheet.Minutes >= work + idle - 1e-6, $"{line}: {sheet.Minutes} {work} {idle}");
        }
    }

    [Fact(
        DisplayName = "A step begins as soon as the hands are free, its bur and place are taken up and what it waits for "
            + "is over; no sooner, no later"
    )]
    public void Begins()
    {
        foreach (var (line, school) in MadeSheets.Cases)
        {
            var sheet = MadeSheets.Sheet(line, school);
            var starts = MadeSheets.Starts([.. sheet.Steps.Select(timed => timed.Step)], sheet.Visit.Order);
            foreach (var (timed, start) in sheet.Steps.Zip(starts))
                Assert.Equal(start, timed.Start, 1);
        }
    }

    [Theory(
        DisplayName = "Three recorded times of a step on such a tooth replace the assumed one by their median (handbook of statistics)"
    )]
    [InlineData(false, 0, 4.0, 9.0)]
    [InlineData(true, 5.0, 4.0, 9.0, 5.0)]
    [InlineData(true, 4.5, 4.0, 9.0, 5.0, 1.0)]
    [InlineData(true, 5.0, 4.0, 9.0, 5.0, 1.0, 30.0)]
    public void Learned(bool learned, double minutes, params double[] recorded)
    {
        var plain = MadeSheets.Sheet("36 crown metal").Steps.Select(timed => timed.Step).First(step => step.Code == "functional-occlusal");
        var key = (plain.TimedAs, plain.Tooth?.Kind);
        var times = new LearnedTimes(new Dictionary<(string, ToothKind?), IReadOnlyList<double>> { [key] = recorded });
        Assert.Equal((learned ? minutes : plain.Minutes, learned), times.For(plain, Shipped.Handbook.Sheets.Limits));
        Assert.False(LearnedTimes.None.For(plain, Shipped.Handbook.Sheets.Limits).Learned);
    }

    [Fact(
        DisplayName = "Grooves of a rounded bur stand so far apart that the fine pass takes the ridges between them (scallop "
            + "height); flat ones say nothing"
    )]
    public void Apart()
    {
        var said = 0;
        foreach (var step in MadeSheets.Cases.SelectMany(one => MadeSheets.Sheet(one.Line, one.School).Steps).Select(timed => timed.Step))
        {
            if (step.Entry.Cut != StepCut.Guide || step.Bur?.Chosen is not { } bur)
                continue;
            var hint = step.Hint ?? "";
            Assert.Equal(bur.Family.HasRoundedTip(), hint.StartsWith("Grooves ", StringComparison.Ordinal));
            if (!bur.Family.HasRoundedTip())
                continue;
            // The default allowance; what stands between two circles of radius r at a spacing s is r − √(r² − s²/4).
            var (spacing, radius) = (double.Parse(hint.Split(' ')[1]), bur.Tip.Value / 2);
            Assert.Equal(0.2, radius - Math.Sqrt((radius * radius) - (spacing * spacing / 4)), 0.02);
            Assert.Contains("ridges of 0.2", hint, StringComparison.Ordinal);
            said++;
        }
        Assert.True(said > 5);
    }

    [Fact(DisplayName = "Where half of a tracer is sunk, its half is the lingual margin's width as near as the drawer comes")]
    public void Tracers()
    {
        var families = (BurFamily[])[BurFamily.Torpedo, BurFamily.TaperRound, BurFamily.TaperTorpedo];
        foreach (var line in (string[])["34 36 crown metal", "14 16 crown zirconia"])
        {
            var plans = Shipped.Plans(line);
            var tracers = MadeSheets
                .Sheet(line, CuttingSchool.ParallelPair)
                .Steps.Select(timed => timed.Step)
                .Where(step => step.Code == "axial-tracers")
                .ToArray();
            Assert.Equal(2, tracers.Length);
            foreach (var step in tracers)
            {
                var width = plans.Single(plan => plan.Tooth == step.Tooth).Margin.At(Segment.Lingual).Width.Value.Target;
                double Off(Bur bur) => Math.Abs((bur.Tip * 0.5 - width).Value);
                var nearest = Shipped.Handbook.Drawer.Burs.Where(bur => families.Contains(bur.Family)).Min(Off);
                Assert.Equal(nearest, Off(step.Bur!.Chosen!), 0.051);
            }
        }
    }
}
