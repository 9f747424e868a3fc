using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;

namespace Regatta.Web.Tests.Doors;

/// <summary>The way back of whom nobody in the club can help.</summary>
public sealed class LostAccessTests(ClubHost host)
{
    [Fact]
    public async Task Who_runs_the_machine_lets_a_lone_coordinator_in_again_once()
    {
        await using var club = await host.AnotherAsync("Never", ("REGATTA_FOUNDING", "ByInvitation"));
        await club.FoundAsync("Ebb Creek");
        const string Locked =
            "update people set second_factor = true, authenticator_key = 'lost' where sign_in_name = 'kim' returning true";
        Assert.True(await club.ScalarAsync<bool>(Locked));
        async Task<string> OfferAsync(string? name)
        {
            using var scope = club.Services.CreateScope();
            var services = scope.ServiceProvider;
            var terminal = new StringWriter();
            await new LostAccess(
                services.GetRequiredService<UserManager<Person>>(),
                services.GetRequiredService<RegattaSettings>() with
                {
                    ResetAccess = name,
                },
                services.GetRequiredService<IConfiguration>()
            ).OfferAsync(terminal);
            return terminal.ToString();
        }

        Assert.Empty(await OfferAsync(null));
        Assert.Contains("Nobody signs in as “kym”", (await Assert.ThrowsAsync<StartRefusedException>(() => OfferAsync("kym"))).Message);
        var printed = await OfferAsync("kim");
        Assert.Contains("a new password for Kim Alder", printed);
        var address = printed[printed.IndexOf("/reset?", StringComparison.Ordinal)..].Trim();
        var lost = club.Visit();
        var page = await lost.GetAsync(address);
        Assert.Contains("second factor is taken off", page.TextOf("main")!);
        var set = await lost.SendAsync(page, "form.stack", "/reset", ("password", "heron basket comet quarry"));
        Assert.Equal("/sign-in", set.Location!.ToString());
        // What was signed in is out, the address is used up, and the new password is enough.
        Assert.Equal(
            0L,
            await club.ScalarAsync<long>(
                "select count(*) from sign_ins s join people p on p.id = s.person_id where p.sign_in_name = 'kim' and s.ended_at is null"
            )
        );
        var used = await lost.SendAsync(await lost.GetAsync(address), "form.stack", "/reset", ("password", "another basket comet quarry"));
        Assert.Equal(422, (int)used.Status);
        var signIn = await lost.GetAsync("/sign-in");
        var back = await lost.SendAsync(
            signIn,
            "form[action^='/sign-in']",
            "/sign-in",
            ("name", "kim"),
            ("password", "heron basket comet quarry")
        );
        Assert.Equal("/", back.Location!.ToString());
        // A letter's address is no such one: it leaves the second factor.
        Assert.False(await club.ScalarAsync<bool>("select second_factor from people where sign_in_name = 'kim'"));
    }
}
