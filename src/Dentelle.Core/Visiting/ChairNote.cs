using System.Text.Json.Serialization;
using Dentelle.Core.Inspecting;

namespace Dentelle.Core.Visiting;

/// <summary>Something that happened at the chair, as it is written into the record. Each kind says what it needs and no more.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind", UnknownDerivedTypeHandling = JsonUnknownDerivedTypeHandling.FailSerialization)]
[JsonDerivedType(typeof(StepNote), "step")]
[JsonDerivedType(typeof(DoseNote), "dose")]
[JsonDerivedType(typeof(CordNote), "cord")]
[JsonDerivedType(typeof(MaterialNote), "material")]
[JsonDerivedType(typeof(BleedingNote), "bleeding")]
[JsonDerivedType(typeof(ComfortNote), "comfort")]
[JsonDerivedType(typeof(RemnantsNote), "remnants")]
[JsonDerivedType(typeof(ShadeNote), "shade")]
[JsonDerivedType(typeof(PointNote), "point")]
[JsonDerivedType(typeof(GateNote), "gate")]
[JsonDerivedType(typeof(ProvisionalNote), "provisional")]
[JsonDerivedType(typeof(AdviceNote), "advice")]
[JsonDerivedType(typeof(DeviationNote), "deviation")]
[JsonDerivedType(typeof(ClockNote), "clock")]
[JsonDerivedType(typeof(ClockStopNote), "clock-stop")]
[JsonDerivedType(typeof(PictureNote), "picture")]
[JsonDerivedType(typeof(FreeNote), "note")]
public abstract record ChairNote
{
    /// <summary>What it says, as a sentence of the record.</summary>
    public abstract string Say();

    /// <summary>The kind as it stands in the words: "dose".</summary>
    public string Kind() => Kinds[GetType()];

    /// <summary>What kinds there are, by their types.</summary>
    public static IReadOnlyDictionary<Type, string> Kinds { get; } =
        typeof(ChairNote)
            .GetCustomAttributes(typeof(JsonDerivedTypeAttribute), inherit: false)
            .Cast<JsonDerivedTypeAttribute>()
            .ToDictionary(derived => derived.DerivedType, derived => (string)derived.TypeDiscriminator!);

    /// <summary>What somebody added, behind a semicolon; nothing where nothing was.</summary>
    protected static string More(string? words) => string.IsNullOrWhiteSpace(words) ? "" : $"; {words.Trim()}";

    protected static string Reasoned(string? because) =>
        string.IsNullOrWhiteSpace(because) ? "" : $" Because: {because.Trim().TrimEnd('.')}.";
}

[JsonConverter(typeof(KebabCase<StepDoing>))]
public enum StepDoing
{
    Begin,
    Done,
    TakeBack,
}

/// <param name="Key">The step's name within the case.</param>
/// <param name="Next">The step that is begun with it; null for none.</param>
public sealed record StepNote(string Key, StepDoing What, string? Next = null) : ChairNote
{
    public override string Say() => $"Step {Key}: {Kebab.Words(What)}.";
}

/// <param name="Millilitres">Of the solution.</param>
/// <param name="Epinephrine">Whether it holds a vasoconstrictor of that kind.</param>
/// <param name="Because">Why it was given in spite of an alert.</param>
public sealed record DoseNote(string Agent, double Millilitres, bool Epinephrine, string? Because = null) : ChairNote
{
    public override string Say() =>
        string.Create(
            System.Globalization.CultureInfo.InvariantCulture,
            $"Anaesthetic: {Agent}, {Millilitres:0.##} ml, {(Epinephrine ? "with" : "without")} epinephrine.{Reasoned(Because)}"
        );
}

/// <param name="Size">"00", "2".</param>
/// <param name="Agent">With what it is soaked; null for a plain one.</param>
public sealed record CordNote(string Size, string? Agent = null, bool Epinephrine = false, string? Because = null) : ChairNote
{
    public override string Say() => $"Cord {Size}, {Agent ?? "plain"}{(Epinephrine ? ", with epinephrine" : "")}.{Reasoned(Because)}";
}

