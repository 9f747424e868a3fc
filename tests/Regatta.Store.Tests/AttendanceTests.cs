using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>Who says they come, and who does what in a trial.</summary>
public sealed class AttendanceTests(StoreFixture store)
{
    [Fact]
    public async Task Somebody_comes_once_a_day_with_a_boat_of_a_class_that_sails_it()
    {
        var comers = new Attendance(store.Database, store.Clock);
        var outings = new Outings(store.Database);
        var draft = await store.FreshClassAsync();
        var other = await store.FreshClassAsync();
        var club = draft.Stamp.Class.Club;
        var key = draft.Class.Key;
        await outings.SaveAsync(
            club,
            [new($"day-{key}", OutingKind.Training, "A day", "", StoreFixture.Now, StoreFixture.Now.AddHours(2), [key], null, "")],
            keepsForecast: false
        );
        var day = (await outings.EndingAfterAsync(club, StoreFixture.Now)).Single(one => one.Outing.Uid == $"day-{key}").Number;
        Assert.True(await comers.SayAsync(club, day, store.Ben.Id, key, null));
        Assert.True(await comers.SayAsync(club, day, store.Ben.Id, key, null));
        // Neither a class that does not sail that day, nor a boat that is none of its own, nor a day that is not there.
        Assert.False(await comers.SayAsync(club, day, store.Ben.Id, other.Class.Key, null));
        Assert.False(await comers.SayAsync(club, day, store.Ben.Id, key, 987_654));
        Assert.False(await comers.SayAsync(club, day + 1000, store.Ben.Id, key, null));
        var only = Assert.Single(await comers.AllAsync(club, day));
        Assert.Equal((store.Ben.Id, key, null, ""), (only.Person, only.ClassKey, only.Boat, only.BoatName));
        Assert.Empty(await comers.AllAsync(new(club.Number + 1000), day));
        await comers.TakeBackAsync(club, day, store.Ben.Id);
        Assert.Empty(await comers.AllAsync(club, day));
    }

    [Fact]
    public async Task A_trial_keeps_when_it_begins_and_who_does_what_of_members_alone()
    {
        var trials = new Trials(store.Database, store.Clock);
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var trial = new Trial(new(new("full"), new("usual")), new(1), new("vang"), new(1), new(2), TrialDesign.Ladder, [3]);
        var plan = new TrialPlan(
            StoreFixture.Now,
            [new(TrialRole.LooksOut, store.Ben.Id, ""), new(TrialRole.ReadsTape, Guid.NewGuid(), "nobody")],
            "mind the buoy"
        );
        var found = (await trials.FindAsync(one, await trials.AddAsync(one, trial, null, plan)))!;
        Assert.Equal((StoreFixture.Now, "mind the buoy"), (found.Plan.BeginsAt, found.Plan.Note));
        var hand = Assert.Single(found.Plan.Hands);
        Assert.Equal((TrialRole.LooksOut, store.Ben.Id), (hand.Role, hand.Person));
        Assert.NotEmpty(hand.Name);
    }
}
