using System.ComponentModel.DataAnnotations;
using Dentelle.Data;
using Dentelle.Web.Access;

namespace Dentelle.Web.People;

/// <summary>Who is there, and what they may.</summary>
public sealed record MeView
{
    public required Doors Doors { get; init; }

    /// <summary>Null while nobody is signed in.</summary>
    public PersonView? Person { get; init; }

    /// <summary>Policies whose doors open.</summary>
    public required IReadOnlyList<string> May { get; init; }

    /// <summary>Whether nobody has an account yet: the first one is made now.</summary>
    public required bool FirstRun { get; init; }

    /// <summary>Invented people one can sign in as without a password.</summary>
    public required IReadOnlyList<PersonView> DemoPeople { get; init; }

    /// <summary>Whether a session holds that can be locked and ended.</summary>
    public required bool HasSession { get; init; }

    public required bool Locked { get; init; }

    /// <summary>Whether a short code was chosen.</summary>
    public required bool HasCode { get; init; }

    /// <summary>After so many minutes without a touch the screen locks.</summary>
    public required int LockAfterMinutes { get; init; }
}

public sealed record PersonView(Guid Id, string FullName, IReadOnlyList<PersonRole> Roles);

/// <summary>Somebody as an administrator sees them.</summary>
public sealed record PersonDetail(
    Guid Id,
    string Name,
    string FullName,
    IReadOnlyList<PersonRole> Roles,
    bool Shut,
    bool LockedOut,
    int Sessions,
    bool IsDemo
);

public sealed record FirstRunEntry
{
    [MaxLength(60)]
    public required string Name { get; init; }

    [MaxLength(120)]
    public required string FullName { get; init; }

    [MaxLength(Accounts.LongestPassword)]
    public required string Password { get; init; }

    /// <summary>Whether the first person treats patients too.</summary>
    public required bool Treats { get; init; }
}

public sealed record SignInEntry
{
    [MaxLength(60)]
    public required string Name { get; init; }

    [MaxLength(Accounts.LongestPassword)]
    public required string Password { get; init; }
}

public sealed record DemoSignInEntry(Guid Person);

public sealed record UnlockEntry
{
    [MaxLength(Accounts.LongestPassword)]
    public required string CodeOrPassword { get; init; }
}

public sealed record CodeEntry
{
    /// <summary>Four to eight digits.</summary>
    [MaxLength(8)]
    public required string Code { get; init; }
}

public sealed record PasswordEntry
{
    [MaxLength(Accounts.LongestPassword)]
    public required string Old { get; init; }

    [MaxLength(Accounts.LongestPassword)]
    public required string New { get; init; }
}

public sealed record PersonEntry
{
    [MaxLength(60)]
    public string? Name { get; init; }

    [MaxLength(120)]
    public string? FullName { get; init; }

    public IReadOnlyList<PersonRole>? Roles { get; init; }

    /// <summary>A first or a new password.</summary>
    [MaxLength(Accounts.LongestPassword)]
    public string? Password { get; init; }

    /// <summary>Shuts the account, or opens it again.</summary>
    public bool? Shut { get; init; }
}

public sealed record PeopleView(IReadOnlyList<PersonDetail> People);

/// <param name="This">Whether it is the one that asks.</param>
public sealed record SessionView(Guid Id, string Device, DateTime BegunAt, DateTime SeenAt, bool This);

public sealed record SessionsView(IReadOnlyList<SessionView> Sessions);

public sealed record AuditView(IReadOnlyList<AuditLine> Lines, bool More);

/// <param name="Subject">Case, unit or patient; null for a list.</param>
public sealed record AuditLine(DateTime At, string Person, string What, bool Writes, Guid? Subject, int Status);
