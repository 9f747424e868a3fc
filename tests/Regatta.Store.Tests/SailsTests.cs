using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>What a member sails: what they said, until then what they logged.</summary>
public sealed class SailsTests(StoreFixture store)
{
    [Fact]
    public async Task It_is_what_was_logged_until_it_is_said_and_what_was_said_from_then_on()
    {
        var sails = new Sails(store.Database, store.Clock);
        var (one, other) = (await store.FreshClassAsync(), await store.FreshClassAsync());
        var boat = await new Boats(store.Database, store.Clock).AddAsync(one.Stamp.Class, "Plover", "");
        var person = await MemberAsync(store.Club);
        Assert.False((await sails.OfAsync(store.Club, person)).IsKnown);
        await store.Logs.AddAsync(one.Stamp.Class, person, new(boat, new HashSet<ControlKey>()), LogAt(StoreFixture.Now));
        var logged = await sails.OfAsync(store.Club, person);
        Assert.True(logged.IsKnown);
        Assert.Equal(new SailedClass(one.Class.Key, boat), Assert.Single(logged.Classes));

        // A boat of another class, a class that is not there and one of another club are left out.
        await sails.SaveAsync(store.Club, person, [new(other.Class.Key, boat), new("no-such-class", null), new("pond-65", null)]);
        Assert.Equal(new SailedClass(other.Class.Key, null), Assert.Single((await sails.OfAsync(store.Club, person)).Classes));
        await sails.SaveAsync(store.Club, person, []);
        var none = await sails.OfAsync(store.Club, person);
        Assert.True(none.IsKnown);
        Assert.Empty(none.Classes);
        Assert.False((await sails.OfAsync(store.OtherClub, person)).IsKnown);
    }

    [Fact]
    public async Task A_boat_that_was_said_is_read_on_until_another_is_sailed_and_goes_with_the_membership()
    {
        var sails = new Sails(store.Database, store.Clock);
        var one = await store.FreshClassAsync();
        var boats = new Boats(store.Database, store.Clock);
        var boat = await boats.AddAsync(one.Stamp.Class, "Plover", "");
        var person = await MemberAsync(store.Club);
        var logs = new BoatLogs(store.Database);
        Assert.Null(await logs.LastBoatAsync(one.Stamp.Class, person));
        await sails.SaveAsync(store.Club, person, [new(one.Class.Key, boat)]);
        Assert.Equal(boat, await logs.LastBoatAsync(one.Stamp.Class, person));
        // Whatever was told last holds: another boat that was sailed since, and one that is said anew.
        var other = await boats.AddAsync(one.Stamp.Class, "Dotterel", "");
        await store.Logs.AddAsync(one.Stamp.Class, person, new(other, new HashSet<ControlKey>()), LogAt(StoreFixture.Now.AddHours(1)));
        Assert.Equal(other, await logs.LastBoatAsync(one.Stamp.Class, person));
        await store.Logs.AddAsync(one.Stamp.Class, person, new(other, new HashSet<ControlKey>()), LogAt(StoreFixture.Now.AddDays(-1)));
        Assert.Equal(boat, (await sails.OfAsync(store.Club, person)).Classes.Single().Boat);
        await new Sails(store.Database, new LaterClock()).SaveAsync(store.Club, person, [new(one.Class.Key, boat)]);
        Assert.Equal(boat, await logs.LastBoatAsync(one.Stamp.Class, person));
        Assert.Contains("Plover", await new PersonalData(store.Database).JsonAsync(person));
        // What was said goes with the membership; what was logged stays.
        await store.Members.RemoveAsync(store.Club, person);
        Assert.Equal(other, await logs.LastBoatAsync(one.Stamp.Class, person));
    }

    [Fact]
    public async Task Who_coordinates_or_is_a_captain_does_more_than_sail()
    {
        var sails = new Sails(store.Database, store.Clock);
        var one = await store.FreshClassAsync();
        var person = await MemberAsync(store.Club);
        Assert.True(await sails.OnlySailsAsync(store.Club, person));
        Assert.False(await sails.OnlySailsAsync(store.OtherClub, person));
        await store.Members.SetAsync(store.Club, person, ["captain", "sailor"], [one.Class.Key]);
        Assert.False(await sails.OnlySailsAsync(store.Club, person));
        await store.Members.SetAsync(store.Club, person, ["coordinator", "sailor"], []);
        Assert.False(await sails.OnlySailsAsync(store.Club, person));
    }

    private static SessionLog LogAt(DateTimeOffset at)
    {
        var wind = WindRange.Of(Speed.FromKnots(8), Speed.FromKnots(10), null).Value;
        return new(Guid.NewGuid(), at, null, [new(wind, new Dictionary<ControlKey, Mark>(), null, Felt.Usual)], "", null);
    }

    /// <summary>A clock two hours on.</summary>
    private sealed class LaterClock : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => StoreFixture.Now.AddHours(2);
    }

    private async Task<Guid> MemberAsync(ClubId club)
    {
        var name = Guid.NewGuid().ToString("N");
        var person = new Person
        {
            SignInName = name,
            NormalizedName = name.ToUpperInvariant(),
            DisplayName = "Somebody",
            SecurityStamp = "1",
        };
        await new People(store.Database, store.Clock).SaveAsync(person);
        await store.Members.SetAsync(club, person.Id, ["sailor"], []);
        return person.Id;
    }
}
