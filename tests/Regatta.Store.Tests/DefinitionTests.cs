using Dapper;
using Npgsql;
using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>Changes of a definition: guarded by one revision, kept, undone and brought back like those of cells.</summary>
public sealed class DefinitionTests(StoreFixture store)
{
    private static readonly BandId Steady = new(3);
    private static readonly BandId Strong = new(5);
    private static readonly BandId Hard = new(6);

    [Fact]
    public async Task A_stale_change_writes_nothing_and_is_told_what_others_did_since()
    {
        var draft = await store.FreshClassAsync();
        await store.ChangeAsync(draft, new MoveEdge(new(2), Speed.FromKnots(9.5)), store.Ann);
        var outcome = await store.Edits.ApplyAsync(
            draft.Stamp.Class,
            draft.Stamp.Revision,
            new SetCrew(Length.FromMetres(5), CrewReading.None, false),
            store.Ben.Id
        );
        var since = Assert.Single(Assert.IsType<EditOutcome.Stale>(outcome).Since);
        Assert.Equal(("light ends at 9.5 kn", "Ann"), (since.What, since.By));
        var now = await store.DraftAsync(draft);
        Assert.Equal(draft.Class.WindHeight, now.Class.WindHeight);
        Assert.Equal(9.5, now.Class.Bands.Find(new(2))!.To.Knots, 9);
    }

