using CsCheck;
using Dentelle.Core.Burs;

namespace Dentelle.Core.Tests;

/// <summary>What holds for every choice of a bur, whatever is wanted and whatever the drawer has.</summary>
public class BurChoiceLaws
{
    private static readonly Mm Tolerance = new(Shipped.Handbook.Sheets.Limits.ToleranceMm.Value);

    private static IReadOnlyList<Bur> All => Shipped.Handbook.Drawer.Burs;

    /// <summary>
    /// Any of the roles that have families of their own, any depth, wall and contact; a drawer of some of the starter's
    /// burs.
    /// </summary>
    private static Gen<(BurNeed Need, Bur[] Drawer)> Any(Func<BurRole, bool> wanted) =>
        from role in Gen.OneOf<BurRole>([.. Shipped.Handbook.Sheets.Roles.Values.Where(role => role.Families.Count > 0 && wanted(role))])
        from depth in Gen.Int[2, 20]
        from wall in Gen.Int[0, 12]
        from cut in Gen.Int[3, 15]
        from kept in Gen.Int[0, 2].Array[All.Count]
        select (
            new BurNeed(role, role.Families, new Mm(depth / 10.0), wall, new Mm(cut / 10.0), 4.5, new Mm(0.2)),
            All.Where((_, i) => kept[i] > 0).ToArray()
        );

    private static BurChoice For(BurNeed need, IEnumerable<Bur> drawer) => BurChoice.For(need, new BurRack([.. drawer]), Tolerance);

    [Fact(
        DisplayName = "A choice does not hang on how the drawer is sorted, nor on burs that were not chosen; it comes from the "
            + "drawer, and what is missing is said with what to do instead"
    )]
    public void Steady() =>
        Any(_ => true)
            .Sample(
                given =>
                {
                    var (need, drawer) = given;
                    var choice = For(need, drawer);
                    Assert.Equal(choice, For(need, drawer.Reverse()));
                    if (choice.Chosen is not { } chosen)
                    {
                        Assert.NotNull(choice.Missing);
                        Assert.NotNull(choice.Instead);
                        return;
                    }
                    Assert.Contains(chosen, drawer);
                    Assert.NotEqual(chosen, choice.RunnerUp);
                    foreach (var other in drawer.Where(bur => bur != chosen))
                        Assert.Equal(chosen, For(need, drawer.Where(bur => bur != other)).Chosen);
                    // Without it the runner-up takes its place, where there is one.
                    if (choice.RunnerUp is { } second)
                        Assert.Equal(second, For(need, drawer.Where(bur => bur != chosen)).Chosen);
                    if (choice.Missing is not null)
                        Assert.False(string.IsNullOrWhiteSpace(choice.Instead));
                },
                iter: 300
            );

    [Fact(
        DisplayName = "A bur at its limit gives way to one that does nearly as well and to none that does worse, which is said; "
            + "where all are, nothing changes"
    )]
    public void Spent() =>
        Gen.Select(Any(_ => true), Gen.Int[0, 3].Array[All.Count])
            .Sample(
                (given, drawn) =>
                {
                    var (need, drawer) = given;
                    string[] spent = [.. All.Where((_, i) => drawn[i] == 0).Select(bur => bur.Id)];
                    BurChoice With(IReadOnlyCollection<string> atLimit) =>
                        BurChoice.For(need, new BurRack([.. drawer]) { Spent = atLimit }, Tolerance);
                    var (fresh, careful) = (With([]), With(spent));
                    Assert.Equal(fresh, With([.. All.Select(bur => bur.Id)]));
                    if (fresh.Chosen is not { } first || !spent.Contains(first.Id))
                        Assert.Equal(fresh.Chosen, careful.Chosen);
                    if (careful.Chosen == fresh.Chosen)
                        return;
                    Assert.DoesNotContain(careful.Chosen!.Id, spent);
                    Assert.Contains("reached its limit", careful.Why, StringComparison.Ordinal);
                    // The other one is of the right kind and no makeshift from elsewhere.
                    Assert.Contains(careful.Chosen.Family, need.Families);
                    Assert.Contains(careful.Chosen.Grit, need.Role.Grits);
                },
                iter: 500
            );

