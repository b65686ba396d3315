using System.Globalization;
using System.Text;

namespace Dentelle.Core.Exchange;

/// <summary>All values of a measured tooth as one table: what, where, the value, its unit, what was planned, its uncertainty.</summary>
public static class MeasureTable
{
    /// <summary>RFC 4180, a point for decimals, with a row of names.</summary>
    public static string Csv(MeasureDocument document)
    {
        var text = new StringBuilder("what,where,value,unit,planned,uncertainty\r\n");
        foreach (var zone in document.Depth.Zones ?? [])
        {
            Row("depth", zone.Zone, zone.UsualMm, "mm", zone.PlannedMm, zone.UncertaintyMm);
            Row("depth mean", zone.Zone, zone.MeanMm, "mm");
            Row("depth least", zone.Zone, zone.MinMm, "mm");
            Row("depth 5 %", zone.Zone, zone.P5Mm, "mm");
            Row("depth 95 %", zone.Zone, zone.P95Mm, "mm");
        }
        foreach (var wall in document.Sides ?? [])
        {
            Row("wall lean", wall.Side, wall.LeanDeg, "deg", null, wall.UncertaintyDeg);
            Row("wall height", wall.Side, wall.HeightMm, "mm");
        }
        foreach (var pair in document.Walls)
            Row("total convergence", pair.Pair, pair.TocDeg, "deg", null, pair.UncertaintyDeg);
        foreach (var segment in document.Margin?.Segments ?? [])
        {
            Row("margin width", segment.Segment, segment.WidthMm, "mm", segment.PlannedWidthMm);
            Row("margin level", segment.Segment, segment.LevelMm, "mm", segment.PlannedLevelMm, document.Margin!.LevelUncertaintyMm);
            Row("lip", segment.Segment, segment.LipMm, "mm");
        }
        foreach (var edge in document.Edges ?? [])
            Row("edge radius", edge.Side, edge.RadiusMm, "mm");
        foreach (var edge in (document.Edges ?? []).Where(edge => edge.MilledPastMm > 0))
            Row("milled past the edge", edge.Side, edge.MilledPastMm, "mm");
        foreach (var third in document.Thirds ?? [])
            Row($"lean, third {third.Third + 1}", third.Side, third.LeanDeg, "deg");
        foreach (var hold in document.Resistance ?? [])
        {
            Row("share of the wall that resists", hold.Side, hold.Share, "1");
            Row("convergence at which none resists", hold.Side, hold.NoneResistsDeg, "deg");
            Row("convergence at which enough resists", hold.Side, hold.ShareResistsDeg, "deg");
        }
        if (document.EdgeWidthMm is { } blade)
            Row("edge width", "edge", blade, "mm");
        foreach (var third in document.Enamel ?? [])
            Row("enamel left of the average", third.Zone, third.LeftMm, "mm", third.AverageMm, third.UncertaintyMm);
        foreach (var end in document.Veneer?.Sides ?? [])
            Row("finish line before the contact", end.Side, end.BeforeContactMm, "mm");
        if (document.Veneer?.EdgeWaversMm is { } wavers)
            Row("line along the edge wavers", "edge", wavers, "mm");
        if (document.Cavity is { } cavity)
        {
            Row("wall opens", "facial", cavity.FacialOpensDeg, "deg");
            Row("wall opens", "lingual", cavity.LingualOpensDeg, "deg");
            Row("isthmus at the floor", "groove", cavity.IsthmusMm, "mm", cavity.IsthmusPlannedMm);
            foreach (var box in cavity.Boxes)
            {
                Row("floor of the box", box.Side, box.FloorMm, "mm");
                Row("lip of the box", box.Side, box.LipMm, "mm");
            }
        }
        foreach (var ridge in document.Ridges ?? [])
            Row("ridge under the neighbour's", ridge.Side, ridge.UnderMm, "mm");
        foreach (var one in document.Sliding ?? [])
            Row($"least room, {one.Slide}", one.Zone, one.RoomMm, "mm");
        foreach (var room in document.Clearance ?? [])
        {
            Row("room closed", room.Zone, room.RoomMm, "mm");
            Row("room before", room.Zone, room.RoomBeforeMm, "mm");
        }
        foreach (var gap in document.Gaps ?? [])
            Row("gap to the neighbour", gap.Side, gap.GapMm, "mm");
        Row("removed volume", document.Depth.VolumeFrom, document.Depth.RemovedVolumeMm3, "mm3");
        Row("undercut", "along the path", document.Undercut.MaxDepthMm, "mm");
        Row("best path, least wall", "", document.BestPath.MinWallDeg, "deg");
        return text.ToString();

        void Row(string what, string where, double? value, string unit, double? planned = null, double? uncertainty = null) =>
            text.Append(CultureInfo.InvariantCulture, $"{what},{where},{Number(value)},{unit},{Number(planned)},{Number(uncertainty)}\r\n");

        static string Number(double? value) => value is { } number ? number.ToString("0.####", CultureInfo.InvariantCulture) : "";
    }
}
