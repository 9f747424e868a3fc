using System.Buffers.Binary;
using System.Reflection;
using System.Security.Cryptography;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Tests.Doors;

/// <summary>An account from the invitation to its removal.</summary>
public sealed class AccountTests(ClubHost host)
{
    private const string IdasPassword = "violet anchor biscuit lane";

    [Fact]
    public async Task An_invitation_is_taken_up_once_with_its_role_and_can_be_withdrawn()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        await KitAsync(kim);
        var link = await InviteAsync(kim, "Ida Marsh", ("as", "captain/skiff"));
        Assert.Contains("Ida Marsh", (await kim.GetAsync("/ebb-creek/people")).TextOf("#asked-head + ul"));
        Assert.Contains(link, (await kim.GetAsync("/ebb-creek/letters")).Text);

        var ida = club.Visit();
        var asked = await ida.GetAsync(link);
        Assert.Contains("captain of Skiff", asked.TextOf("main"));
        var weak = await ida.SendAsync(asked, "form.stack", "/invitation?handler=Open", ("signin", "ida"), ("password", "ebb-creek-ida"));
        Assert.Contains("guessed soon", weak.TextOf("#password-problem"));
        Assert.Equal("ida", weak.Html.QuerySelector("#signin")!.GetAttribute("value"));
        var taken = await ida.SendAsync(asked, "form.stack", "/invitation?handler=Open", ("signin", "kim"), ("password", IdasPassword));
        Assert.Contains("already taken", taken.TextOf("#signin-problem"));
        var joined = await ida.SendAsync(asked, "form.stack", "/invitation?handler=Open", ("signin", "ida"), ("password", IdasPassword));
        Assert.Equal("/ebb-creek/sails", joined.Location!.ToString());
        Assert.Equal(200, (int)(await ida.GetAsync("/ebb-creek/classes/skiff/bands")).Status);
        Assert.Equal(410, (int)(await club.Visit().GetAsync(link)).Status);

        var other = await InviteAsync(kim, "Joss Reed");
        var asking = await kim.GetAsync("/ebb-creek/people");
        var id = asking.Html.QuerySelector("#asked-head ~ ul button[name=id]")!.GetAttribute("value")!;
        await kim.SendAsync(asking, "#asked-head ~ ul form", "/ebb-creek/people?handler=Withdraw", ("id", id));
        Assert.Equal(410, (int)(await club.Visit().GetAsync(other)).Status);

        // Sent again, the letter that was lost opens nothing any more.
        var lost = await InviteAsync(kim, "Joss Reed");
        asking = await kim.GetAsync("/ebb-creek/people");
        id = asking.Html.QuerySelector("#asked-head ~ ul button[name=id]")!.GetAttribute("value")!;
        var sent = await kim.SendAsync(asking, "#asked-head ~ ul form", "/ebb-creek/people?handler=Again", ("id", id));
        Assert.Equal(410, (int)(await club.Visit().GetAsync(lost)).Status);
        var anew = await club.Visit().GetAsync(Link(sent.Text, "/invitation?token="));
        Assert.Equal("Joss Reed", anew.Html.QuerySelector("#name")!.GetAttribute("value"));
        Assert.Single(sent.Html.QuerySelectorAll("#asked-head ~ ul li"));
        Assert.Equal(
            404,
            (int)(await kim.SendAsync(asking, "#asked-head ~ ul form", "/ebb-creek/people?handler=Again", ("id", id))).Status
        );

