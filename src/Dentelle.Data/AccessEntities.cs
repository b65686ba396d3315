using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Identity;

namespace Dentelle.Data;

/// <summary>What somebody is here. Each role may what <c>Access/Policies</c> of the web project lists for it, and nothing else.</summary>
[JsonConverter(typeof(KebabCase<PersonRole>))]
public enum PersonRole
{
    Clinician,
    Assistant,
    Technician,
    Teacher,
    Student,
    Administrator,
}

/// <summary>Somebody who signs in.</summary>
public sealed class PersonRow : IdentityUser<Guid>
{
    /// <summary>As it stands under what was written.</summary>
    public string FullName { get; set; } = "";

    /// <summary>Their words with commas; a practice of one is clinician and administrator at once.</summary>
    public string RoleWords { get; set; } = "";

    public IReadOnlyList<PersonRole> Roles
    {
        get => [.. RoleWords.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(Kebab.Read<PersonRole>)];
        set => RoleWords = string.Join(',', value.Distinct().Order().Select(role => Kebab.Of(role)));
    }

    /// <summary>Digest of the short code by which a locked screen opens again; null until one is chosen.</summary>
    public string? ChairCodeHash { get; set; }

    /// <summary>Made with the demonstration: its sign-in needs no password, on this machine only.</summary>
    public bool IsDemo { get; init; }

    /// <summary>When it was shut; what its person wrote stays.</summary>
    public DateTime? ShutAt { get; set; }

    public DateTime CreatedAt { get; init; }
}

/// <summary>A browser in which somebody is signed in, until it is revoked or runs out.</summary>
public sealed class SessionRow
{
    public Guid Id { get; init; }

    public Guid PersonId { get; init; }

    /// <summary>The browser as it names itself, shortened.</summary>
    public required string Device { get; init; }

    public DateTime BegunAt { get; init; }

    public DateTime SeenAt { get; set; }

    public DateTime? RevokedAt { get; set; }

    /// <summary>Since when its screen is locked; null while it is open.</summary>
    public DateTime? LockedAt { get; set; }

    /// <summary>Wrong codes since the screen was locked.</summary>
    public int WrongCodes { get; set; }
}

/// <summary>One look at a patient's data, or one change of it. Only ever added.</summary>
public sealed class AuditRow
{
    public long Id { get; init; }

    public DateTime At { get; init; }

    /// <summary>Null for the one user of a program without accounts.</summary>
    public Guid? PersonId { get; init; }

    public required string Person { get; init; }

    /// <summary>What was done, by the name of the endpoint: "getUnit", "addReading".</summary>
    public required string What { get; init; }

    public bool Writes { get; init; }

    /// <summary>What it was about: a case, a unit, a patient; null where it was a list.</summary>
    public Guid? Subject { get; init; }

    /// <summary>HTTP status: what was refused stands here too.</summary>
    public int Status { get; init; }
}
