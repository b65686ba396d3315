using Dentelle.Data;

namespace Dentelle.Web.Access;

/// <summary>What one may be allowed to do. Each endpoint asks for exactly one of them (<see cref="Rules"/>).</summary>
public static class Policies
{
    /// <summary>What has nothing to do with a patient: words, numbers, settings as they stand.</summary>
    public const string Look = "look";

    /// <summary>Cases, plans, measurements, the record.</summary>
    public const string See = "see";

    /// <summary>Cases and plans are made and changed.</summary>
    public const string Plan = "plan";

    /// <summary>What happens at the chair is entered: steps, readings, materials, scans.</summary>
    public const string Enter = "enter";

    /// <summary>Patients by name.</summary>
    public const string Patients = "patients";

    /// <summary>The record is signed, amended, handed over, and taken out of the house.</summary>
    public const string Sign = "sign";

    /// <summary>The practice's burs.</summary>
    public const string Drawer = "drawer";

    /// <summary>The practice's numbers and settings.</summary>
    public const string House = "house";

    /// <summary>What was handed over to the laboratory, without a name.</summary>
    public const string Laboratory = "laboratory";

    /// <summary>People, their sessions, the audit trail, backups.</summary>
    public const string Administer = "administer";

    /// <summary>What everybody who is signed in may: their own password, their own sessions.</summary>
    public const string Self = "self";

    private static readonly Dictionary<string, PersonRole[]> Roles = new(StringComparer.Ordinal)
    {
        [Look] = Enum.GetValues<PersonRole>(),
        [See] = [PersonRole.Clinician, PersonRole.Assistant, PersonRole.Teacher, PersonRole.Student],
        [Plan] = [PersonRole.Clinician, PersonRole.Student],
        [Enter] = [PersonRole.Clinician, PersonRole.Assistant, PersonRole.Student],
        [Patients] = [PersonRole.Clinician, PersonRole.Assistant],
        [Sign] = [PersonRole.Clinician],
        [Drawer] = [PersonRole.Clinician, PersonRole.Assistant],
        [House] = [PersonRole.Clinician],
        [Laboratory] = [PersonRole.Technician, PersonRole.Clinician],
        [Administer] = [PersonRole.Administrator],
        [Self] = Enum.GetValues<PersonRole>(),
    };

    /// <summary>All of them.</summary>
    public static IEnumerable<string> All => Roles.Keys;

    /// <summary>Whose doors open with it.</summary>
    public static IReadOnlyList<PersonRole> RolesOf(string policy) => Roles[policy];

    /// <summary>Whether looking there, or changing something there, is looking at a patient's data.</summary>
    public static bool IsOfPatients(string policy) => policy is See or Plan or Enter or Patients or Sign or Laboratory;

    /// <summary>What somebody of these roles may.</summary>
    public static IReadOnlyList<string> Of(IReadOnlyList<PersonRole> roles) =>
        [.. Roles.Where(policy => policy.Value.Intersect(roles).Any()).Select(policy => policy.Key)];

    /// <summary>Which cases somebody of these roles finds: the widest of what each of them lets be seen.</summary>
    public static Sight SightOf(IReadOnlyList<PersonRole> roles) =>
        roles.Contains(PersonRole.Clinician) || roles.Contains(PersonRole.Assistant) ? Sight.All
        : roles.Contains(PersonRole.Teacher) ? Sight.OfStudents
        : roles.Contains(PersonRole.Student) ? Sight.Own
        : roles.Contains(PersonRole.Technician) ? Sight.HandedOver
        : Sight.Nothing;
}
