using System.Diagnostics;

namespace Regatta.Web.Tests;

/// <summary>What was backed up comes back whole: rows, keys, links and sign-ins.</summary>
public sealed class BackupTests(ClubHost host)
{
    [Fact]
    public async Task A_backup_put_back_elsewhere_holds_everything_and_everybody_is_signed_in_still()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (priya, jar) = club.VisitWithCookies();
        await priya.SignInAsync("priya");
        var feed = new Uri(
            (await priya.SendAsync(await priya.GetAsync("/wenlow/calendar/feed"), "form.stack", "/wenlow/calendar/feed")).TextOf(
                ".feed-address"
            )!
        ).PathAndQuery;
        var file = Path.Combine(Directory.CreateTempSubdirectory("backup").FullName, "regatta.dump");
        Assert.Contains("keep it as you keep a password", await RunAsync("backup", file, club.Connection, 0));
        Assert.Contains("is there already", await RunAsync("backup", file, club.Connection, 1));

        await using var other = await host.AnotherAsync("Never");
        Assert.Contains("Stop Regatta first", await RunAsync("restore", file, other.Connection, 1));
        var connection = other.Connection;
        await other.CloseWithoutReleaseAsync();
        await other.LetConnectAsync(false);
        await other.LetConnectAsync(true);
        var nothing = Path.GetTempFileName();
        Assert.Contains("is no backup; nothing was changed", await RunAsync("restore", nothing, connection, 1));
        Assert.Contains("everybody signs in as before", await RunAsync("restore", file, connection, 0));

        await using var restored = other.Again("IfEmpty");
        Assert.Equal(await SumAsync(club), await SumAsync(restored));
        Assert.Equal(200, (int)(await restored.VisitWith(jar).GetAsync("/wenlow/logbook")).Status);
        Assert.Contains("Wednesday evening training", (await restored.Visit().GetAsync(feed)).Text);
    }

    private static Task<string?> SumAsync(ClubHost club) =>
        club.ScalarAsync<string>(
            """
            select concat_ws(' ', (select count(*) from session_logs), (select count(*) from log_marks), (select count(*) from versions),
              (select md5(string_agg(k::text, '' order by k.id)) from classes k), (select md5(string_agg(c::text, '' order by c::text)) from cells c),
              (select md5(string_agg(p::text, '' order by p.id)) from people p))
            """
        );

    private static async Task<string> RunAsync(string command, string file, string connection, int expected)
    {
        var start = new ProcessStartInfo(Path.Combine(Repository.Root, command), [file])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            Environment = { ["REGATTA_DATABASE"] = connection },
        };
        using var process = Process.Start(start)!;
        var said = process.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
        var complained = process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        Assert.True(process.ExitCode == expected, $"{command} ended with {process.ExitCode}: {await said} {await complained}");
        return await said + await complained;
    }
}