        // Somebody with an account joins with that.
        var third = await InviteAsync(kim, "Ida Marsh", ("as", "coordinator"));
        var again = await ida.GetAsync(third);
        Assert.Equal("/ebb-creek/sails", (await ida.SendAsync(again, "form.stack", "/invitation")).Location!.ToString());
        Assert.Equal(200, (int)(await ida.GetAsync("/ebb-creek/people")).Status);
        Assert.Equal(200, (int)(await ida.GetAsync("/ebb-creek/classes/skiff/bands")).Status);
    }

    [Fact]
    public async Task A_demo_club_invites_nobody_and_says_what_it_is_and_no_demo_starts_beside_a_real_club()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var odalys = await club.VisitAsAsync("odalys");
        var people = await odalys.GetAsync("/wenlow/people");
        Assert.Equal("demo", people.TextOf(".demo-mark"));
        var refused = await odalys.SendAsync(people, "form.looks", "/wenlow/people", ("name", "Ida Marsh"), ("email", "ida@club.example"));
        Assert.Equal(422, (int)refused.Status);
        Assert.Contains("Found a club of your own", refused.TextOf("#email-problem"));

        await using var real = await EmptyAsync();
        await real.FoundAsync("Ebb Creek");
        var reset = Assert.Throws<StartRefusedException>(() => real.Again("Reset"));
        Assert.Contains("Ebb Creek lives in this database", reset.Message);
        var open = Assert.Throws<StartRefusedException>(() => real.Again("IfEmpty", ("urls", "http://0.0.0.0:8080")));
        Assert.Contains("known to everybody", open.Message);
    }

    [Fact]
    public async Task A_suspended_member_is_out_at_once_and_back_when_let_in_again()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        var ida = await JoinAsync(club, kim);
        Assert.Equal(200, (int)(await ida.GetAsync("/ebb-creek")).Status);
        var page = await MemberAsync(kim, "Ida");
        await kim.SendAsync(page.Page, "form[action*=Suspend]", page.Address + "?handler=Suspend");
        Assert.Equal(404, (int)(await ida.GetAsync("/ebb-creek")).Status);
        Assert.Equal(
            0L,
            await club.ScalarAsync<long>(
                "select count(*) from sign_ins s join people p on p.id = s.person_id where p.sign_in_name = 'ida' and s.ended_at is null"
            )
        );
        var tried = await SignInAsync(club.Visit(), "ida", IdasPassword);
        Assert.Equal(403, (int)tried.Status);
        Assert.Contains("suspended", tried.TextOf(".problem"));

        page = await MemberAsync(kim, "Ida");
        await kim.SendAsync(page.Page, "form[action*=Let]", page.Address + "?handler=Let");
        Assert.Equal(302, (int)(await SignInAsync(club.Visit(), "ida", IdasPassword)).Status);

        // The only coordinator can neither be suspended nor go.
        page = await MemberAsync(kim, "Kim");
        var alone = await kim.SendAsync(page.Page, "form[action*=Suspend]", page.Address + "?handler=Suspend");
        Assert.Contains("no coordinator", alone.TextOf("[role=alert]"));
        var stays = await kim.SendAsync(
            await kim.GetAsync("/me/data"),
            "form[action*=Remove]",
            "/me/data?handler=Remove",
            ("sure", "true")
        );
        Assert.Contains("only coordinator of Ebb Creek", stays.TextOf("[role=alert]"));
        page = await MemberAsync(kim, "Ida");
        Assert.Equal(
            "/ebb-creek",
            (await kim.SendAsync(page.Page, "form[action*=HandOver]", page.Address + "?handler=HandOver")).Location!.ToString()
        );
        Assert.Contains("/not-yours", (await kim.GetAsync("/ebb-creek/people")).Location!.ToString());
    }

    [Fact]
    public async Task A_pasted_list_is_invited_whole_or_not_at_all()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        async Task<Answer> SendAsync(string list) =>
            await kim.SendAsync(
                await kim.GetAsync("/ebb-creek/people"),
                "form[action*=List]",
                "/ebb-creek/people?handler=List",
                ("list", list)
            );
        foreach (var wrong in new[] { "", "Joss Reed, joss@club.example\nWen", "Joss, joss@club.example\nWen, JOSS@club.example" })
        {
            var refused = await SendAsync(wrong);
            Assert.Equal(422, (int)refused.Status);
            Assert.NotNull(refused.Html.QuerySelector("#list-problem"));
            Assert.Equal(wrong, refused.Html.QuerySelector("#list")!.TextContent);
        }

        Assert.Equal(0L, await club.ScalarAsync<long>("select count(*) from invitations"));
        var many = string.Join('\n', Enumerable.Range(0, 60).Select(at => $"Sailor {at}, s{at}@club.example"));
        Assert.Equal(200, (int)(await SendAsync(many)).Status);
        Assert.Equal(60L, await club.ScalarAsync<long>("select count(*) from invitations"));
        // A day has a hundred: of the second sixty none goes.
        Assert.Contains("40 invitations are left", (await SendAsync(many)).TextOf("#list-problem"));
        Assert.Equal(60L, await club.ScalarAsync<long>("select count(*) from invitations"));
        var letters = (await kim.GetAsync("/ebb-creek/letters")).TextOf("main");
        Assert.Contains("s59@club.example", letters);
    }

    [Fact]
    public async Task A_whole_group_joins_by_one_address_as_sailors_until_its_places_its_day_or_the_coordinator_end_it()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        async Task<Answer> MakeAsync(string places, string until) =>
            await kim.SendAsync(
                await kim.GetAsync("/ebb-creek/people"),
                "form[action*=Group]",
                "/ebb-creek/people?handler=Group",
                ("group", "Wednesday chat"),
                ("places", places),
                ("until", until)
            );
        string Day(int ahead) => DateTime.UtcNow.AddDays(ahead).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        foreach (
            var (places, until, field) in new[]
            {
                ("1", Day(3), "places"),
                ("61", Day(3), "places"),
                ("2", Day(40), "until"),
                ("2", "soon", "until"),
            }
        )
        {
            var wrong = await MakeAsync(places, until);
            Assert.Equal(422, (int)wrong.Status);
            Assert.NotNull(wrong.Html.QuerySelector($"#{field}-problem"));
            Assert.Equal("Wednesday chat", wrong.Html.QuerySelector("#group")!.GetAttribute("value"));
        }

        var made = await MakeAsync("2", Day(3));
        var address = new Uri(made.TextOf("#group-address")!).PathAndQuery;
        async Task<(Visitor Visitor, Answer Answer)> JoinGroupAsync(string name, string email)
        {
            var visitor = club.Visit();
            var page = await visitor.GetAsync(address);
            return (
                visitor,
                await visitor.SendAsync(
                    page,
                    "form.stack",
                    "/invitation?handler=Open",
                    ("name", name + " Reed"),
                    ("signin", name.ToLowerInvariant()),
                    ("email", email),
                    ("password", IdasPassword)
                )
            );
        }

        Assert.Equal(422, (int)(await JoinGroupAsync("Joss", "no address")).Answer.Status);
        var (joss, joined) = await JoinGroupAsync("Joss", "");
        Assert.Equal("/ebb-creek/sails", joined.Location!.ToString());
        Assert.Contains("/not-yours", (await joss.GetAsync("/ebb-creek/people")).Location!.ToString());
        var list = (await kim.GetAsync("/ebb-creek/people")).TextOf("main")!;
        Assert.Contains("1 of 2 places taken", list);
        // It holds to the end of the day that was said, and says that day.
        Assert.Contains(
            "until " + DateTime.UtcNow.AddDays(3).ToString("d MMM yyyy", System.Globalization.CultureInfo.InvariantCulture),
            string.Join(' ', list.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
        );
        // Who is a member already takes no place, and nobody sends it by mail.
        Assert.Equal(302, (int)(await joss.SendAsync(await joss.GetAsync(address), "form.stack", "/invitation")).Status);
        Assert.Contains("1 of 2 places taken", (await kim.GetAsync("/ebb-creek/people")).TextOf("main"));
        var id = await club.ScalarAsync<Guid>("select id from invitations where places = 2");
        var again = await kim.SendAsync(
            await kim.GetAsync("/ebb-creek/people"),
            "form[action*=Withdraw]",
            "/ebb-creek/people?handler=Again",
            ("id", id.ToString())
        );
        Assert.Equal(404, (int)again.Status);

        // Of two who come at once for the last place one is let in; then it is over, and so it is once it was withdrawn or its day is past.
        var both = await Task.WhenAll(JoinGroupAsync("Wen", "wen@club.example"), JoinGroupAsync("Noor", ""));
        Assert.Single(both, one => (int)one.Answer.Status == 302);
        Assert.Equal(410, (int)(await club.Visit().GetAsync(address)).Status);
        var second = new Uri((await MakeAsync("3", Day(0))).TextOf("#group-address")!).PathAndQuery;
        Assert.Equal(200, (int)(await club.Visit().GetAsync(second)).Status);
        await club.ScalarAsync<int>("update invitations set expires_at = now() - interval '1 second' where places = 3");
        Assert.Equal(410, (int)(await club.Visit().GetAsync(second)).Status);
        var third = new Uri((await MakeAsync("4", Day(3))).TextOf("#group-address")!).PathAndQuery;
        await kim.SendAsync(
            await kim.GetAsync("/ebb-creek/people"),
            "form[action*=Withdraw]",
            "/ebb-creek/people?handler=Withdraw",
            ("id", (await club.ScalarAsync<Guid>("select id from invitations where places = 4")).ToString())
        );
        Assert.Equal(410, (int)(await club.Visit().GetAsync(third)).Status);
        // A group's address makes nobody but sailors, whatever the database is told.
        await Assert.ThrowsAsync<Npgsql.PostgresException>(() =>
            club.ScalarAsync<int>("update invitations set roles = '{coordinator}' where places = 4")
        );
    }

    [Fact]
    public async Task A_removed_account_leaves_its_logs_without_a_name_and_nothing_else()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        await KitAsync(kim);
        var ida = await JoinAsync(club, kim, ("as", "captain/skiff"));
        var settings = await ida.GetAsync("/ebb-creek/classes/skiff/settings");
        await ida.SendAsync(settings, "form.stack", "/ebb-creek/classes/skiff/settings", ("about", "A boat for two."));
        await ida.PublishAsync("/ebb-creek/classes/skiff");
        Assert.Contains("Ida Marsh", (await kim.GetAsync("/ebb-creek/classes/skiff/versions")).TextOf("main"));
        await ida.SendAsync(await ida.GetAsync("/me"), "form[action*=Hands]", "/me?handler=Hands", ("Fist", "100"));
        var json = (await ida.GetAsync("/me/data?handler=json")).Text;
        Assert.Contains("ida@club.example", json);
        Assert.DoesNotContain("password", json);
        Assert.DoesNotContain("stamp", json);
        Assert.StartsWith("log,run,class,at,", (await ida.GetAsync("/me/data?handler=logs")).Text);

        var data = await ida.GetAsync("/me/data");
        Assert.Equal(422, (int)(await ida.SendAsync(data, "form[action*=Remove]", "/me/data?handler=Remove")).Status);
        var gone = await ida.SendAsync(data, "form[action*=Remove]", "/me/data?handler=Remove", ("sure", "true"));
        Assert.Equal("/sign-in", gone.Location!.ToString());
        Assert.Contains("storage", gone.Message.Headers.GetValues("Clear-Site-Data").Single());
        Assert.Equal(422, (int)(await SignInAsync(club.Visit(), "ida", IdasPassword)).Status);
        var history = await kim.GetAsync("/ebb-creek/classes/skiff/history");
        Assert.Contains("somebody who left", history.TextOf("main"));
        Assert.DoesNotContain("Ida", history.Text);
        var versions = await kim.GetAsync("/ebb-creek/classes/skiff/versions");
        Assert.Contains("somebody who left", versions.TextOf("main"));
        Assert.DoesNotContain("Ida", versions.Text);
        Assert.Equal(
            0L,
            await club.ScalarAsync<long>(
                "select (select count(*) from body_measures) + (select count(*) from people where email is not null and sign_in_name <> 'kim')"
            )
        );
    }

    [Fact]
    public async Task Of_two_coordinators_who_leave_at_once_one_stays_and_who_joins_meanwhile_is_not_removed()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        var ida = await JoinAsync(club, kim, ("as", "coordinator"));
        var pages = await Task.WhenAll(kim.GetAsync("/me/data"), ida.GetAsync("/me/data"));
        var left = await Task.WhenAll(
            kim.SendAsync(pages[0], "form[action*=Remove]", "/me/data?handler=Remove", ("sure", "true")),
            ida.SendAsync(pages[1], "form[action*=Remove]", "/me/data?handler=Remove", ("sure", "true"))
        );
        Assert.Equal([302, 422], left.Select(one => (int)one.Status).Order());
        Assert.Equal(1L, await club.ScalarAsync<long>("select count(*) from memberships where 'coordinator' = any(roles)"));

        // Removed from one club while another takes them in: the account stays.
        var people = club.Services.GetRequiredService<People>();
        var still = await club.ScalarAsync<Guid>("select person_id from memberships");
        Assert.False(await people.RemoveAsync(still, evenAMember: false));
        Assert.NotNull((await people.FindAsync(still))!.PasswordHash);
    }

    [Fact]
    public async Task Somebody_signs_in_by_their_mail_address_where_it_is_theirs_alone()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        await JoinAsync(club, kim, ("name", "Ida Marsh"), ("email", "marsh@club.example"));
        var ida = club.Visit();
        Assert.Equal(302, (int)(await SignInAsync(ida, "MARSH@club.example", IdasPassword)).Status);
        Assert.Contains("Ida", (await ida.GetAsync("/ebb-creek")).TextOf("nav"));
        Assert.Equal(422, (int)(await SignInAsync(club.Visit(), "marsh@club.example", "guess")).Status);
        // One address for two: their names tell them apart.
        await JoinAsync(club, kim, ("name", "Bo Marsh"), ("email", "marsh@club.example"));
        Assert.Equal(422, (int)(await SignInAsync(club.Visit(), "marsh@club.example", IdasPassword)).Status);
        Assert.Equal(302, (int)(await SignInAsync(club.Visit(), "ida", IdasPassword)).Status);
    }

    [Fact]
    public async Task Looking_at_the_second_factor_ends_no_other_sign_in()
    {
        await using var club = await EmptyAsync(strict: true);
        var kim = await club.FoundAsync("Ebb Creek");
        var phone = club.Visit();
        await SignInAsync(phone, "kim", ClubHost.KimsPassword);
        var key = (await kim.GetAsync("/me/second-factor")).TextOf(".factor-key");
        Assert.Equal(key, (await kim.GetAsync("/me/second-factor")).TextOf(".factor-key"));
        Assert.Equal(200, (int)(await phone.GetAsync("/ebb-creek")).Status);
    }

    [Fact]
    public async Task A_juniors_whole_name_is_read_by_the_coordinator_alone()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        var people = await kim.GetAsync("/ebb-creek/people");
        (string, string)[] junior = [("name", "Robin Tallow"), ("email", "robin@club.example"), ("junior", "true")];
        var refused = await kim.SendAsync(people, "form.stack", "/ebb-creek/people", junior);
        Assert.Contains("guardian", refused.TextOf("#guardian-problem"));
        var robin = await JoinAsync(club, kim, [.. junior, ("guardian", "parent@club.example")]);
        Assert.Contains("Robin T.", (await robin.GetAsync("/ebb-creek")).TextOf("nav"));
        Assert.Contains("Robin Tallow", (await kim.GetAsync("/ebb-creek/people")).TextOf(".people"));
        Assert.Contains("parent@club.example", (await kim.GetAsync("/ebb-creek/letters")).Text);
        Assert.Equal("Robin T.", await club.ScalarAsync<string>("select display_name from people where is_junior"));
    }

    [Fact]
    public async Task Notes_and_times_of_day_leave_the_club_only_when_their_sailor_agrees()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (sailor, coordinator) = (await club.VisitAsAsync("priya"), await club.VisitAsAsync("odalys"));
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14");
        (string, string)[] said = [("note", "my sore knee"), ("sailedAt", "2026-05-31T14:37")];
        Assert.Equal(302, (int)(await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", said)).Status);
        var bundle = (await coordinator.GetAsync("/wenlow/classes/quillet/bundle.json")).Text;
        Assert.DoesNotContain("my sore knee", bundle);
        Assert.DoesNotContain(":37:00", bundle);
        Assert.DoesNotContain("Tamsin", bundle);
        await sailor.SendAsync(await sailor.GetAsync("/me/data"), "form.stack", "/me/data", ("shares", "true"));
        bundle = (await coordinator.GetAsync("/wenlow/classes/quillet/bundle.json")).Text;
        Assert.Contains("my sore knee", bundle);
        Assert.Contains(":37:00", bundle);
    }

    [Fact]
    public async Task A_forgotten_password_is_set_anew_by_a_letter_once_and_ends_every_sign_in()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        await JoinAsync(club, kim);
        var stranger = club.Visit();
        var known = await stranger.SendAsync(await stranger.GetAsync("/forgot"), "form.stack", "/forgot", ("email", "ida@club.example"));
        var unknown = await stranger.SendAsync(await stranger.GetAsync("/forgot"), "form.stack", "/forgot", ("email", "no@club.example"));
        Assert.Equal(known.TextOf("main"), unknown.TextOf("main"));

        var page = await MemberAsync(kim, "Ida");
        await kim.SendAsync(page.Page, "form[action*=Password]", page.Address + "?handler=Password");
        var link = Link((await kim.GetAsync("/ebb-creek/letters")).Text, "/reset?who=");
        var form = await stranger.GetAsync(link);
        Assert.Equal("ida", form.Html.QuerySelector("[name=username]")!.GetAttribute("value"));
        var guessed = await stranger.GetAsync(link.Split("&token=")[0] + "&token=guessed");
        Assert.Equal("", guessed.Html.QuerySelector("[name=username]")!.GetAttribute("value"));
        var common = await stranger.SendAsync(form, "form.stack", "/reset", ("password", "password1234"));
        Assert.Contains("guessed soon", common.TextOf("#password-problem"));
        Assert.Equal(
            "/sign-in",
            (await stranger.SendAsync(form, "form.stack", "/reset", ("password", "walnut kettle prairie ox"))).Location!.ToString()
        );
        Assert.Contains(
            "has expired",
            (await stranger.SendAsync(form, "form.stack", "/reset", ("password", "another walnut kettle ox"))).TextOf("#password-problem")
        );
        Assert.Equal(422, (int)(await SignInAsync(club.Visit(), "ida", IdasPassword)).Status);
        Assert.Equal(302, (int)(await SignInAsync(club.Visit(), "ida", "walnut kettle prairie ox")).Status);
        Assert.Equal(
            1L,
            await club.ScalarAsync<long>(
                "select count(*) from sign_ins s join people p on p.id = s.person_id where p.sign_in_name = 'ida' and s.ended_at is null"
            )
        );
    }

    [Fact]
    public async Task A_second_factor_is_asked_for_once_set_up_its_codes_hold_once_and_a_recovery_code_stands_in()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        var setUp = await kim.GetAsync("/me/second-factor");
        var key = setUp.TextOf(".factor-key")!.Replace(" ", "", StringComparison.Ordinal);
        var wrong = await kim.SendAsync(setUp, "form.stack", "/me/second-factor", ("code", "000000"));
        Assert.Equal(422, (int)wrong.Status);
        var first = Code(key, 0);
        var on = await kim.SendAsync(setUp, "form.stack", "/me/second-factor", ("code", first));
        var codes = on.Html.QuerySelectorAll(".recovery-codes code").Select(one => one.TextContent).ToList();
        Assert.Equal(10, codes.Count);

        var second = club.Visit();
        var asked = await SignInAsync(second, "kim", ClubHost.KimsPassword);
        Assert.StartsWith("/second-factor", asked.Location!.ToString());
        Assert.Contains("/sign-in", (await second.GetAsync("/ebb-creek")).Location!.ToString());
        var form = await second.GetAsync("/second-factor");
        Assert.Equal(422, (int)(await second.SendAsync(form, "form.stack", "/second-factor", ("code", "000000"))).Status);
        // The code that set it up is used.
        Assert.Equal(422, (int)(await second.SendAsync(form, "form.stack", "/second-factor", ("code", first))).Status);
        var code = Code(key, 1);
        Assert.Equal("/", (await second.SendAsync(form, "form.stack", "/second-factor", ("code", code))).Location!.ToString());

        // Whoever looked over the shoulder cannot use it again; a recovery code holds once.
        var third = club.Visit();
        await SignInAsync(third, "kim", ClubHost.KimsPassword);
        form = await third.GetAsync("/second-factor");
        Assert.Contains(
            "used already",
            (await third.SendAsync(form, "form.stack", "/second-factor", ("code", code))).TextOf("#code-problem")
        );
        Assert.Equal(
            "/",
            (
                await third.SendAsync(form, "form[action*=Recover]", "/second-factor?handler=Recover", ("recovery", codes[0]))
            ).Location!.ToString()
        );
        var fourth = club.Visit();
        await SignInAsync(fourth, "kim", ClubHost.KimsPassword);
        form = await fourth.GetAsync("/second-factor");
        Assert.Equal(
            422,
            (int)(await fourth.SendAsync(form, "form[action*=Recover]", "/second-factor?handler=Recover", ("recovery", codes[0]))).Status
        );
        Assert.DoesNotContain(
            key,
            await club.ScalarAsync<string>("select coalesce(authenticator_key, '') from people"),
            StringComparison.OrdinalIgnoreCase
        );
    }

    [Fact]
    public async Task A_club_may_ask_its_coordinators_for_more_than_a_password()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        var people = await kim.GetAsync("/ebb-creek/people");
        await kim.SendAsync(people, "form[action*=Factor]", "/ebb-creek/people?handler=Factor", ("required", "true"));
        Assert.Equal("/me/security?because=club", (await kim.GetAsync("/ebb-creek")).Location!.ToString());
        Assert.Contains("more than a password", (await kim.GetAsync("/me/security?because=club")).TextOf("[role=alert]"));
        var setUp = await kim.GetAsync("/me/second-factor");
        var key = setUp.TextOf(".factor-key")!.Replace(" ", "", StringComparison.Ordinal);
        await kim.SendAsync(setUp, "form.stack", "/me/second-factor", ("code", Code(key, 0)));
        Assert.Equal(200, (int)(await kim.GetAsync("/ebb-creek/people")).Status);
    }

    [Fact]
    public async Task Grave_pages_ask_for_the_password_again_after_ten_minutes()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        Assert.Equal(200, (int)(await kim.GetAsync("/me/security")).Status);
        await club.ScalarAsync<int>("update sign_ins set proved_at = now() - interval '11 minutes' returning 1");
        var sent = await kim.GetAsync("/me/security");
        Assert.Equal("/prove?back=%2Fme%2Fsecurity", sent.Location!.ToString());
        var prove = await kim.GetAsync(sent.Location.ToString());
        Assert.Equal(422, (int)(await kim.SendAsync(prove, "form.stack", "/prove", ("password", "wrong"))).Status);
        Assert.Equal(
            "/me/security",
            (await kim.SendAsync(prove, "form.stack", "/prove", ("password", ClubHost.KimsPassword))).Location!.ToString()
        );
        Assert.Equal(200, (int)(await kim.GetAsync("/me/security")).Status);
    }

    [Fact]
    public void What_gives_power_or_takes_a_guard_away_is_a_grave_act() =>
        Assert.Equal(
            [
                "Account/Audit: GET Csv",
                "Account/Data: all",
                "Account/Letters: all",
                "Account/Member: all",
                "Account/People: POST, POST Again, POST Factor, POST Group, POST InviteClub, POST List",
                "Account/Security: all",
                "Account/SetUpFactor: all",
                "ClassSetup/DeleteClass: all",
                "Sharing/Import: all",
            ],
            typeof(Policies)
                .Assembly.GetTypes()
                .Select(type => (type, Proof: type.GetCustomAttribute<NeedsProofAttribute>()))
                .Where(one => one.Proof is not null)
                .Select(one =>
                    $"{one.type.Namespace!.Split('.')[^1]}/{one.type.Name.Replace("Model", "", StringComparison.Ordinal)}: "
                    + (one.Proof!.Acts.Count == 0 ? "all" : string.Join(", ", one.Proof.Acts))
                )
                .Order(StringComparer.Ordinal)
        );

    [Fact]
    public async Task A_grave_act_waits_for_the_password_with_what_was_typed_and_the_other_coordinators_hear_of_it()
    {
        await using var club = await EmptyAsync();
        var kim = await club.FoundAsync("Ebb Creek");
        await KitAsync(kim);
        await JoinAsync(club, kim, ("as", "coordinator"));
        var people = await kim.GetAsync("/ebb-creek/people");
        var delete = await kim.GetAsync("/ebb-creek/classes/skiff/delete");
        await club.ScalarAsync<int>("update sign_ins set proved_at = now() - interval '11 minutes' returning 1");

        // To look asks for nothing; to act does, and keeps what was typed.
        Assert.Equal(200, (int)(await kim.GetAsync("/ebb-creek/people")).Status);
        Assert.Contains("/prove", (await kim.GetAsync("/ebb-creek/audit?handler=csv")).Location!.ToString());
        Assert.Contains("/prove", (await kim.GetAsync("/ebb-creek/import")).Location!.ToString());
        Assert.Contains("/prove", (await kim.GetAsync("/ebb-creek/classes/skiff/delete")).Location!.ToString());
        var deleted = await kim.SendAsync(delete, "form.stack", "/ebb-creek/classes/skiff/delete", ("name", "Skiff"));
        Assert.Equal(403, (int)deleted.Status);
        Assert.Equal(200, (int)(await kim.GetAsync("/ebb-creek/classes/skiff")).Status);

        var asked = await kim.SendAsync(
            people,
            "form.stack",
            "/ebb-creek/people",
            ("name", "Joss Reed"),
            ("email", "joss@club.example"),
            ("as", "captain/skiff")
        );
        Assert.Equal(403, (int)asked.Status);
        Assert.Contains("What you typed is kept", asked.TextOf("main"));
        var wrong = await kim.SendAsync(asked, "main form.stack", "/ebb-creek/people", (NeedsProofAttribute.Field, "guess"));
        Assert.Equal(403, (int)wrong.Status);
        Assert.Contains("not your password", wrong.TextOf(".problem"));
        Assert.DoesNotContain("Joss", (await kim.GetAsync("/ebb-creek/people")).TextOf("main"));
        var made = await kim.SendAsync(wrong, "main form.stack", "/ebb-creek/people", (NeedsProofAttribute.Field, ClubHost.KimsPassword));
        Assert.Equal(200, (int)made.Status);
        Assert.Contains("Joss Reed", made.TextOf("#asked-head + ul"));
        Assert.DoesNotContain(ClubHost.KimsPassword, made.Text, StringComparison.Ordinal);

        // A password, or a file, is never written into a page again: there the way leads over the question.
        await club.ScalarAsync<int>("update sign_ins set proved_at = now() - interval '11 minutes' returning 1");
        var secret = await kim.SendAsync(
            made,
            "[aria-labelledby=factor-head] form",
            "/me/security",
            ("old", ClubHost.KimsPassword),
            ("password", "another long secret")
        );
        Assert.StartsWith("/prove?back=", secret.Location!.ToString());
        var prove = await kim.GetAsync(secret.Location.ToString());
        await kim.SendAsync(prove, "form.stack", "/prove", ("password", ClubHost.KimsPassword));

        // Ida, who coordinates too, reads of what was done, and for ten minutes nothing more is asked.
        var letters = (await kim.GetAsync("/ebb-creek/letters")).TextOf("main");
        Assert.Contains("invited Joss Reed as captain of Skiff", letters);
        Assert.Matches(@"To [^\n]*ida@club\.example[^<]*Joss Reed as captain of Skiff", letters!);
        Assert.DoesNotContain("invited Ida", letters, StringComparison.Ordinal);
        Assert.Equal(
            302,
            (int)(await kim.SendAsync(made, "[aria-labelledby=factor-head] form", "/ebb-creek/people?handler=Factor")).Status
        );
    }

    [Fact]
    public async Task A_class_is_deleted_only_by_its_typed_name()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/wenlow/classes/quillet/delete");
        var refused = await coordinator.SendAsync(page, "form.stack", "/wenlow/classes/quillet/delete", ("name", "Quill"));
        Assert.Equal("Quill", refused.Html.QuerySelector("#name")!.GetAttribute("value"));
        Assert.Contains("Nothing was deleted", refused.TextOf("#name-problem"));
        Assert.Equal(
            "/wenlow",
            (await coordinator.SendAsync(page, "form.stack", "/wenlow/classes/quillet/delete", ("name", "quillet"))).Location!.ToString()
        );
        Assert.Equal(404, (int)(await coordinator.GetAsync("/wenlow/classes/quillet")).Status);
        Assert.Equal(8, (await coordinator.GetAsync("/wenlow")).Html.QuerySelectorAll(".fleet li").Length);
        Assert.Contains("Delete a class", (await coordinator.GetAsync("/wenlow/audit")).TextOf(".audit"));
    }

    [Fact]
    public async Task Signing_out_ends_the_sign_in_at_the_server_and_others_can_be_ended_from_afar()
    {
        await using var club = await EmptyAsync(strict: true);
        var kim = await club.FoundAsync("Ebb Creek");
        var (phone, jar) = club.VisitWithCookies();
        await SignInAsync(phone, "kim", ClubHost.KimsPassword);
        var stolen = club.VisitWith(jar);
        Assert.Equal(200, (int)(await stolen.GetAsync("/ebb-creek")).Status);
        var out_ = await phone.SendAsync(await phone.GetAsync("/me"), "form[action*=SignOut]", "/me?handler=SignOut");
        Assert.Equal("\"cache\"", out_.Message.Headers.GetValues("Clear-Site-Data").Single());
        Assert.Equal(1L, await club.ScalarAsync<long>("select count(*) from sign_ins where ended_at is null"));

        var second = club.Visit();
        await SignInAsync(second, "kim", ClubHost.KimsPassword);
        var security = await kim.GetAsync("/me/security");
        Assert.Equal(2, security.Html.QuerySelectorAll("#devices-head + ul li").Length);
        await kim.SendAsync(security, "form[action*=EndOthers]", "/me/security?handler=EndOthers");
        await Task.Delay(TimeSpan.FromSeconds(1), TestContext.Current.CancellationToken);
        Assert.Contains("/sign-in", (await second.GetAsync("/ebb-creek")).Location!.ToString());
        Assert.Equal(200, (int)(await kim.GetAsync("/ebb-creek")).Status);
    }

    /// <summary>The code an authenticator shows (RFC 6238, SHA-1, thirty seconds).</summary>
    /// <param name="key">The key in base 32.</param>
    /// <param name="ahead">How many codes ahead.</param>
    private static string Code(string key, int ahead)
    {
        var bits = string.Concat(
            key.ToUpperInvariant()
                .Select(letter =>
                    Convert.ToString("ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".IndexOf(letter, StringComparison.Ordinal), 2).PadLeft(5, '0')
                )
        );
        var bytes = Enumerable.Range(0, bits.Length / 8).Select(at => Convert.ToByte(bits.Substring(at * 8, 8), 2)).ToArray();
        var counter = new byte[8];
        BinaryPrimitives.WriteInt64BigEndian(counter, (DateTimeOffset.UtcNow.ToUnixTimeSeconds() / 30) + ahead);
#pragma warning disable CA5350 // The algorithm of RFC 6238.
        var hash = HMACSHA1.HashData(bytes, counter);
#pragma warning restore CA5350
        var number = BinaryPrimitives.ReadInt32BigEndian(hash.AsSpan(hash[^1] & 15)) & int.MaxValue;
        return (number % 1_000_000).ToString("D6", System.Globalization.CultureInfo.InvariantCulture);
    }

    private Task<ClubHost> EmptyAsync(bool strict = false) =>
        host.AnotherAsync(
            "Never",
            [
                ("REGATTA_MAIL_FOLDER", Directory.CreateTempSubdirectory("mail").FullName),
                .. strict ? [("REGATTA_SIGN_IN_CHECK_SECONDS", "0")] : Array.Empty<(string, string)>(),
            ]
        );

    private static async Task KitAsync(Visitor kim)
    {
        var made = await kim.SendAsync(
            await kim.GetAsync("/ebb-creek/new-class"),
            "form:has(.kits)",
            "/ebb-creek/new-class",
            ("name", "Skiff"),
            ("kit", "sloop-dinghy")
        );
        Assert.Equal(302, (int)made.Status);
    }

    private static async Task<string> InviteAsync(Visitor kim, string name, params (string, string)[] more)
    {
        var people = await kim.GetAsync("/ebb-creek/people");
        (string, string)[] usual = [("name", name), ("email", name.Split(' ')[0].ToLowerInvariant() + "@club.example")];
        var invited = await kim.SendAsync(
            people,
            "form.stack",
            "/ebb-creek/people",
            [.. usual.Where(one => more.All(other => other.Item1 != one.Item1)), .. more]
        );
        return Link(invited.Text, "/invitation?token=");
    }

    private static async Task<Visitor> JoinAsync(ClubHost club, Visitor kim, params (string, string)[] more)
    {
        var link = await InviteAsync(kim, more.FirstOrDefault(one => one.Item1 == "name").Item2 ?? "Ida Marsh", more);
        var visitor = club.Visit();
        var name = (await visitor.GetAsync(link)).Html.QuerySelector("#name")!.GetAttribute("value")!.Split(' ')[0].ToLowerInvariant();
        var joined = await visitor.SendAsync(
            await visitor.GetAsync(link),
            "form.stack",
            "/invitation?handler=Open",
            ("signin", name),
            ("password", IdasPassword)
        );
        Assert.Equal(302, (int)joined.Status);
        return visitor;
    }

    private static async Task<(Answer Page, string Address)> MemberAsync(Visitor kim, string name)
    {
        var address = (await kim.GetAsync("/ebb-creek/people"))
            .Html.QuerySelectorAll(".people th a")
            .First(link => link.TextContent.StartsWith(name, StringComparison.Ordinal))
            .GetAttribute("href")!;
        return (await kim.GetAsync(address), address);
    }

    private static async Task<Answer> SignInAsync(Visitor visitor, string name, string password) =>
        await visitor.SendAsync(await visitor.GetAsync("/sign-in"), "form.stack", "/sign-in", ("name", name), ("password", password));

    private static string Link(string text, string begins)
    {
        var decoded = System.Net.WebUtility.HtmlDecode(text);
        var at = decoded.IndexOf(begins, StringComparison.Ordinal);
        Assert.True(at >= 0, $"No {begins} in the text.");
        return new string([.. decoded[at..].TakeWhile(letter => !char.IsWhiteSpace(letter) && letter is not ('<' or '"'))]);
    }
}
