using Regatta.Store;

namespace Regatta.Store.Tests;

public sealed class BoatTests(StoreFixture store)
{
    private static readonly ControlKey Gooseneck = new("gooseneck");

    [Fact]
    public async Task Pairs_come_back_in_the_order_they_were_taken_and_go_one_by_one()
    {
        var (one, boat) = await FreshBoatAsync();
        CalibrationPair[] pairs =
        [
            new(400, Length.FromMillimetres(425)),
            new(660, Length.FromMillimetres(685)),
            new(500, Length.FromMillimetres(525)),
        ];
        await store.Boats.MeasureAsync(one, boat, Gooseneck, pairs, store.Ann.Id);
        var taken = await store.Boats.PairsAsync(one, boat, Gooseneck);
        Assert.Equal(pairs, taken.Select(pair => pair.Pair));
        Assert.All(taken, pair => Assert.Equal("Ann", pair.TakenBy));

        await store.Boats.RemovePairAsync(one, boat, Gooseneck, taken[0].Number);
        await store.Boats.RemovePairAsync(one, boat, Gooseneck, null);
        Assert.Equal([pairs[1]], (await store.Boats.AllAsync(one)).Single(known => known.Number == boat).Measured[Gooseneck]);
        await store.Boats.RemovePairAsync(one, boat, Gooseneck, null);
        await store.Boats.RemovePairAsync(one, boat, Gooseneck, null);
        Assert.Empty(await store.Boats.PairsAsync(one, boat, Gooseneck));
    }

    [Fact]
    public async Task One_name_is_one_boat_in_its_class_in_whatever_case()
    {
        var (one, boat) = await FreshBoatAsync();
        Assert.Null(await store.Boats.AddAsync(one, "TEASEL", ""));
        var other = (await store.Boats.AddAsync(one, "Burdock", "spare mast"))!.Value;
        Assert.False(await store.Boats.RenameAsync(one, other, "teasel", ""));
        Assert.True(await store.Boats.RenameAsync(one, other, "burdock", ""));
        Assert.NotNull(await store.Boats.AddAsync((await store.FreshClassAsync()).Stamp.Class, "Teasel", ""));
        Assert.False(await store.Boats.RenameAsync(one with { Number = one.Number + 1 }, boat, "Elsewhere", ""));
    }

    [Fact]
    public async Task A_boat_that_was_sailed_or_measured_cannot_be_taken_out()
    {
        var (one, boat) = await FreshBoatAsync();
        await store.Boats.MeasureAsync(one, boat, Gooseneck, [new(1, default)], store.Ann.Id);
        Assert.False(await store.Boats.RemoveAsync(one, boat));
        await store.Boats.RemovePairAsync(one, boat, Gooseneck, null);
        await LogAsync(one, boat, 508, measured: false);
        Assert.False(await store.Boats.RemoveAsync(one, boat));
        Assert.True(await store.Boats.RemoveAsync(one, (await store.Boats.AddAsync(one, "Mistake", ""))!.Value));
    }

    [Fact]
    public async Task Only_marks_taken_at_the_class_reading_are_read_anew_and_the_fit_is_told()
    {
        var (one, boat) = await FreshBoatAsync();
        await LogAsync(one, boat, 508, measured: false);
        await LogAsync(one, boat, 520, measured: true);
        await LogAsync(one, null, 600, measured: false);
        Assert.Equal(1, await store.BoatLogs.UnmeasuredAsync(store.Club, boat, Gooseneck));
        var before = (await store.Logs.EvidenceAsync(one)).Count;
        Assert.Equal(1, await store.BoatLogs.ReadAnewAsync(store.Club, boat, Gooseneck, mark => new Mark(mark.Position + 25)));
        Assert.Equal(0, await store.BoatLogs.ReadAnewAsync(store.Club, boat, Gooseneck, mark => new Mark(0)));
        var after = await store.Logs.EvidenceAsync(one);
        Assert.Equal(before, after.Count);
        Assert.Equal([520, 533, 600], after.Select(log => log.Marks[Gooseneck].Position).Order());
        // What the card said was read on the same strip: how far the sailor went from it stays.
        Assert.Equal(533 - 25.4, after.Single(log => log.Marks[Gooseneck].Position == 533).Asked[Gooseneck].Card!.Value.Position, 1e-9);
    }

