using System.Text.Json.Serialization;

namespace Dentelle.Core.Sequencing.Steps;

[JsonConverter(typeof(KebabCase<StepPhase>))]
public enum StepPhase
{
    Before,
    Cut,
    Finish,
    Check,
    After,
}

/// <summary>What a step takes.</summary>
[JsonConverter(typeof(KebabCase<StepCut>))]
public enum StepCut
{
    None,

    /// <summary>Marks that reach the rough depth; what lies between them stays.</summary>
    Guide,

    /// <summary>Everything to the rough depth.</summary>
    Bulk,

    /// <summary>A box of an inlay or onlay, each side by itself.</summary>
    Box,

    /// <summary>The finish line, as wide as planned.</summary>
    Line,

    /// <summary>A first line short of the final one.</summary>
    Trace,

    /// <summary>Through a contact.</summary>
    Through,

    /// <summary>What the rough pass left.</summary>
    Fine,

    /// <summary>What ceramic needs beyond metal.</summary>
    Ceramic,

    /// <summary>A groove or box.</summary>
    Feature,
}

[JsonConverter(typeof(KebabCase<StepSurface>))]
public enum StepSurface
{
    None,
    Facial,
    Lingual,
    Proximal,
    Occlusal,

    /// <summary>The outer side of the functional cusps.</summary>
    Functional,
}

[JsonConverter(typeof(KebabCase<StepSpeed>))]
public enum StepSpeed
{
    None,
    Low,
    High,
}

/// <summary>Families of finish lines that want the same bur.</summary>
[JsonConverter(typeof(KebabCase<LineClass>))]
public enum LineClass
{
    Shoulder,
    Chamfer,
}
