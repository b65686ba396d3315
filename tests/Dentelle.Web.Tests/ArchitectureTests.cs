using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using ArchUnitNET.xUnitV3;
using static ArchUnitNET.Fluent.ArchRuleDefinition;
using Assembly = System.Reflection.Assembly;

namespace Dentelle.Web.Tests;

/// <summary>The arrows of docs/architecture.md: Geometry ← Core ← Data ← Web, and within Core from the tooth outward.</summary>
public class ArchitectureTests
{
    private static readonly Assembly Geometry = typeof(Geometry.Vec2).Assembly;
    private static readonly Assembly Core = typeof(Mm).Assembly;
    private static readonly Assembly Data = typeof(Data.DentelleDb).Assembly;
    private static readonly Assembly Web = typeof(PracticeFiles).Assembly;
    private static readonly Assembly Cli = typeof(Cli.CommandLine).Assembly;

    private static readonly Architecture Whole = new ArchLoader().LoadAssemblies(Geometry, Core, Data, Web, Cli).Build();

    [Fact(DisplayName = "Projects point one way, and geometry and core bring no package but the named ones")]
    public void Projects()
    {
        string[] Ours(Assembly of) =>
            [
                .. of.GetReferencedAssemblies()
                    .Select(name => name.Name!)
                    .Where(name => name.StartsWith("Dentelle", StringComparison.Ordinal))
                    .Order(),
            ];
        string[] Foreign(Assembly of) =>
            [
                .. of.GetReferencedAssemblies()
                    .Select(name => name.Name!)
                    .Where(name =>
                        !name.StartsWith("Dentelle", StringComparison.Ordinal) && !name.StartsWith("System", StringComparison.Ordinal)
                    ),
            ];

        Assert.Equal([], Ours(Geometry));
        Assert.Equal(["Dentelle.Geometry"], Ours(Core));
        Assert.Equal(["Dentelle.Core"], Ours(Data));
        Assert.Equal(["Dentelle.Core", "Dentelle.Data", "Dentelle.Geometry"], Ours(Web));
        Assert.Equal(["Dentelle.Core", "Dentelle.Data", "Dentelle.Geometry"], Ours(Cli));
        Assert.All(Foreign(Geometry), name => Assert.Contains(name, new[] { "MathNet.Numerics", "SharpGLTF.Core" }));
        Assert.All(Foreign(Core), name => Assert.Contains(name, new[] { "JsonSchema.Net", "JsonPointer.Net", "Json.More" }));
        Assert.DoesNotContain(Foreign(Data), name => name.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal));
    }

    [Fact(DisplayName = "No room of any project knows one that knows it, however far round: the namespaces make no circle")]
    public void Rooms()
    {
        var uses = Whole
            .Types.SelectMany(type =>
                type.Dependencies.Where(use => use.Target is not GenericParameter)
                    .Select(use => (From: RoomOf(type), To: RoomOf(use.Target), Why: $"{type.Name} uses {use.Target.Name}"))
            )
            .Where(use => use.From != use.To && IsOurs(use.From) && IsOurs(use.To))
            .ToArray();
        var knows = uses.ToLookup(use => use.From, use => use.To);
        var rooms = knows.Select(room => room.Key).ToArray();
        Assert.True(rooms.Length > 30, "Hardly any room was seen.");
        var circles = rooms.Select(room => Back(room, knows)).OfType<IReadOnlyList<string>>().ToArray();
        Assert.True(circles.Length == 0, string.Join('\n', circles.Select(Said)));

        string Said(IReadOnlyList<string> circle) =>
            string.Join(
                ", ",
                circle
                    .Zip(circle.Skip(1))
                    .Select(step => $"{step.First} → {step.Second} ({uses.First(use => (use.From, use.To) == step).Why})")
            );
    }

    private static string RoomOf(IType type) => type.Namespace?.FullName ?? "";

    private static bool IsOurs(string room) =>
        room.StartsWith("Dentelle", StringComparison.Ordinal) && !room.StartsWith("Dentelle.Data.Migrations", StringComparison.Ordinal);

    /// <summary>The way from a room back to itself, if there is one.</summary>
    private static List<string>? Back(string room, ILookup<string, string> knows)
    {
        var (open, from) = (new Queue<string>([room]), new Dictionary<string, string>());
        while (open.TryDequeue(out var at))
        {
            foreach (var next in knows[at])
            {
                if (next == room)
                    return [.. Way(at), room];
                if (from.TryAdd(next, at))
                    open.Enqueue(next);
            }
        }
        return null;

        List<string> Way(string at) => at == room ? [room] : [.. Way(from[at]), at];
    }

    [Fact(DisplayName = "The core does no input or output and reads no clock")]
    public void Core_is_pure() =>
        Types()
            .That()
            .ResideInAssembly(Core)
            .Should()
            .NotDependOnAny(
                Types(true)
                    .That()
                    .HaveFullNameMatching(
                        @"^System\.(IO\.(File|Directory|FileStream)|Net\..*|DateTime|DateTimeOffset"
                            + "|TimeProvider|Console|Environment|Random)$"
                    )
            )
            .Check(Whole);
}
