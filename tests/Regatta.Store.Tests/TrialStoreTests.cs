using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>Trials with their runs, and sums other clubs gave.</summary>
public sealed class TrialStoreTests(StoreFixture store)
{
    private readonly Trials trials = new(store.Database, store.Clock);
    private readonly OfferedSumsStore offered = new(store.Database);
    private readonly BorrowedSumsStore borrowed = new(store.Database, store.Clock);

    private static readonly Trial Gooseneck = new(
        PlanMode.Usual,
        new(4),
        new("gooseneck"),
        new Mark(508),
        new Mark(520.7),
        TrialDesign.LineUp,
        [7, 9]
    );

    [Fact]
    public async Task A_trial_is_read_back_with_its_runs_and_takes_none_after_its_end()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        // A boat of another class is none in this one.
        var boat = (await store.Boats.AddAsync(one, "Teasel", ""))!.Value;
        var planned = Gooseneck with { Boats = [boat, 987654] };
        var number = await trials.AddAsync(one, planned, null, TrialPlan.None with { Note = "Ann steers" });
        Assert.True(await trials.KeepAsync(one, number, new(2, 1, 3.5, 4, 6, StoreFixture.Now)));
        Assert.True(await trials.KeepAsync(one, number, new(1, 0, 3, 4, 6, StoreFixture.Now)));
        // Sent again with another number it says that.
        Assert.True(await trials.KeepAsync(one, number, new(1, 0, 5, 4, 6, StoreFixture.Now)));
        var found = (await trials.FindAsync(one, number))!;
        Assert.Equal((Gooseneck with { Boats = found.Trial.Boats }, "Ann steers", null), (found.Trial, found.Plan.Note, found.EndedAt));
        Assert.Equal([boat, 0], found.Trial.Boats);
        Assert.Equal([(1, 0, 4.5), (2, 1, 3.75)], found.Runs.Select(run => (run.Run.Number, run.Run.Boat, run.Run.Helm)));
        Assert.Equal([Setting.A, Setting.A], found.Runs.Select(run => run.Run.Setting));
        Assert.True(await trials.LockAsync(one, number));
        await trials.EndAsync(one, number);
        Assert.False(await trials.LockAsync(one, number));
        Assert.False(await trials.KeepAsync(one, number, new(3, 0, 3, 4, 6, StoreFixture.Now)));
        Assert.Equal(2, (await trials.FindAsync(one, number))!.Runs.Count);
        Assert.Equal(StoreFixture.Now, (await trials.AllAsync(one)).Single().EndedAt);
    }

    [Fact]
    public async Task Another_class_neither_finds_nor_changes_a_trial_and_it_goes_with_its_class()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var other = (await store.FreshClassAsync()).Stamp.Class;
        var number = await trials.AddAsync(one, Gooseneck, 12345, TrialPlan.None);
        Assert.Null((await trials.FindAsync(one, number))!.Outing);
        Assert.Null(await trials.FindAsync(other, number));
        Assert.False(await trials.KeepAsync(other, number, new(1, 0, 3, 4, 6, StoreFixture.Now)));
        Assert.False(await trials.LockAsync(other, number));
        await trials.EndAsync(other, number);
        Assert.Null((await trials.FindAsync(one, number))!.EndedAt);
        Assert.Empty(await trials.AllAsync(other));
        await store.Classes.DeleteAsync(one);
        Assert.Null(await trials.FindAsync(one, number));
    }

    [Fact]
    public async Task Borrowed_sums_are_weighed_and_given_back_and_the_class_is_looked_at_anew_each_time()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var other = (await store.FreshClassAsync()).Stamp.Class;
        async Task<long> RevisionAsync() => (await store.Classes.StampAsync(one))!.LogRevision;
        var before = await RevisionAsync();
        await borrowed.AddAsync(one, "Other Water SC", """{"format": "regatta-sums"}""", 0.5);
        var kept = Assert.Single(await borrowed.AllAsync(one));
        Assert.Equal(("Other Water SC", 0.5, StoreFixture.Now), (kept.FromClub, kept.Weight, kept.BroughtAt));
        Assert.Empty(await borrowed.AllAsync(other));
        var added = await RevisionAsync();
        Assert.True(added > before);
        Assert.False(await borrowed.WeighAsync(other, kept.Id, 1));
        Assert.True(await borrowed.WeighAsync(one, kept.Id, 0.8));
        Assert.Equal(0.8, (await borrowed.AllAsync(one))[0].Weight);
        await borrowed.RemoveAsync(other, kept.Id);
        Assert.Single(await borrowed.AllAsync(one));
        await borrowed.RemoveAsync(one, kept.Id);
        Assert.Empty(await borrowed.AllAsync(one));
        Assert.True(await RevisionAsync() > added);
    }

    [Fact]
    public async Task A_decision_keeps_what_was_expected_of_it_and_all_of_them_are_read_newest_first()
    {
        var draft = await store.FreshClassAsync();
        var place = new CellPlace(PlanMode.Usual, new(new(4), new("gooseneck")));
        foreach (var better in new[] { 0.84, 0.97 })
        {
            await store.Decisions.AddAsync(
                draft.Stamp.Class,
                draft.Stamp.Structure,
                place,
                DecisionKind.Accepted,
                new(508),
                new(520.7),
                "sentence",
                "",
                3,
                store.Ann.Id,
                new(better, 4.6, 4.2),
                seenRevision: draft.Cells[place].Revision,
                seenDecision: StoreFixture.Now
            );
        }

        var all = await store.Decisions.AllAsync(draft.Stamp.Class);
        Assert.Equal([0.97, 0.84], all.Select(decision => decision.Expected!.Better));
        await store.Decisions.AddAsync(
            draft.Stamp.Class,
            draft.Stamp.Structure,
            place,
            DecisionKind.SetAside,
            new(508),
            new(520.7),
            "sentence",
            "after the regatta",
            3,
            store.Ann.Id,
            seenRevision: draft.Cells[place].Revision,
            asideUntil: new DateOnly(2026, 9, 30),
            seenDecision: StoreFixture.Now
        );
        var newest = (await store.Classes.SnapshotAsync(draft.Stamp.Class))!.Decisions[place];
        Assert.Equal((new DateOnly(2026, 9, 30), null), (newest.AsideUntil, newest.Expected));
        Assert.All(all, decision => Assert.Equal((4.6, 4.2), (decision.Expected!.Now, decision.Expected.After)));
    }

    [Fact]
    public async Task Offers_of_a_layer_replace_each_other_are_read_by_other_clubs_alone_and_go_with_their_class()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var reef = new PlanMode(new("reef"), new("upwind"));
        await offered.OfferAsync(one, PlanMode.Usual, """{"club":"first"}""", store.Clock.GetUtcNow());
        await offered.OfferAsync(one, PlanMode.Usual, """{"club":"again"}""", store.Clock.GetUtcNow());
        await offered.OfferAsync(one, reef, """{"club":"reefed"}""", store.Clock.GetUtcNow());
        Assert.Equal(2, (await offered.OfAsync(one)).Count);
        var elsewhere = new ClubId(one.Club.Number + 1000);
        long[] own = [.. (await offered.OfAsync(one)).Select(offer => offer.Id)];
        Assert.Equal(
            ["again", "reefed"],
            (await offered.OfOthersAsync(elsewhere))
                .Where(offer => own.Contains(offer.Id))
                .OrderBy(offer => offer.Id)
                .Select(offer => offer.Document.Contains("again", StringComparison.Ordinal) ? "again" : "reefed")
        );
        Assert.DoesNotContain(await offered.OfOthersAsync(one.Club), offer => own.Contains(offer.Id));
        await store.Classes.DeleteAsync(one);
        Assert.DoesNotContain(await offered.OfOthersAsync(elsewhere), offer => own.Contains(offer.Id));
    }
}