    [Fact]
    public async Task A_change_that_changes_nothing_leaves_the_revision_and_others_undo_is_told()
    {
        var draft = await store.FreshClassAsync();
        var edge = new MoveEdge(new(2), Speed.FromKnots(9.5));
        var moved = await store.ChangeAsync(draft, edge, store.Ann);
        Assert.Equal(moved.Stamp.Revision, (await store.ChangeAsync(moved, edge, store.Ben)).Stamp.Revision);
        await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id);
        var outcome = await store.Edits.ApplyAsync(draft.Stamp.Class, moved.Stamp.Revision, new SplitBand(Steady), store.Ben.Id);
        var since = Assert.Single(Assert.IsType<EditOutcome.Stale>(outcome).Since);
        Assert.Equal(("light ends at 9.5 kn", "Ann", "undone"), (since.What, since.By, since.State));
    }

    [Fact]
    public async Task Of_many_changes_at_once_one_lands_and_the_others_are_stale()
    {
        var draft = await store.FreshClassAsync();
        ClassChange[] changes =
        [
            new MoveEdge(new(2), Speed.FromKnots(9.5)),
            new JoinBands(new(2), Steady),
            new SplitBand(Steady),
            new JoinBands(Steady, new(4)),
        ];
        var outcomes = await Task.WhenAll(
            changes.Select(change => store.Edits.ApplyAsync(draft.Stamp.Class, draft.Stamp.Revision, change, store.Ann.Id))
        );
        Assert.Single(outcomes.OfType<EditOutcome.Done>());
        Assert.Equal(3, outcomes.OfType<EditOutcome.Stale>().Count());
        Assert.True(WindBands.Of((await store.DraftAsync(draft)).Class.Bands.All).Ok);
    }

    [Fact]
    public async Task A_band_split_has_its_cells_twice_and_undone_they_are_as_before()
    {
        var draft = await store.FreshClassAsync();
        var split = await store.ChangeAsync(draft, new SplitBand(Steady), store.Ann);
        var (lower, upper) = (split.Class.Bands.Find(Steady)!, split.Class.Bands.Above(split.Class.Bands.Find(Steady)!)!);
        Assert.Equal((draft.Class.LastBand + 1, draft.Class.Bands.Find(Steady)!.To), (upper.Id.Number, upper.To));
        Assert.All(split.Class.Controls, control => Assert.Equal(split.Set.First[lower, control], split.Set.First[upper, control]));
        var undone = (await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id))!;
        Assert.Equal(undone.All, undone.Done);
        var after = await store.DraftAsync(draft);
        Assert.Empty(MatrixDiff.Between(draft.State, after.State));
        // The number it had is spent: the next band gets another.
        var again = await store.ChangeAsync(after, new SplitBand(Steady), store.Ann);
        Assert.True(again.Class.LastBand > upper.Id.Number);
    }

    [Fact]
    public async Task Joined_bands_keep_their_history_move_the_crew_rule_and_come_back_with_their_cells()
    {
        var draft = await store.FreshClassAsync();
        var withRule = await store.ChangeAsync(
            draft,
            new SetCrew(draft.Class.WindHeight, CrewReading.By(draft.Class.Crew.Rule! with { FromBand = Hard }), false),
            store.Ann
        );
        var place = new CellPlace(PlanMode.Usual, new(Hard, new("gooseneck")));
        await store.SaveAsync(
            withRule,
            place,
            Cell.Of(new Mark(27 * 25.4), 12.7, "", "", CellSource.Entered).Value,
            withRule.Cells[place].Revision,
            store.Ann.Id
        );
        withRule = await store.DraftAsync(draft);
        var joined = await store.ChangeAsync(withRule, new JoinBands(Strong, Hard), store.Ben);
        Assert.Null(joined.Class.Bands.Find(Hard));
        Assert.Equal(Strong, joined.Class.Crew.Rule!.FromBand);
        Assert.DoesNotContain(joined.State.Cells.Keys, cell => cell.Address.Band == Hard);
        Assert.Contains("the crew rule holds from strong on now", (await store.History.AllAsync(draft.Stamp.Class, 1, null))[0].What);
        // A cell's first write into the band that is gone is refused, not lost in it.
        Assert.Equal(
            SaveOutcome.StructureChanged,
            await store.SaveAsync(withRule, place, null, withRule.Cells[place].Revision, store.Ann.Id)
        );
        Assert.Equal(2, (await store.Cells.HistoryAsync(draft.Stamp.Class, place, 10)).Count + 1);

        var removed = Assert.Single(await store.RemovedParts.AllAsync(draft.Stamp.Class, joined.Class));
        Assert.Equal(("band hard", "Ben"), (removed.What, removed.By));
        var back = await store.ChangeAsync(joined, removed.BringBack, store.Ann);
        Assert.Equal(withRule.Class.Bands, back.Class.Bands);
        Assert.Equal(27 * 25.4, back.State.Cells[place].Mark!.Value.Position, 6);
        Assert.Empty(await store.RemovedParts.AllAsync(draft.Stamp.Class, back.Class));
    }

    [Fact]
    public async Task A_joined_band_takes_over_what_the_lighter_one_does_not_say()
    {
        var draft = await store.FreshClassAsync();
        var place = new CellPlace(PlanMode.Usual, new(Strong, new("gooseneck")));
        await store.SaveAsync(draft, place, null, draft.Cells[place].Revision, store.Ann.Id);
        var joined = await store.ChangeAsync(draft, new JoinBands(Strong, Hard), store.Ann);
        Assert.Equal(draft.State.Cells[place with { Address = new(Hard, new("gooseneck")) }].Mark, joined.State.Cells[place].Mark);
        Assert.Equal(80, joined.State.Cells[new(PlanMode.Usual, new(Strong, new("daggerboard")))].Mark!.Value.Position);
        Assert.IsType<EditOutcome.Refused>(
            await store.Edits.ApplyAsync(joined.Stamp.Class, joined.Stamp.Revision, new JoinBands(Strong, Hard), store.Ann.Id)
        );
    }

    [Fact]
    public async Task An_older_version_comes_back_whole_and_its_bands_are_the_ones_it_had()
    {
        var draft = await store.FreshClassAsync();
        var first = (await store.Versions.AllAsync(draft.Stamp.Class)).Single();
        var changed = await store.ChangeAsync(draft, new JoinBands(Strong, Hard), store.Ann);
        changed = await store.ChangeAsync(changed, new SplitBand(new(1)), store.Ann);
        changed = await store.ChangeAsync(changed, new RetireControl(new("cunningham")), store.Ann);
        changed = await store.ChangeAsync(
            changed,
            new AddControl(draft.Class.Controls[1] with { Key = new("extra"), Name = "Extra" }),
            store.Ann
        );
        var restored = await store.ChangeAsync(changed, new RestoreVersion(first), store.Ann);
        Assert.Empty(MatrixDiff.Between(first.State, restored.State));
        Assert.Equal("extra", Assert.Single(restored.Class.Retired).Key.Name);
        Assert.True(restored.Class.LastBand > draft.Class.LastBand);
        await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id);
        Assert.Empty(MatrixDiff.Between(changed.State, (await store.DraftAsync(draft)).State));
    }

    [Fact]
    public async Task Undo_leaves_what_somebody_else_changed_since_and_says_so()
    {
        var draft = await store.FreshClassAsync();
        var mine = await store.ChangeAsync(draft, new MoveEdge(new(2), Speed.FromKnots(9.5)), store.Ann);
        var theirs = await store.ChangeAsync(mine, new MoveEdge(new(2), Speed.FromKnots(9.8)), store.Ben);
        // Another member of the definition does not stand in the way.
        await store.ChangeAsync(theirs, new SetCrew(Length.FromMetres(5), CrewReading.None, false), store.Ben);
        var undone = (await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id))!;
        Assert.Equal((0, 1), (undone.Done, undone.All));
        Assert.Contains("Somebody else", undone.Why);
        Assert.Equal(9.8, (await store.DraftAsync(draft)).Class.Bands.Find(new(2))!.To.Knots, 9);
        Assert.Equal(1, (await store.Edits.UndoAsync(draft.Stamp.Class, store.Ben.Id))!.Done);
        Assert.Equal(draft.Class.WindHeight, (await store.DraftAsync(draft)).Class.WindHeight);
    }

    [Fact]
    public async Task A_plan_with_logs_does_not_go_and_one_with_marks_comes_back_with_them()
    {
        var draft = await store.FreshClassAsync("orlop-9");
        var planModes = draft.Class.PlanModes;
        var fewer = PlanModes.Of([.. planModes.Plans.SkipLast(1)], planModes.Modes).Value;
        var without = await store.ChangeAsync(draft, new SetPlanModes(fewer), store.Ann);
        Assert.True(without.State.Cells.Count < draft.State.Cells.Count);
        var removed = Assert.Single(await store.RemovedParts.AllAsync(draft.Stamp.Class, without.Class));
        var back = await store.ChangeAsync(without, removed.BringBack, store.Ann);
        Assert.Empty(MatrixDiff.Between(draft.State, back.State));

        var log = new SessionLog(
            Guid.NewGuid(),
            StoreFixture.Now,
            null,
            [
                new(WindRange.Of(Speed.FromKnots(20), Speed.FromKnots(22), null).Value, new Dictionary<ControlKey, Mark>(), null, default)
                {
                    PlanMode = new(planModes.Plans[^1].Key, planModes.Modes[0].Key),
                },
            ],
            "",
            1
        );
        await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, new(null, new HashSet<ControlKey>()), log);
        var refused = Assert.IsType<EditOutcome.Refused>(
            await store.Edits.ApplyAsync(draft.Stamp.Class, back.Stamp.Revision, new SetPlanModes(fewer), store.Ann.Id)
        );
        Assert.Contains("has 1 logs", refused.Why);
    }

    // Each change or cell edit lands or is told that it is stale; whatever stands has no gap between bands; nothing breaks.
    [Fact]
    public async Task Two_people_who_change_definition_and_cells_at_random_with_undo_never_leave_a_gap_or_lose_a_landed_change()
    {
        var draft = await store.FreshClassAsync();
        var landed = 0;
        await Task.WhenAll(ChangeAsync(store.Ann, 1), ChangeAsync(store.Ben, 2), ChangeAsync(store.Ann, 3));
        var end = await store.DraftAsync(draft);
        Assert.True(landed > 20, $"Only {landed} changes landed.");
        Assert.Equal(draft.Stamp.Revision + landed, end.Stamp.Revision);
        Assert.Empty(end.Class.Problems());

        async Task ChangeAsync(Person who, int seed)
        {
            var random = new Random(seed);
            for (var round = 0; round < 60; round++)
            {
                var seen = await store.DraftAsync(draft);
                Assert.True(WindBands.Of(seen.Class.Bands.All).Ok, "There is a gap between bands.");
                if (random.Next(5) == 0)
                {
                    await TurnAsync(
                        random.Next(2) == 0
                            ? await store.Edits.UndoAsync(draft.Stamp.Class, who.Id)
                            : await store.Edits.RedoAsync(draft.Stamp.Class, who.Id)
                    );
                }
                else if (random.Next(2) == 0)
                {
                    var place = new CellPlace(
                        PlanMode.Usual,
                        new(seen.Class.Bands.All[random.Next(seen.Class.Bands.All.Count)].Id, new("daggerboard"))
                    );
                    var cell = Cell.Of(new Mark(random.Next(10) * 20), 20, "", "", CellSource.Entered).Value;
                    Assert.NotEqual(
                        SaveOutcome.Nothing,
                        await store.SaveAsync(seen, place, cell, seen.Cells.TryGetValue(place, out var known) ? known.Revision : 0, who.Id)
                    );
                }
                else if (
                    await store.Edits.ApplyAsync(draft.Stamp.Class, seen.Stamp.Revision, Random(seen.Class, random), who.Id)
                        is EditOutcome.Done done
                    && done.Revision > seen.Stamp.Revision
                )
                {
                    Interlocked.Increment(ref landed);
                }
            }
        }

        async Task TurnAsync(UndoResult? result)
        {
            // Of an edit of the definition one is the definition itself; cells alone do not raise its revision.
            if (
                result is { Done: > 0, Why: null }
                && (await store.History.AllAsync(draft.Stamp.Class, 1000, null)).First(edit => edit.What == result.What).OfDefinition
            )
            {
                Interlocked.Increment(ref landed);
            }
        }
    }

    [Fact]
    public async Task Any_change_of_any_demo_class_is_undone_and_redone_to_the_letter()
    {
        foreach (var key in (string[])["tandry", "ferrin-16", "pettle-65"])
        {
            var draft = await store.FreshClassAsync(key);
            ClassChange[] changes =
            [
                new SplitBand(new(2)),
                new MoveControl(draft.Class.Controls[1].Key, Earlier: true),
                new RetireControl(draft.Class.Controls[0].Key),
                new AddControl(draft.Class.Controls[1] with { Key = new("extra"), Name = "Extra" }),
                new SetCrew(Length.FromMetres(4), CrewReading.By([]), false),
                new SetSettings(
                    "Another name",
                    "",
                    draft.Class.Helm with
                    {
                        PerHeelDegree = 0.5,
                    },
                    ["Look."],
                    new(BalanceKind.Radio, null),
                    []
                ),
                new PutQuestion(draft.Class.Questions[0] with { Teaches = "Look again." }),
                new RetireQuestion(draft.Class.Questions[^1].Key),
                new SetGears([
                    new(
                        "Two",
                        [.. draft.Class.Marked.Where(one => one.Scale.Choices is null).Take(2).Select(one => new GearMember(one.Key, 1))],
                        false
                    ),
                ]),
            ];
            foreach (var change in changes)
            {
                var before = await store.DraftAsync(draft);
                var after = await store.ChangeAsync(before, change, store.Ann);
                Assert.NotEmpty(MatrixDiff.Between(before.State, after.State));
                Assert.Null((await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id))!.Why);
                Assert.Empty(MatrixDiff.Between(before.State, (await store.DraftAsync(draft)).State));
                Assert.Null((await store.Edits.RedoAsync(draft.Stamp.Class, store.Ann.Id))!.Why);
                Assert.Empty(MatrixDiff.Between(after.State, (await store.DraftAsync(draft)).State));
            }
        }
    }

    private static ClassChange Random(ClassDefinition definition, Random random)
    {
        var bands = definition.Bands.All;
        var band = bands[random.Next(bands.Count)];
        return (random.Next(5), definition.Bands.Above(band)) switch
        {
            (0, { } upper) => new MoveEdge(band.Id, Speed.Between(band.From, upper.To)),
            (1, { } upper) when bands.Count > 3 => new JoinBands(band.Id, upper.Id),
            (2, _) when bands.Count < 8 => new SplitBand(band.Id),
            (3, _) => new MoveControl(definition.Controls[random.Next(definition.Controls.Count)].Key, random.Next(2) == 0),
            _ => new SetCrew(Length.FromMetres(1 + random.Next(9)), definition.Crew, false),
        };
    }
}