    [Fact]
    public async Task The_boat_sailed_last_is_remembered_for_its_sailor_alone()
    {
        var (one, boat) = await FreshBoatAsync();
        await LogAsync(one, boat, 508, measured: false);
        await LogAsync(one, null, 508, measured: false);
        Assert.Equal(boat, await store.BoatLogs.LastBoatAsync(one, store.Ann.Id));
        Assert.Null(await store.BoatLogs.LastBoatAsync(one, store.Ben.Id));
    }

    [Fact]
    public async Task A_control_out_of_use_keeps_its_cells_and_its_logs_and_cannot_be_read_on_another_scale()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var boat = (await store.Boats.AddAsync(one, "Teasel", ""))!.Value;
        await store.Boats.MeasureAsync(one, boat, Gooseneck, [new(1, default), new(2, default)], store.Ann.Id);
        await LogAsync(one, boat, 508, measured: false);
        var holes = draft.Class.Find(Gooseneck)! with { Scale = new CountScale(Counted.Hole, 1, 9, 1, "the front") };
        var refused = Assert.IsType<EditOutcome.Refused>(
            await store.Edits.ApplyAsync(one, draft.Stamp.Revision, new EditControl(holes), store.Ann.Id)
        );
        Assert.Contains("6 cells, 1 logs and 1 boats", refused.Why);

        var without = await store.ChangeAsync(draft, new RetireControl(Gooseneck), store.Ann);
        Assert.NotEqual(draft.Stamp.MatrixRevision, without.Stamp.MatrixRevision);
        Assert.Equal(Gooseneck, Assert.Single(without.Class.Retired).Key);
        Assert.DoesNotContain(without.Set.Cells, cell => cell.Place.Address.Control == Gooseneck);
        Assert.Single(await store.Logs.EvidenceAsync(one), log => log.Marks.ContainsKey(Gooseneck));
        var back = await store.ChangeAsync(without, new ReviveControl(Gooseneck), store.Ann);
        Assert.Equal(draft.Set.Cells.Count(), back.Set.Cells.Count());
    }

    [Fact]
    public async Task Hands_are_kept_for_their_owner_and_forgotten_when_left_out()
    {
        var people = new People(store.Database, store.Clock);
        await people.SaveHandsAsync(
            store.Ann.Id,
            new Dictionary<BodyMeasure, Length>
            {
                [BodyMeasure.Fist] = Length.FromMillimetres(92),
                [BodyMeasure.HandWidth] = Length.FromMillimetres(81),
            }
        );
        Assert.Equal(92, (await people.HandsAsync(store.Ann.Id))[BodyMeasure.Fist].Millimetres, 9);
        Assert.Empty(await people.HandsAsync(store.Ben.Id));
        await people.SaveHandsAsync(
            store.Ann.Id,
            new Dictionary<BodyMeasure, Length> { [BodyMeasure.HandWidth] = Length.FromMillimetres(80) }
        );
        Assert.Equal([BodyMeasure.HandWidth], (await people.HandsAsync(store.Ann.Id)).Keys);
    }

    private async Task<(ClassRef Class, long Boat)> FreshBoatAsync()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        return (one, (await store.Boats.AddAsync(one, "Teasel", ""))!.Value);
    }

    private async Task<long> LogAsync(ClassRef one, long? boat, double millimetres, bool measured) =>
        (
            await store.Logs.AddAsync(
                one,
                store.Ann.Id,
                new(boat, measured ? new HashSet<ControlKey> { Gooseneck } : []),
                new SessionLog(
                    Guid.NewGuid(),
                    StoreFixture.Now,
                    null,
                    [
                        new(
                            WindRange.Of(Speed.FromKnots(10), Speed.FromKnots(12), null).Value,
                            new Dictionary<ControlKey, Mark> { [Gooseneck] = new(millimetres) },
                            null,
                            default
                        )
                        {
                            Asked = new Dictionary<ControlKey, AskedMark>
                            {
                                [Gooseneck] = new(AskedBy.Sailor, new Mark(millimetres - 25.4)),
                            },
                        },
                    ],
                    "",
                    null
                )
            )
        ).Number;
}
