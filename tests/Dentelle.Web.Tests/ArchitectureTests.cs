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
    private static readonly Assembly Core = typeof(Core.Mm).Assembly;
    private static readonly Assembly Data = typeof(Data.DentelleDb).Assembly;
    private static readonly Assembly Web = typeof(PracticeFiles).Assembly;

    private static readonly Architecture Whole = new ArchLoader().LoadAssemblies(Geometry, Core, Data, Web).Build();

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
        Assert.All(Foreign(Geometry), name => Assert.Contains(name, new[] { "MathNet.Numerics", "SharpGLTF.Core" }));
        Assert.All(Foreign(Core), name => Assert.Contains(name, new[] { "JsonSchema.Net", "JsonPointer.Net", "Json.More" }));
        Assert.DoesNotContain(Foreign(Data), name => name.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal));
    }

    [Theory(DisplayName = "Within the core an inner folder knows nothing of an outer one")]
    [InlineData("Teeth", "Planning|Protocols|Forms|Judging|Measuring|Exchange|QuickLine|Burs")]
    [InlineData("Planning", "Forms|Judging|Measuring|Exchange|QuickLine")]
    [InlineData("Forms", "Judging|Measuring|Exchange|QuickLine")]
    [InlineData("Burs", "Planning|Protocols|Forms|Judging|Measuring|Exchange|QuickLine")]
    [InlineData("Judging", "Forms|Exchange|QuickLine")]
    public void Folders(string inner, string outer) =>
        Types()
            .That()
            .ResideInNamespace($"Dentelle.Core.{inner}")
            .Should()
            .NotDependOnAny(Types().That().ResideInNamespaceMatching($@"^Dentelle\.Core\.({outer})$"))
            .Check(Whole);

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
                        @"^System\.(IO\.(File|Directory|FileStream)|Net\..*|DateTime|DateTimeOffset|TimeProvider|Console|Environment|Random)$"
                    )
            )
            .Check(Whole);
}
