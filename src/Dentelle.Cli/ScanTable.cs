using System.Globalization;
using System.Text;
using Dentelle.Core.Exchange;

namespace Dentelle.Cli;

/// <summary>A tooth measured from scans, for reading: findings first, then the figures.</summary>
internal static class ScanTable
{
    public static string Write(MeasureDocument document)
    {
        var text = new StringBuilder();
        void Line(FormattableString line) => text.AppendLine(FormattableString.Invariant(line));

        foreach (var sentence in document.Told)
            text.AppendLine(sentence);
        var registration = document.Registration!;
        Line($"{document.Tooth}: scans laid together by {registration.By}, {registration.NoiseMm:0.000} mm apart where nothing was cut");
        Line($"the average form lies {document.Frame!.RmsMm:0.00} mm off the crown as it was");
        if (document.Findings is { } findings)
        {
            text.AppendLine();
            if (findings.Count == 0)
                text.AppendLine("Nothing to correct: all that was measured is as planned.");
            foreach (var finding in findings)
            {
                Line($"{finding.Where}: {finding.Headline}");
                Line($"    {finding.Instruction}");
            }
        }
        text.AppendLine();
        Line($"{"zone", -38}{"plan", 6}{"cut", 7}{"±", 7}{"5 %", 7}{"95 %", 7}");
        foreach (var zone in document.Depth.Zones ?? [])
        {
            var (name, cut, doubt) = (zone.Zone, new Mm(zone.UsualMm).Told.Rounded, zone.UncertaintyMm);
            Line($"{name, -38}{zone.PlannedMm, 6:0.00}{cut, 7:0.00}{doubt, 7:0.00}{zone.P5Mm, 7:0.00}{zone.P95Mm, 7:0.00}");
        }
        text.AppendLine();
        foreach (var wall in document.Sides ?? [])
        {
            if (wall.LeanDeg is { } lean)
                Line($"{wall.Side, -9} wall leans {lean:0.0}° ± {wall.UncertaintyDeg:0.0}, straight up to {wall.HeightMm:0.0} mm");
            else
                Line($"{wall.Side, -9} wall: no straight wall");
        }
        foreach (var pair in document.Walls)
            Line($"{pair.Pair} convergence {pair.TocDeg:0.0}° ± {pair.UncertaintyDeg:0.0}");
        if (document.Margin is { } margin)
        {
            Line($"margin {margin.LengthMm:0.0} mm round");
            foreach (var segment in margin.Segments)
            {
                var (name, wide, level) = (segment.Segment, segment.WidthMm, segment.LevelMm);
                var (planned, high) = (segment.PlannedWidthMm, segment.PlannedLevelMm);
                Line($"{name, -14} width {wide, 5:0.00} of {planned:0.00}, level {level, 5:0.00} of {high:0.00}");
            }
        }
        foreach (var room in document.Clearance ?? [])
            Line($"{room.Zone, -38} room {room.RoomMm:0.00}, before {room.RoomBeforeMm:0.00}");
        Line($"removed {document.Depth.RemovedVolumeMm3:0.0} mm³ ({Rule(document.Depth.VolumeFrom)})");
        Line($"undercut {document.Undercut.MaxDepthMm:0.00} mm");
        text.Append(
            CultureInfo.InvariantCulture,
            $"best path {Three(document.BestPath.Direction)}: worst wall {document.BestPath.MinWallDeg:0.0}°"
        );
        return text.ToString();
    }

    /// <summary>"0.052, 0.000, 0.999".</summary>
    public static string Three(double[] direction) =>
        string.Join(", ", direction.Select(part => part.ToString("0.000", CultureInfo.InvariantCulture)));

    private static string Rule(string rule) => rule.Replace('-', ' ');
}
