namespace Dentelle.Data;

/// <summary>Which cases somebody finds.</summary>
public enum Sight
{
    All,

    /// <summary>Those begun by themselves.</summary>
    Own,

    /// <summary>Those that students began.</summary>
    OfStudents,

    /// <summary>Those that were handed over to the laboratory.</summary>
    HandedOver,

    /// <summary>None.</summary>
    Nothing,
}

/// <summary>Who is at work in a request: what is kept names them, and nobody finds more than their role lets them.</summary>
public sealed class Actor
{
    /// <summary>Null for the program itself and for the one user without an account.</summary>
    public Guid? Id { get; set; }

    public string Name { get; set; } = "Dentelle";

    public Sight Sight { get; set; } = Sight.All;

    /// <summary>The visit at which it is done; null where none is named.</summary>
    public Guid? Visit { get; set; }

    /// <summary>Cases of which something was kept: whoever else looks at one of them is told.</summary>
    public HashSet<Guid> Touched { get; } = [];
}
