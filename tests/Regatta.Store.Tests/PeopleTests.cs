using Regatta.Store;

namespace Regatta.Store.Tests;

public sealed class PeopleTests(StoreFixture store)
{
    [Fact]
    public async Task An_account_is_read_back_as_it_was_saved_and_saved_again()
    {
        var people = new People(store.Database, store.Clock);
        var person = NewPerson();
        await people.SaveAsync(person);
        person.SpeedUnit = SpeedUnit.Beaufort;
        person.MassUnit = MassUnit.Pound;
        person.Email = "P@Example.invalid";
        await people.SaveAsync(person);
        foreach (var read in new[] { await people.FindAsync(person.Id), await people.FindByNameAsync(person.NormalizedName) })
        {
            Assert.Equal(
                (person.Id, person.SignInName, SpeedUnit.Beaufort, MassUnit.Pound, person.Email),
                (read!.Id, read.SignInName, read.SpeedUnit, read.MassUnit, read.Email)
            );
        }

        Assert.Equal(person.Id, Assert.Single(await people.FindByEmailAsync("p@example.INVALID")).Id);
        Assert.Null(await people.FindAsync(Guid.NewGuid()));
    }

    [Fact]
    public async Task What_somebody_may_do_is_asked_of_each_club_by_itself()
    {
        var person = NewPerson();
        await new People(store.Database, store.Clock).SaveAsync(person);
        await store.Members.SetAsync(store.Club, person.Id, ["captain", "sailor"], ["quillet", "no-such-class"]);
        var here = (await store.Clubs.AdmitAsync("wenlow", person.Id, "quillet"))!;
        Assert.Equal(["captain", "sailor"], here.Roles!);
        Assert.Equal([here.Class!.Class.Number], here.Captained);
        var other = (await store.Clubs.AdmitAsync("wenlow", person.Id, "tandry"))!;
        Assert.DoesNotContain(other.Class!.Class.Number, other.Captained);
        Assert.Null((await store.Clubs.AdmitAsync("tessick", person.Id, "pond-65"))!.Roles);
        Assert.Null((await store.Clubs.AdmitAsync("wenlow", null, "quillet"))!.Roles);
        Assert.Null((await store.Clubs.AdmitAsync("wenlow", person.Id, "pond-65"))!.Class);
        Assert.Null(await store.Clubs.AdmitAsync("no-such-club", person.Id, null));
        await store.Members.SetAsync(store.Club, person.Id, ["sailor"], []);
        Assert.Empty((await store.Clubs.AdmitAsync("wenlow", person.Id, "quillet"))!.Captained);
        Assert.Contains(
            await store.Members.AllAsync(store.Club),
            member => member.Id == person.Id && member is { CanSignIn: false, Roles: "sailor", CaptainOf: "" }
        );
        Assert.DoesNotContain(await store.Members.AllAsync(store.OtherClub), member => member.Id == person.Id);
    }

    [Fact]
    public async Task Of_many_who_found_the_first_club_at_once_one_does()
    {
        var address = await OldDatabase.CreateAsync();
        await Database.MigrateAsync(address);
        await using var database = Database.Connect(address);
        var people = Enumerable.Range(0, 6).Select(_ => NewPerson()).ToList();
        foreach (var person in people)
        {
            await new People(database, store.Clock).SaveAsync(person);
        }

        var clubs = new Clubs(database, store.Clock);
        var founded = await Task.WhenAll(
            people.Select(
                (person, at) => clubs.FoundAsync($"club-{at}", "Club", "UTC", isDemo: false, person.Id, mayBeFurther: false, null)
            )
        );
        Assert.Single(founded, club => club is not null);
        Assert.Single((await clubs.AllAsync()).Select(club => club.Key));

        var code = await clubs.MakeFoundingCodeAsync(people[0].Id);
        var byCode = await Task.WhenAll(
            people.Select(
                (person, at) => clubs.FoundAsync($"further-{at}", "Club", "UTC", isDemo: false, person.Id, mayBeFurther: true, code)
            )
        );
        Assert.Single(byCode, club => club is not null);
        Assert.False(await clubs.KnowsFoundingCodeAsync(code));
    }

