namespace Dentelle.Core.Burs;

/// <summary>The burs a practice has.</summary>
public sealed record Drawer(string Name, IReadOnlyList<Bur> Burs, string? Remark = null)
{
    public Bur? Find(string id) => Burs.FirstOrDefault(bur => bur.Id == id);
}
