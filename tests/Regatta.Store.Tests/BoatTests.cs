using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;

namespace Regatta.Store.Tests;

public sealed class BoatTests(StoreFixture store)
{
    private static readonly ControlKey Gooseneck = new("gooseneck");

    [Fact]
    public async Task Pairs_come_back_in_the_order_they_were_taken_and_go_one_by_one()
    {
        var (classId, boat) = await FreshBoatAsync();
        CalibrationPair[] pairs = [new(400, Length.FromMillimetres(425)), new(660, Length.FromMillimetres(685)), new(500, Length.FromMillimetres(525))];
        await store.Boats.MeasureAsync(classId, boat, Gooseneck, pairs, store.Ann.Id);
        var taken = await store.Boats.PairsAsync(boat, Gooseneck);
        Assert.Equal(pairs, taken.Select(one => one.Pair));
        Assert.All(taken, one => Assert.Equal("Ann", one.TakenBy));

        await store.Boats.TakeOutAsync(boat, Gooseneck, taken[0].Number);
        await store.Boats.TakeOutAsync(boat, Gooseneck, null);
        Assert.Equal([pairs[1]], (await store.Boats.AllAsync(classId)).Single(one => one.Number == boat).Measured[Gooseneck]);
        await store.Boats.TakeOutAsync(boat, Gooseneck, null);
        await store.Boats.TakeOutAsync(boat, Gooseneck, null);
        Assert.Empty(await store.Boats.PairsAsync(boat, Gooseneck));
    }

    [Fact]
    public async Task One_name_is_one_boat_in_its_class_in_whatever_case()
    {
        var (classId, boat) = await FreshBoatAsync();
        Assert.Null(await store.Boats.AddAsync(classId, "TEASEL", ""));
        var other = (await store.Boats.AddAsync(classId, "Burdock", "spare mast"))!.Value;
        Assert.False(await store.Boats.RenameAsync(classId, other, "teasel", ""));
        Assert.True(await store.Boats.RenameAsync(classId, other, "burdock", ""));
        Assert.NotNull(await store.Boats.AddAsync((await store.FreshClassAsync()).Stamp.Id, "Teasel", ""));
        Assert.False(await store.Boats.RenameAsync(classId + 1, boat, "Elsewhere", ""));
    }

    [Fact]
    public async Task A_boat_that_was_sailed_or_measured_cannot_be_taken_out()
    {
        var (classId, boat) = await FreshBoatAsync();
        await store.Boats.MeasureAsync(classId, boat, Gooseneck, [new(1, default)], store.Ann.Id);
        Assert.False(await store.Boats.RemoveAsync(classId, boat));
        await store.Boats.TakeOutAsync(boat, Gooseneck, null);
        await LogAsync(classId, boat, 508, measured: false);
        Assert.False(await store.Boats.RemoveAsync(classId, boat));
        Assert.True(await store.Boats.RemoveAsync(classId, (await store.Boats.AddAsync(classId, "Mistake", ""))!.Value));
    }

    [Fact]
    public async Task Only_marks_taken_at_the_class_reading_are_read_anew_and_the_fit_is_told()
    {
        var (classId, boat) = await FreshBoatAsync();
        await LogAsync(classId, boat, 508, measured: false);
        await LogAsync(classId, boat, 520, measured: true);
        await LogAsync(classId, null, 600, measured: false);
        Assert.Equal(1, await store.Logs.UnmeasuredAsync(boat, Gooseneck));
        var before = (await store.Logs.EvidenceAsync(classId)).Count;
        Assert.Equal(1, await store.Logs.ReadAnewAsync(boat, Gooseneck, mark => new Mark(mark.Position + 25)));
        Assert.Equal(0, await store.Logs.ReadAnewAsync(boat, Gooseneck, mark => new Mark(0)));
        var after = await store.Logs.EvidenceAsync(classId);
        Assert.Equal(before, after.Count);
        Assert.Equal([520, 533, 600], after.Select(log => log.Marks[Gooseneck].Position).Order());
    }

    [Fact]
    public async Task The_boat_sailed_last_is_remembered_for_its_sailor_alone()
    {
        var (classId, boat) = await FreshBoatAsync();
        await LogAsync(classId, boat, 508, measured: false);
        await LogAsync(classId, null, 508, measured: false);
        Assert.Equal(boat, await store.Logs.LastBoatAsync(store.Ann.Id, classId));
        Assert.Null(await store.Logs.LastBoatAsync(store.Ben.Id, classId));
    }

    [Fact]
    public async Task A_control_out_of_use_keeps_its_cells_and_what_hangs_on_it_is_counted()
    {
        var draft = await store.FreshClassAsync();
        var (controls, classId) = (new Controls(store.Database), draft.Stamp.Id);
        var boat = (await store.Boats.AddAsync(classId, "Teasel", ""))!.Value;
        await store.Boats.MeasureAsync(classId, boat, Gooseneck, [new(1, default), new(2, default)], store.Ann.Id);
        await LogAsync(classId, boat, 508, measured: false);
        Assert.Equal(new ControlUse(6, 1, 1), await controls.UseAsync(classId, Gooseneck));

        await controls.RetireAsync(classId, Gooseneck, true);
        var without = (await store.Classes.DraftAsync(draft.Class.Key))!;
        Assert.NotEqual(draft.Stamp.MatrixRevision, without.Stamp.MatrixRevision);
        Assert.Equal(Gooseneck, Assert.Single(without.Class.Retired).Key);
        Assert.DoesNotContain(without.Set.Cells, cell => cell.Place.Address.Control == Gooseneck);
        Assert.Single(await store.Logs.EvidenceAsync(classId), log => log.Marks.ContainsKey(Gooseneck));
        await controls.RetireAsync(classId, Gooseneck, false);
        Assert.Equal(draft.Set.Cells.Count(), (await store.Classes.DraftAsync(draft.Class.Key))!.Set.Cells.Count());
    }

    [Fact]
    public async Task Hands_are_kept_for_their_owner_and_forgotten_when_left_out()
    {
        var people = new People(store.Database);
        await people.SaveHandsAsync(store.Ann.Id, new Dictionary<BodyMeasure, Length> { [BodyMeasure.Fist] = Length.FromMillimetres(92), [BodyMeasure.HandWidth] = Length.FromMillimetres(81) });
        Assert.Equal(92, (await people.HandsAsync(store.Ann.Id))[BodyMeasure.Fist].Millimetres, 9);
        Assert.Empty(await people.HandsAsync(store.Ben.Id));
        await people.SaveHandsAsync(store.Ann.Id, new Dictionary<BodyMeasure, Length> { [BodyMeasure.HandWidth] = Length.FromMillimetres(80) });
        Assert.Equal([BodyMeasure.HandWidth], (await people.HandsAsync(store.Ann.Id)).Keys);
    }

    private async Task<(long ClassId, long Boat)> FreshBoatAsync()
    {
        var classId = (await store.FreshClassAsync()).Stamp.Id;
        return (classId, (await store.Boats.AddAsync(classId, "Teasel", ""))!.Value);
    }

    private Task<long> LogAsync(long classId, long? boat, double millimetres, bool measured) => store.Logs.AddAsync(
        classId,
        store.Ann.Id,
        new(boat, measured ? new HashSet<ControlKey> { Gooseneck } : []),
        new SessionLog(
            Guid.NewGuid(), StoreFixture.Now, WindRange.Of(Speed.FromKnots(10), Speed.FromKnots(12), null).Value, null,
            new Dictionary<ControlKey, Mark> { [Gooseneck] = new(millimetres) }, null, default, default, "", null));
}
