using System.Globalization;
using System.Text;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Cli;

/// <summary>Commands that write bodies to files or measure files of bodies.</summary>
internal static class BodyCommands
{
    /// <summary>A tooth's form in every format, with its named places.</summary>
    public static Answer<string> Form(ToothCode tooth, string folder, bool json, Handbook handbook)
    {
        var present = handbook.Forms.Tooth(tooth, handbook.Forms.For(tooth).SizeFor(MeasuredSize.None));
        var mesh = present.Mesh(tooth, Fineness.Full);
        return Written(folder, () =>
        {
            var files = Write(folder, $"{tooth.Iso}-tooth", mesh);
            files.Add(Scene(folder, tooth.Iso, [BodyFiles.Tooth(mesh, 1)]));
            var document = new FormDocument(
                tooth.Iso,
                mesh.TriangleCount,
                Math.Round(mesh.Volume, 2),
                [.. Landmarks.Of(present, tooth).Select(landmark => new NamedPlace(landmark.Name, FormDocument.Three(landmark.Place)))],
                [.. Landmarks.GumLine(present, tooth, handbook.Protocol.Shape.GumAboveNeckMm.Value).Select(FormDocument.Three)],
                files
            );
            if (json)
                return JsonDocuments.Write(document);
            var places = document.Landmarks.Select(landmark =>
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{landmark.Name, -22}{landmark.Place[0], 8:0.00}{landmark.Place[1], 8:0.00}{landmark.Place[2], 8:0.00}"
                )
            );
            return string.Join(
                '\n',
                [
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{tooth.Iso} {tooth.Name}: {document.Triangles} triangles, {document.VolumeMm3:0.0} mm³, average form"
                    ),
                    .. places,
                    .. files,
                ]
            );
        });
    }

    /// <summary>The present tooth and the planned preparation in every format, and what is taken zone by zone.</summary>
    public static Answer<string> Prepare(PlannedUnit unit, string folder, bool json)
    {
        var tooth = unit.Plan.Tooth;
        if (unit.Preparation.Body is not { } body)
            return new Problem("no-body", $"The preparation for a {unit.Plan.Restoration.Words()} can't be written as a body yet.");
        var scene = BodyFiles.Scene(body, Fineness.Full);
        var (present, prepared) = (Named("tooth"), Named("prepared"));
        return Written(folder, () =>
        {
            List<string> files = [.. Write(folder, $"{tooth.Iso}-tooth", present), .. Write(folder, $"{tooth.Iso}-prepared", prepared)];
            files.Add(Scene(folder, tooth.Iso, scene));
            var document = PreparedDocument.From(tooth.Iso, present.Volume, prepared.Volume, unit.Preparation.Outcomes, files);
            return json ? JsonDocuments.Write(document) : Table(document);
        });

        Mesh Named(string name) => scene.Single(body => body.Name == name).Mesh;
    }

    /// <summary>Measures what was cut between two files.</summary>
    public static Answer<string> Measure(CommandOptions options, string home)
    {
        if (options.Value("--before") is not { } beforeFile || options.Value("--after") is not { } afterFile)
            return new Problem("usage", "measure needs --before FILE and --after FILE.");
        if (options.Value("--tooth") is not { } tooth || ToothCode.FromIso(tooth) is null)
            return new Problem("usage", "measure needs --tooth with an ISO 3950 code, such as 36.");
        // Bodies in one frame without a plan are measured as bodies, whatever they are of.
        if (!options.Has("--aligned") || !options.Has("--framed") || options.Value("--plan") is not null)
            return ScanCommands.Measure(options, tooth, home);
        if (!Path(options.Value("--path")).Is(out var path, out var problem))
            return problem;
        if (!Read(beforeFile).Is(out var before, out problem))
            return problem;
        if (!Read(afterFile).Is(out var after, out problem))
            return problem;
        // What a file holds is not what a scanner meant until it has been looked at.
        if (!Scan.Of(before, "The surface before").Is(out var old, out problem))
            return problem;
        if (!Scan.Of(after, "The surface after").Is(out var cut, out problem))
            return problem;
        if (!PreparationMeasure.Of(old.Surface, cut.Surface, path.Direction).Is(out var measure, out problem))
            return problem;
        var document = MeasureDocument.From(measure, Inspector.Walls(old, cut, path.Direction), [.. old.Told, .. cut.Told]);
        return options.Has("--json") ? JsonDocuments.Write(document) : Table(document);
    }

    internal sealed record PathOption(Vec3 Direction);

    internal static Answer<PathOption> Path(string? text)
    {
        if (text is null)
            return new PathOption(Vec3.UnitZ);
        if (Three(text) is not { Length: >= 1e-9 } direction)
            return new Problem("usage", "--path is a direction of three numbers with commas between, such as 0,0,1.");
        return new PathOption(direction);
    }

    /// <summary>Three numbers with commas between; null for anything else.</summary>
    internal static Vec3? Three(string text)
    {
        var numbers = text.Split(',')
            .Select(part =>
                double.TryParse(part, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
                    ? number
                    : (double?)null
            )
            .ToArray();
        return numbers is [{ } x, { } y, { } z] ? new Vec3(x, y, z) : null;
    }

    internal static Answer<Mesh> Read(string path)
    {
        try
        {
            return MeshFile.Read(path);
        }
        catch (MeshFileException e)
        {
            return new Problem("mesh-file", $"“{path}”: {e.Message}");
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            return new Problem("file", $"“{path}” can't be read: {(File.Exists(path) ? "access is denied" : "there is no such file")}.");
        }
    }

    internal static Answer<string> Written(string folder, Func<string> write)
    {
        try
        {
            Directory.CreateDirectory(folder);
            return write();
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            return new Problem("file", $"“{folder}” can't be written to.");
        }
    }

    private static List<string> Write(string folder, string name, Mesh mesh) =>
        [
            .. BodyFiles.Formats.Select(format =>
            {
                var path = System.IO.Path.Combine(folder, $"{name}.{format.Key}");
                MeshFile.Write(mesh, path, format.Value);
                return path;
            }),
        ];

    private static string Scene(string folder, string name, IReadOnlyList<SceneBody> bodies)
    {
        var path = System.IO.Path.Combine(folder, $"{name}.glb");
        using var stream = File.Create(path);
        GltfWriter.Write(bodies, stream);
        return path;
    }

    private static string Table(PreparedDocument document)
    {
        var text = new StringBuilder();
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"{document.Tooth}: {document.PresentVolumeMm3 - document.PreparedVolumeMm3:0.0} mm³ of "
                + $"{document.PresentVolumeMm3:0.0} are cut · average form, lengths in mm"
        );
        text.AppendLine();
        text.AppendLine($"{"zone", -38}{"plan", 6}{"least", 7}{"usual", 7}{"most", 6}  why it differs");
        foreach (var zone in document.Zones)
            text.AppendLine(
                string.Create(
                        CultureInfo.InvariantCulture,
                        $"{zone.Zone, -38}{zone.PlannedMm, 6:0.00}{zone.LeastMm, 7:0.00}{zone.UsualMm, 7:0.00}{zone.MostMm, 6:0.00} "
                            + $" {zone.Why}"
                    )
                    .TrimEnd()
            );
        text.AppendLine();
        foreach (var file in document.Files)
            text.AppendLine(file);
        return text.ToString().TrimEnd();
    }

    private static string Rule(DepthFigures depth) =>
        depth.VolumeFrom == Kebab.Of(VolumeRule.ClosedBodies) ? "two closed bodies, weighed" : "an open surface: depth over the cut area";

    private static string Table(MeasureDocument document)
    {
        var text = new StringBuilder();
        foreach (var sentence in document.Told)
            text.AppendLine(sentence);
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"removed {document.Depth.RemovedVolumeMm3:0.0} mm³ ({Rule(document.Depth)}) · deepest "
                + $"{document.Depth.MaxMm:0.00} mm · mean {document.Depth.MeanMm:0.00} mm"
        );
        foreach (var pair in document.Walls)
            text.AppendLine(CultureInfo.InvariantCulture, $"{pair.Pair} convergence {pair.TocDeg:0.0}°");
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"undercut along the path: {document.Undercut.MaxDepthMm:0.00} mm deep, {document.Undercut.AreaMm2:0.0} "
                + $"mm², {document.Undercut.VolumeMm3:0.00} mm³"
        );
        text.Append(
            CultureInfo.InvariantCulture,
            $"best path {ScanTable.Three(document.BestPath.Direction)}: "
                + $"least wall {document.BestPath.MinWallDeg:0.0}°, free to turn {document.BestPath.FreedomDeg:0.0}°"
        );
        return text.ToString();
    }
}