    [Fact]
    public async Task No_account_is_offered_unless_a_demo_club_is_loaded()
    {
        var person = NewPerson();
        person.IsDemo = true;
        person.PasswordHash = "x";
        var people = new People(store.Database, store.Clock);
        await people.SaveAsync(person);
        await store.Members.SetAsync(store.Club, person.Id, ["sailor"], []);
        Assert.Empty(await people.DemoAccountsAsync());
    }

    [Fact]
    public async Task Imported_logs_belong_to_whom_the_club_knows_and_count_without_the_others()
    {
        Assert.NotEmpty(await store.Logs.OwnAsync(store.Club, store.Ann.Id));
        var draft = (await store.DraftAsync("quillet"))!;
        Assert.Equal(84, (await store.Logs.EvidenceAsync(draft.Stamp.Class)).Select(run => run.Number).Distinct().Count());
        Assert.True((await store.Logs.OwnAsync(store.Club, store.Ann.Id)).Count < 84);
    }

    [Fact]
    public async Task The_fleet_tells_each_class_by_its_newest_version_and_its_logs()
    {
        var line = (await store.Classes.FleetAsync(store.Club)).Single(one => one.Key == "ferrin-16");
        Assert.Equal((2, 84), (line.Version!.Value, line.Logs));
        Assert.Null(await store.Classes.StampAsync(store.Club, "no-such-class"));
        Assert.Null(await store.Classes.StampAsync(store.OtherClub, "ferrin-16"));
        Assert.Null(await store.Classes.DraftAsync(new(store.OtherClub, (await store.DraftAsync("ferrin-16"))!.Stamp.Class.Number)));
    }

    // Two editors at random for a while: what stands at the end is what the accepted edits say, in their order.
    [Fact]
    public async Task Random_edits_of_two_people_end_as_their_accepted_edits_say()
    {
        var draft = await store.FreshClassAsync();
        var accepted = new System.Collections.Concurrent.ConcurrentDictionary<(CellPlace, int), double>();
        await Task.WhenAll(EditAsync(store.Ann, 1), EditAsync(store.Ben, 2));
        var end = (await store.DraftAsync(draft));
        Assert.NotEmpty(accepted);
        Assert.All(
            accepted.Keys.GroupBy(key => key.Item1),
            edits =>
            {
                var last = edits.MaxBy(edit => edit.Item2);
                Assert.Equal(last.Item2, end.Cells[edits.Key].Revision);
                Assert.Equal(accepted[last], end.Cells[edits.Key].Cell!.Mark!.Value.Position);
            }
        );

        async Task EditAsync(Person who, int seed)
        {
            var random = new Random(seed);
            for (var round = 0; round < 60; round++)
            {
                var seen = (await store.DraftAsync(draft));
                var control = seen.Class.Marked.ElementAt(random.Next(3));
                var address = new CellPlace(PlanMode.Usual, new(new(random.Next(1, 4)), control.Key));
                var mark = control.Scale.StepBy(seen.Set[address]!.Mark!.Value, random.Next(2) == 0 ? 1 : -1);
                var revision = seen.Cells[address].Revision;
                var saved = await store.SaveAsync(seen, address, Cell.Of(mark, 0, "", "", CellSource.Entered).Value, revision, who.Id);
                if (saved == SaveOutcome.Saved)
                {
                    Assert.True(accepted.TryAdd((address, revision + 1), mark.Position), "Two edits landed on one revision.");
                }
            }
        }
    }

    private static Person NewPerson()
    {
        var name = "p" + Guid.NewGuid().ToString("N");
        return new()
        {
            SignInName = name,
            NormalizedName = name.ToUpperInvariant(),
            DisplayName = "P",
            SecurityStamp = "1",
        };
    }
}
