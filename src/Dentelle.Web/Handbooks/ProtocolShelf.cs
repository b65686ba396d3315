using System.Collections.Concurrent;
using System.Text.Json.Nodes;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Data;

namespace Dentelle.Web.Handbooks;

/// <summary>A protocol the practice keeps, ready to be planned with.</summary>
public sealed record KeptProtocol(Handbook Handbook, ProtocolText Text, string Note, DateTime KeptAt, string KeptBy)
{
    public Protocol Protocol => Handbook.Protocol;

    /// <summary>As it is shown: "House values, version 3".</summary>
    public string Words => $"{Protocol.Name}, version {Protocol.Version}";

    /// <summary>What names its numbers: no two of a practice have the same.</summary>
    public string Key => $"{Protocol.Id} {Protocol.Version}";

    public bool Is(string id, int version) => Protocol.Id == id && Protocol.Version == version;
}

/// <summary>
/// Every protocol a plan of this practice may have been made with, and the one in use. A plan is always shown with the
/// numbers it was made from; only new units take the protocol in use.
/// </summary>
public sealed class ProtocolShelf(Handbook shipped, NamedText shippedFile, NamedText schema)
{
    private const int MostSettled = 600,
        MostPlanned = 24,
        MostRounds = 12,
        MostSummaries = 2000;
    private readonly ConcurrentDictionary<(string Id, int Version), KeptProtocol> kept = new();
    private readonly ConcurrentDictionary<(string Id, int Version), bool> taken = new();
    private readonly ConcurrentDictionary<string, bool> sound = new();
    private readonly List<string> faults = [];
    private volatile KeptProtocol? inUse;

    /// <summary>The shipped protocol of this program.</summary>
    public KeptProtocol Shipped { get; private set; } =
        new(shipped, new ProtocolText(shippedFile, schema), "As shipped with the program", DateTime.UnixEpoch, "Dentelle");

    /// <summary>
    /// What is wrong with protocols this practice keeps and today's program can't plan with. Their plans say so and show
    /// with the one in use.
    /// </summary>
    public IReadOnlyList<string> Unread => faults;

    /// <summary>Plans with the depths their bodies take, by what they were made from.</summary>
    public Shelf Settled { get; } = new(MostSettled);

    /// <summary>Whole units, by what they were made from: who looks at one reads it, changes it and looks again.</summary>
    public Shelf Planned { get; } = new(MostPlanned);

    /// <summary>Units in the round, some megabytes each, by what they were made from.</summary>
    public Shelf Rounds { get; } = new(MostRounds);

    /// <summary>What lists say of units, by what it follows from.</summary>
    public Shelf Summaries { get; } = new(MostSummaries);

    public KeptProtocol InUse => inUse ?? Shipped;

    public IReadOnlyList<KeptProtocol> All => [.. kept.Values.OrderBy(entry => entry.KeptAt).ThenBy(entry => entry.Protocol.Version)];

    public KeptProtocol? Find(string id, int version) => kept.GetValueOrDefault((id, version));

    /// <summary>What a unit's newest plan was made with. Plans from before protocols were kept show with the one in use.</summary>
    public KeptProtocol Of(UnitRow unit) =>
        unit.NewestPlan() is { } plan && Find(plan.ProtocolId, plan.ProtocolVersion) is { } own ? own : InUse;

    /// <summary>Reads what the database keeps and adds the shipped protocol when it is new to it.</summary>
    /// <returns>What is wrong when the practice can't be opened with these files.</returns>
    public async Task<Problem?> OpenAsync(ProtocolStore store, CancellationToken stop)
    {
        var rows = await store.AllAsync(stop);
        foreach (var key in await store.TakenAsync(stop))
            taken[key] = true;
        if (
            rows.FirstOrDefault(row => Shipped.Is(row.ProtocolId, row.Version)) is { } same
            && !JsonNode.DeepEquals(JsonNode.Parse(same.Text), JsonNode.Parse(Shipped.Text.File.Text))
        )
        {
            // One version must not mean two sets of numbers: plans of this practice were made with the other.
            return new Problem(
                "protocol-file",
                $"{Shipped.Text.File.Name} says version {same.Version} of “{same.ProtocolId}”, but this practice has "
                    + "planned with other numbers under it. Give the file a new version."
            );
        }
        if (
            !rows.Any(row => Shipped.Is(row.ProtocolId, row.Version))
            && await store.AddAsync(
                Shipped.Protocol.Id,
                Shipped.Protocol.Version,
                Shipped.Protocol.Name,
                Shipped.Text.File.Text,
                Shipped.Note,
                Shipped.KeptBy,
                stop
            )
                is { } added
        )
        {
            rows = [.. rows, added];
        }
        foreach (var row in rows)
        {
            if (Shipped.Is(row.ProtocolId, row.Version))
                Shipped = Shipped with { KeptAt = row.KeptAt };
            else if (Read(row.Text, $"{row.ProtocolId} {row.Version}").Is(out var read, out var unread))
                Put(row, read);
            else
                faults.Add(unread.Sentence);
        }
        kept[(Shipped.Protocol.Id, Shipped.Protocol.Version)] = Shipped;
        var (id, version) = await store.InUseAsync(stop);
        inUse = id is null ? null : Find(id, version ?? 0);
        return null;
    }

    /// <summary>A protocol's text checked like any file, or the sentence that names the place and what is wrong.</summary>
    public Answer<CheckedProtocol> Read(string text, string name)
    {
        var file = EarlierProtocols.BringUp(new(name, text), shippedFile);
        return Checked(file).Is(out var protocol, out var problem)
            ? new CheckedProtocol(protocol, new ProtocolText(file, schema))
            : problem;
    }

    /// <summary>The same for a text that is laid out already.</summary>
    public Answer<CheckedProtocol> Read(ProtocolText text, string name) =>
        Checked(text.File with { Name = name }).Is(out var protocol, out var problem) ? new CheckedProtocol(protocol, text) : problem;

    /// <summary>A draft comes by several times while it is looked at; the schema, which takes longest, is asked once.</summary>
    private Answer<Handbook> Checked(NamedText file) =>
        ProtocolFile
            .Read(file, schema, shipped.Sources, new SchemaMemory(sound.ContainsKey, digest => sound[digest] = true))
            .Is(out var protocol, out var problem)
            ? shipped with
            {
                Protocol = protocol,
            }
            : problem;

    public KeptProtocol Put(ProtocolRow row, CheckedProtocol read) =>
        kept[(row.ProtocolId, row.Version)] = new(read.Handbook, read.Text, row.Note, row.KeptAt, row.KeptBy);

    public void Use(KeptProtocol chosen) => inUse = chosen;

    public void TakeAway(KeptProtocol gone)
    {
        var key = (gone.Protocol.Id, gone.Protocol.Version);
        taken[key] = true;
        kept.TryRemove(key, out _);
    }

    /// <summary>The first version number of an id that is still free. What lies in the bin keeps its own.</summary>
    public int NextVersion(string id) =>
        taken.Keys.Concat(kept.Keys).Where(key => key.Id == id).Select(key => key.Version).DefaultIfEmpty(0).Max() + 1;

    public bool IsTaken(string id, int version) => taken.ContainsKey((id, version)) || kept.ContainsKey((id, version));
}

/// <summary>A protocol that may be planned with, not kept yet.</summary>
public sealed record CheckedProtocol(Handbook Handbook, ProtocolText Text);