    [Fact(
        DisplayName = "What a visit itself has cut with changes none of its burs; another visit's counts: a spent one stands "
            + "back, a used one for single use is gone"
    )]
    public void Rack()
    {
        var bur = All[0] with { UsesMost = 2 };
        BurRack Rack(Bur of, int pieces, params string[] visits) =>
            BurRack.Of(
                [new BurLedger(of, pieces, [.. visits.Select(visit => new BurUsed(UsedOn.Tooth, true, visit))], 0, false)],
                "this",
                3
            );
        Assert.Empty(Rack(bur, 1, "this", "this", "this").Spent);
        Assert.Empty(Rack(bur, 1, "other").Spent);
        Assert.Equal([bur.Id], Rack(bur, 1, "other", "one more").Spent);
        // A fresh piece lies behind it.
        Assert.Empty(Rack(bur, 2, "other", "one more").Spent);
        var once = bur with { UsesMost = 1 };
        Assert.Single(Rack(once, 1, "this").Burs);
        Assert.Empty(Rack(once, 1, "other").Burs);
        Assert.Single(Rack(once, 2, "other").Burs);
    }

    [Fact(
        DisplayName = "Of burs that differ in their tip alone the nearest to twice the line is taken, on the side without a lip "
            + "when that is as near"
    )]
    public void Nearest() =>
        Gen.Select(Gen.Int[3, 14], Gen.Int[4, 24].Array[1, 6])
            .Sample(
                (line, tips) =>
                {
                    var width = line / 10.0;
                    var need = new BurNeed(Shipped.Handbook.Sheets.Roles["margin-chamfer"], [BurFamily.Torpedo], new Mm(width));
                    Bur[] drawer =
                    [
                        .. tips.Distinct()
                            .Select(tip => new Bur
                            {
                                Id = $"torpedo-{tip}",
                                Family = BurFamily.Torpedo,
                                Material = BurMaterial.Diamond,
                                Grit = Grit.Medium,
                                TipMm = tip / 10.0,
                                LargestMm = tip / 10.0,
                                LengthMm = 8,
                            }),
                    ];
                    var chosen = For(need, drawer).Chosen!.TipMm / 2;
                    // Half of the tip is the widest line without a lip: over it lies what the tip is too wide by, under it
                    // what stands out as a lip.
                    double[] wide = [.. drawer.Select(bur => bur.TipMm / 2).Where(half => half >= width - 1e-9)],
                        narrow = [.. drawer.Select(bur => bur.TipMm / 2).Where(half => half < width - 1e-9)];
                    // Nothing that lies nearer on the same side is passed over by more than burs in hand may be.
                    if (chosen >= width - 1e-9)
                        Assert.InRange(chosen, 0, wide.Min() + 0.2 + 1e-9);
                    else
                    {
                        Assert.InRange(chosen, narrow.Max() - 0.05 - 1e-9, 9);
                        Assert.DoesNotContain(wide, half => half - width < width - chosen - Tolerance.Value - 1e-9);
                    }
                },
                iter: 2000
            );

    [Fact(DisplayName = "Through a contact the first choice always fits when any bur of the right kind does")]
    public void Through() =>
        Any(role => role.Use == BurUse.Through)
            .Sample(
                given =>
                {
                    var (need, drawer) = given;
                    Bur[] kind =
                    [
                        .. drawer.Where(bur =>
                            need.Families.Contains(bur.Family)
                            && need.Role.Grits.Contains(bur.Grit)
                            && bur.Material == (need.Role.Material ?? BurMaterial.Diamond)
                        ),
                    ];
                    if (kind.Length == 0)
                        return;
                    double Lacks(Bur bur) =>
                        BurSums.ThroughContact(BurProfile.Of(bur), need.ContactFromTip, need.Shell, need.Reduction!.Value).Lacking.Value;
                    var chosen = For(need, drawer).Chosen!;
                    if (kind.Any(bur => Lacks(bur) <= 0))
                        Assert.True(Lacks(chosen) < 0.12, $"{chosen.Name} lacks {Lacks(chosen)}");
                },
                iter: 300
            );
}
