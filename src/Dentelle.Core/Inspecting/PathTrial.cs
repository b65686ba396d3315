using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>What one path of insertion meets.</summary>
/// <param name="Undercut">Of the tooth that is looked at.</param>
/// <param name="Walls">How all teeth of the scans stand to it.</param>
/// <param name="Off">Degrees from the planned path.</param>
public sealed record PathTrial(SiteUndercut Undercut, DrawPath Walls, double Off)
{
    /// <param name="inspection">All that was measured.</param>
    /// <param name="tooth">The tooth that is looked at.</param>
    /// <param name="own">The path in its own frame.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static PathTrial Of(Inspection inspection, MeasuredTooth tooth, Vec3 own, CancellationToken cancel = default) =>
        new(
            SiteUndercut.Along(tooth.Site, tooth.Cut, own, cancel),
            WallPlanes.Along([.. inspection.Teeth.Select(one => one.Planes)], tooth.Frame.ScanDirection(own).Unit),
            own.AngleTo(tooth.Preparation.Plan.Path)
        );
}