public sealed record MaterialNote(string What, string? Batch = null) : ChairNote
{
    public override string Say() => $"Material: {What}{(string.IsNullOrWhiteSpace(Batch) ? ", batch not given" : $", batch {Batch}")}.";
}

[JsonConverter(typeof(KebabCase<BleedingHow>))]
public enum BleedingHow
{
    None,
    Some,
    Strong,
}

public sealed record BleedingNote(BleedingHow How, string? Done = null) : ChairNote
{
    public override string Say() => $"Bleeding: {Kebab.Words(How)}{More(Done)}.";
}

[JsonConverter(typeof(KebabCase<ComfortHow>))]
public enum ComfortHow
{
    Well,
    Uneasy,
    Pain,
}

public sealed record ComfortNote(ComfortHow How, string? Words = null) : ChairNote
{
    public override string Say() => $"Patient: {Kebab.Words(How)}{More(Words)}.";
}

/// <summary>Whether remnants of filling, cement or caries were searched for, and found.</summary>
public sealed record RemnantsNote(bool Found, string? Words = null) : ChairNote
{
    public override string Say() => $"Remnants searched: {(Found ? "found and taken out" : "none found")}{More(Words)}.";
}

public sealed record ShadeNote(string Shade, string? Stump = null) : ChairNote
{
    public override string Say() => $"Shade {Shade}{(string.IsNullOrWhiteSpace(Stump) ? "" : $", stump {Stump}")}.";
}

/// <summary>One of the five points of a tooth, answered.</summary>
/// <param name="Point">"facial-room", "margin".</param>
/// <param name="Measured">With what; null for by eye and hand.</param>
public sealed record PointNote(string Tooth, string Point, CheckState State, string? Measured = null) : ChairNote
{
    public override string Say() =>
        $"{Tooth}, {Point.Replace('-', ' ')}: {Kebab.Words(State)}, {(Measured is null ? "by hand" : $"measured: {Measured}")}.";
}

/// <summary>The impression was taken with points open.</summary>
public sealed record GateNote(IReadOnlyList<string> Open, string Why) : ChairNote
{
    public override string Say() => $"Went on with open points ({string.Join(", ", Open)}).{Reasoned(Why)}";
}

/// <param name="Way">One of the table's.</param>
public sealed record ProvisionalNote(string Way, bool SpotEtched, string? Words = null) : ChairNote
{
    public override string Say() => $"Provisional: {Way}{(SpotEtched ? ", etched in spots" : "")}{More(Words)}.";
}

public sealed record AdviceNote(IReadOnlyList<string> Told) : ChairNote
{
    public override string Say() => $"Told to the patient: {string.Join(" ", Told)}";
}

/// <summary>Something was done otherwise than planned.</summary>
/// <param name="Step">At which step; null for none in particular.</param>
/// <param name="Reason">One of the table's, in its words.</param>
public sealed record DeviationNote(string? Step, string Reason, string? Words = null) : ChairNote
{
    public override string Say() => $"Otherwise than planned{(Step is null ? "" : $" at {Step}")}: {Reason.LowerFirst()}{More(Words)}.";
}

/// <summary>A clock was set going.</summary>
/// <param name="Clock">One of the table's; null for one of the user's own.</param>
public sealed record ClockNote(string? Clock, string Name, double Minutes) : ChairNote
{
    public override string Say() =>
        string.Create(System.Globalization.CultureInfo.InvariantCulture, $"Clock set: {Name}, {Minutes:0.#} min.");
}

/// <param name="Started">The entry that set it going.</param>
public sealed record ClockStopNote(Guid Started, string Name) : ChairNote
{
    public override string Say() => $"Clock stopped: {Name}.";
}

/// <param name="Sha256">Of the picture: its name in the file store.</param>
/// <param name="Proves">What it is to show.</param>
public sealed record PictureNote(string Sha256, string Media, string Proves, bool Simulated) : ChairNote
{
    public override string Say() => $"Picture{(Simulated ? " (simulated)" : "")}: {Proves}.";
}

public sealed record FreeNote(string Text) : ChairNote
{
    public override string Say() => Text.Trim();
}
