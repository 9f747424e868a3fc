using Regatta.Store;

namespace Regatta.Store.Tests;

public sealed class WindLogTests(StoreFixture store)
{
    private readonly WindLog log = new(store.Database);

    [Fact]
    public async Task Samples_come_back_in_order_once_each_and_are_forgotten_by_age()
    {
        var start = new DateTimeOffset(2031, 1, 1, 0, 0, 0, TimeSpan.Zero);
        var samples = Enumerable
            .Range(0, 100)
            .Select(second => new WindSample(
                start.AddSeconds(second),
                Speed.FromMetresPerSecond(second / 10.0),
                second % 3 == 0 ? null : Angle.FromDegrees(second)
            ))
            .ToList();
        await log.AppendAsync(store.Club, samples);
        await log.AppendAsync(store.Club, [.. samples.TakeLast(10), new(start.AddSeconds(100), Speed.FromMetresPerSecond(1), null)]);
        var kept = await log.SamplesAsync(store.Club, start, start.AddHours(1));
        Assert.Equal(samples, kept.Take(100));
        Assert.Equal(101, kept.Count);
        // However far a clock jumps, no more goes at once than it is told.
        await log.ForgetAsync(store.Club, start.AddYears(1), 30);
        Assert.Equal(start.AddSeconds(30), (await log.SamplesAsync(store.Club, start, start.AddHours(1)))[0].At);
        await log.ForgetAsync(store.Club, start.AddSeconds(90), 1000);
        Assert.Equal(11, (await log.SamplesAsync(store.Club, start, start.AddHours(1))).Count);
        Assert.Equal(10, (await log.SamplesAsync(store.Club, start, start.AddSeconds(99))).Count);
    }

    [Fact]
    public async Task A_block_told_again_on_fewer_seconds_changes_nothing_on_more_it_does()
    {
        var from = new DateTimeOffset(2032, 1, 1, 10, 20, 0, TimeSpan.Zero);
        await log.KeepAsync(store.Club, Block(from, 7, 500));
        await log.KeepAsync(store.Club, Block(from, 3, 100));
        Assert.Equal(7, Assert.Single(await log.BlocksAsync(store.Club, from, from.AddMinutes(10))).Mean.MetresPerSecond, 9);
        await log.KeepAsync(store.Club, Block(from, 8, 600));
        await log.KeepAsync(store.Club, Block(from.AddMinutes(10), 9, 600));
        Assert.Equal([8, 9], (await log.BlocksAsync(store.Club, from, from.AddHours(1))).Select(block => block.Mean.MetresPerSecond));
        Assert.Single(await log.BlocksAsync(store.Club, from, from.AddMinutes(10)));
    }

    [Fact]
    public async Task A_crew_mass_is_its_owners_and_the_captains_only_where_allowed()
    {
        var crews = new Crews(store.Database);
        var one = (await store.FreshClassAsync()).Stamp.Class;
        Assert.Null(await crews.OwnAsync(one, store.Ann.Id));
        await crews.SaveAsync(one, store.Ann.Id, Mass.FromKilograms(61), captainMaySee: false);
        Assert.Empty(await crews.OpenAsync(one));
        Assert.Null(await crews.OwnAsync(one, store.Ben.Id));
        await crews.SaveAsync(one, store.Ann.Id, Mass.FromKilograms(62), captainMaySee: true);
        Assert.Equal(new OpenCrew("Ann", Mass.FromKilograms(62)), Assert.Single(await crews.OpenAsync(one)));
        await crews.SaveAsync(one, store.Ann.Id, CrewProfile.Unknown, captainMaySee: true);
        Assert.Empty(await crews.OpenAsync(one));
    }

    private static WindSummary Block(DateTimeOffset from, double mean, int samples) =>
        new(
            from.AddSeconds(2),
            from.AddSeconds(599),
            Speed.FromMetresPerSecond(mean),
            Speed.FromMetresPerSecond(mean + 2),
            Speed.FromMetresPerSecond(mean - 2),
            Angle.FromDegrees(220),
            Angle.FromDegrees(9),
            samples
        );
}
