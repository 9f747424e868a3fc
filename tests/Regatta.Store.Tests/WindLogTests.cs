using Regatta.Core.Station;
using Regatta.Core.Units;
using Regatta.Store;

namespace Regatta.Store.Tests;

public sealed class WindLogTests(StoreFixture store)
{
    private readonly WindLog log = new(store.Database);

    [Fact]
    public async Task Samples_come_back_in_order_once_each_and_are_forgotten_by_age()
    {
        var start = new DateTimeOffset(2031, 1, 1, 0, 0, 0, TimeSpan.Zero);
        var samples = Enumerable.Range(0, 100).Select(second => new WindSample(start.AddSeconds(second), Speed.FromMetresPerSecond(second / 10.0), second % 3 == 0 ? null : Angle.FromDegrees(second))).ToList();
        await log.AppendAsync(samples);
        await log.AppendAsync([.. samples.TakeLast(10), new(start.AddSeconds(100), Speed.FromMetresPerSecond(1), null)]);
        var kept = await log.SamplesAsync(start);
        Assert.Equal(samples, kept.Take(100));
        Assert.Equal(101, kept.Count);
        await log.ForgetAsync(start.AddSeconds(90));
        Assert.Equal(11, (await log.SamplesAsync(start)).Count);
    }

    [Fact]
    public async Task A_block_told_again_on_fewer_seconds_changes_nothing_on_more_it_does()
    {
        var from = new DateTimeOffset(2032, 1, 1, 10, 20, 0, TimeSpan.Zero);
        await log.KeepAsync(Block(from, 7, 500));
        await log.KeepAsync(Block(from, 3, 100));
        Assert.Equal(7, Assert.Single(await log.BlocksAsync(from, from.AddMinutes(10))).Mean.MetresPerSecond, 9);
        await log.KeepAsync(Block(from, 8, 600));
        await log.KeepAsync(Block(from.AddMinutes(10), 9, 600));
        Assert.Equal([8, 9], (await log.BlocksAsync(from, from.AddHours(1))).Select(block => block.Mean.MetresPerSecond));
        Assert.Single(await log.BlocksAsync(from, from.AddMinutes(10)));
    }

    [Fact]
    public async Task A_band_split_has_its_cells_twice_and_joined_again_they_are_one_and_nothing_is_lost()
    {
        var draft = await store.FreshClassAsync();
        var (classId, steady) = (draft.Stamp.Id, draft.Set.Bands.All[2]);
        Assert.False(await store.Classes.SplitBandAsync(classId, steady.Id, steady.From, "upper"));
        Assert.True(await store.Classes.SplitBandAsync(classId, steady.Id, steady.Middle, "upper"));
        var split = (await store.Classes.DraftAsync(draft.Class.Key))!.Set.First;
        Assert.Equal(draft.Set.Bands.All.Count + 1, split.Bands.All.Count);
        var upper = split.Bands.Above(split.Bands.Find(steady.Id)!)!;
        Assert.Equal((steady.Middle, steady.To), (upper.From, upper.To));
        Assert.All(split.Controls, control => Assert.Equal(split[split.Bands.Find(steady.Id)!, control], split[upper, control]));

        Assert.True(await store.Classes.JoinBandsAsync(classId, steady.Id));
        Assert.Empty(Core.Matrices.MatrixDiff.Between(draft.Set, (await store.Classes.DraftAsync(draft.Class.Key))!.Set));

        // The hard band's daggerboard is not set down; joined into the strong one below, that one's stays, and an empty one is filled from above.
        var strong = draft.Set.Bands.All[4];
        var cleared = new Core.Matrices.CellPlace(Core.Fleet.Layer.Usual, new(strong.Id, new("gooseneck")));
        await store.Cells.SaveAsync(classId, cleared, null, draft.Cells[cleared].Revision, store.Ann.Id);
        Assert.True(await store.Classes.JoinBandsAsync(classId, strong.Id));
        var joined = (await store.Classes.DraftAsync(draft.Class.Key))!.Set.First;
        Assert.Equal("26 in", joined[new Core.Matrices.CellAddress(strong.Id, new("gooseneck"))]!.Show(joined.Controls.Single(control => control.Key.Name == "gooseneck").Scale));
        Assert.Equal("8 cm", joined[new Core.Matrices.CellAddress(strong.Id, new("daggerboard"))]!.Show(joined.Controls.Single(control => control.Key.Name == "daggerboard").Scale));
        Assert.False(await store.Classes.JoinBandsAsync(classId, strong.Id));
    }

    [Fact]
    public async Task A_crew_mass_is_its_owners_and_the_captains_only_where_allowed()
    {
        var crews = new Crews(store.Database);
        var classId = (await store.FreshClassAsync()).Stamp.Id;
        Assert.Null(await crews.OwnAsync(store.Ann.Id, classId));
        await crews.SaveAsync(store.Ann.Id, classId, Mass.FromKilograms(61), captainMaySee: false);
        Assert.Empty(await crews.OpenAsync(classId));
        Assert.Null(await crews.OwnAsync(store.Ben.Id, classId));
        await crews.SaveAsync(store.Ann.Id, classId, Mass.FromKilograms(62), captainMaySee: true);
        Assert.Equal(new OpenCrew("Ann", Mass.FromKilograms(62)), Assert.Single(await crews.OpenAsync(classId)));
        await crews.SaveAsync(store.Ann.Id, classId, null, captainMaySee: true);
        Assert.Empty(await crews.OpenAsync(classId));
    }

    private static WindSummary Block(DateTimeOffset from, double mean, int samples) => new(
        from.AddSeconds(2), from.AddSeconds(599), Speed.FromMetresPerSecond(mean), Speed.FromMetresPerSecond(mean + 2), Speed.FromMetresPerSecond(mean - 2), Angle.FromDegrees(220), Angle.FromDegrees(9), samples);
}
