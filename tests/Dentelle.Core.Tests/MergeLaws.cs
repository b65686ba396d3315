using System.Reflection;
using System.Text.Json;
using Dentelle.Core.Inputs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Tests;

/// <summary>
/// What is said on the quick line laid over what stands in a file: by every field that inputs and findings have, found by
/// reflection, so that none can be forgotten.
/// </summary>
public class MergeLaws
{
    public static TheoryData<Type, string> Fields =>
        [.. new[] { typeof(Findings), typeof(PlanInputs) }.SelectMany(type => FieldsOf(type).Select(each => (type, each.Name)))];

    [Theory(DisplayName = "A field that one says stands, one that only the other says stays, maps take both, and no other field moves")]
    [MemberData(nameof(Fields))]
    public void Every_field(Type type, string name)
    {
        var field = type.GetProperty(name)!;
        var (low, high, both) = Samples(field);
        var (nothing, under, over) = (New(type), New(type, (field, low)), New(type, (field, high)));
        Assert.Equal(Text(both), Text(field.GetValue(Over(over, under))));
        Assert.Equal(Text(high), Text(field.GetValue(Over(over, nothing))));
        // What a line is about is always said on it.
        if (field.PropertyType != typeof(Restoration))
            Assert.Equal(Text(low), Text(field.GetValue(Over(nothing, under))));
        var full = New(type, [.. FieldsOf(type).Select(each => (each, Samples(each).Low))]);
        var laid = Over(over, full);
        foreach (var other in FieldsOf(type).Where(other => other != field && other.PropertyType != typeof(Restoration)))
            Assert.Equal((other.Name, Text(other.GetValue(full))), (other.Name, Text(other.GetValue(laid))));
    }

    private static object Over(object own, object under) =>
        own is Findings findings ? findings.Over((Findings)under) : ((PlanInputs)own).Over((PlanInputs)under);

    private static PropertyInfo[] FieldsOf(Type type) => [.. type.GetProperties().Where(field => field.CanWrite)];

    private static object New(Type type, params IEnumerable<(PropertyInfo Field, object Value)> fields)
    {
        var made = Activator.CreateInstance(type)!;
        foreach (var (field, value) in fields)
            field.SetValue(made, value);
        return made;
    }

    /// <summary>What stands below, what is laid over it, and what comes of it. A type that is not here fails the test.</summary>
    private static (object Low, object High, object Both) Samples(PropertyInfo field)
    {
        var type = Nullable.GetUnderlyingType(field.PropertyType) ?? field.PropertyType;
        if (type.IsEnum)
            return Wins(Enum.GetValues(type).GetValue(0)!, Enum.GetValues(type).GetValue(1)!);
        // Findings unite their lists; what was decided of a tooth replaces what was decided of all.
        (object, object, object) List<T>(T first, T second) =>
            field.DeclaringType == typeof(Findings)
                ? (new[] { first }, new[] { second, first }, new[] { first, second })
                : Wins(new[] { first }, new[] { second });
        return true switch
        {
            _ when type == typeof(bool) => (true, true, true),
            _ when type == typeof(double) => Wins(1.5, 2.5),
            _ when type == typeof(Mm) => Wins(new Mm(1.5), new Mm(2.5)),
            _ when type == typeof(ToothCode) => Wins(ToothCode.Of(1, 6), ToothCode.Of(1, 7)),
            _ when type == typeof(SizeInput) => Wins(new SizeInput(7), new SizeInput(8)),
            _ when type == typeof(BridgeInput) => Wins(new BridgeInput(["45"], []), new BridgeInput(["46"], [])),
            _ when type == typeof(Findings) => (
                new Findings { Caries = true },
                new Findings { ThinGum = true },
                new Findings { Caries = true, ThinGum = true }
            ),
            _ when type == typeof(ByZone) => (
                ByZone.Of(("a", 1), ("b", 2)),
                ByZone.Of(("b", 3), ("c", 4)),
                ByZone.Of(("a", 1), ("b", 3), ("c", 4))
            ),
            _ when type == typeof(IReadOnlyDictionary<ProximalSide, Mm>) => Maps(ProximalSide.Mesial, ProximalSide.Distal, n => new Mm(n)),
            _ when type == typeof(IReadOnlyDictionary<Cusp, Mm>) => Maps(Cusp.Mesiofacial, Cusp.Distofacial, n => new Mm(n)),
            _ when type == typeof(IReadOnlyDictionary<string, double>) => Maps("a", "b", n => (double)n),
            _ when type == typeof(IReadOnlyDictionary<string, string>) => Maps("a", "b", n => $"{n}"),
            _ when type == typeof(IReadOnlyList<ProximalSide>) => List(ProximalSide.Mesial, ProximalSide.Distal),
            _ when type == typeof(IReadOnlyList<Cusp>) => List(Cusp.Mesiofacial, Cusp.Distofacial),
            _ when type == typeof(IReadOnlyList<FeatureWish>) => List(
                new FeatureWish(FeatureKind.Groove, WallSide.Mesial),
                new FeatureWish(FeatureKind.Box, WallSide.Distal)
            ),
            _ when type == typeof(IReadOnlyList<Filling>) => List(
                new Filling(FilledSurface.Mesial) { AgeYears = 3 },
                new Filling(FilledSurface.Mesial) { EndsAboveGum = new(-0.5) }
            ),
            _ => throw new NotSupportedException($"Say here how {type} is merged."),
        };
    }

    private static (object Low, object High, object Both) Wins(object low, object high) => (low, high, high);

    private static (object Low, object High, object Both) Maps<TKey, TValue>(TKey first, TKey second, Func<int, TValue> value)
        where TKey : notnull =>
        (
            new Dictionary<TKey, TValue> { [first] = value(1), [second] = value(2) },
            new Dictionary<TKey, TValue> { [second] = value(3) },
            new Dictionary<TKey, TValue> { [first] = value(1), [second] = value(3) }
        );

    private static string Text(object? value) => JsonSerializer.Serialize(value);
}
