using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Regatta.Web.Tests.Doors;

/// <summary>Who may do what: every handler the app has, for everybody there is, with forms the app itself made.</summary>
public sealed class WhoMayTests(ClubHost host)
{
    private const string Own = "quillet";
    private const string Other = "ferrin-16";

    /// <summary>Everybody, by what they are to the class asked for, with the demo's person and the class.</summary>
    private static readonly (string Who, string? Person, string Class, Level May)[] Everybody =
    [
        ("nobody", null, Own, Level.Anybody),
        ("sailor", "priya", Own, Level.Member),
        ("captain of another class", "tamsin", Other, Level.Member),
        ("captain", "tamsin", Own, Level.Captain),
        ("coordinator", "odalys", Own, Level.Coordinator),
    ];

    public enum Level
    {
        Anybody,
        Member,
        Captain,
        Coordinator,
    }

    [Fact]
    public async Task Every_handler_lets_in_whom_its_row_names_and_nobody_else()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var handlers = Endpoints.All(club);
        Assert.True(handlers.Count > 100, $"Only {handlers.Count} handlers were found.");
        Assert.Equal([], handlers.Select(one => one.Name).Except(Rows.Keys).Select(name => name + " has no row"));
        Assert.Equal([], Rows.Keys.Except(handlers.Select(one => one.Name)).Select(name => name + " is not there any more"));
        var wrong = new List<string>();
        foreach (var (who, person, oneClass, may) in Everybody)
        {
            var visitor = person is null ? club.Visit() : await club.VisitAsAsync(person);
            foreach (var one in handlers.Where(one => one.Page != "NotYours").OrderBy(one => one.Handler == "SignOut"))
            {
                var (status, location) = await AskAsync(visitor, one, Address(one, oneClass), oneClass);
                var turnedAway =
                    status is 401 or 403
                    || location.Contains("/not-yours", StringComparison.Ordinal)
                    || (location.Contains("/sign-in?back", StringComparison.Ordinal));
                if (turnedAway == (may >= Rows[one.Name]) || status >= 500)
                {
                    wrong.Add($"{who}: {one.Name} answered {status} {location}");
                }
            }
        }

        Assert.Equal([], wrong);
    }

    [Fact]
    public async Task A_captain_who_smuggles_another_class_into_the_form_changes_nothing_of_it()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var before = await SumAsync(club);
        var sent = 0;
        foreach (
            var one in Endpoints.All(club).Where(one => one.Method == "POST" && one.Pattern.Contains("{key}", StringComparison.Ordinal))
        )
        {
            var (status, _) = await AskAsync(captain, one, Address(one, Own) + $"&key={Other}&classKey={Other}&club=tessick", Other);
            Assert.True(status < 500, $"{one.Name} answered {status}.");
            sent++;
        }

        Assert.True(sent > 30, $"Only {sent} handlers of a class were sent to.");
        Assert.Equal(before, await SumAsync(club));
    }

    private static string Address(AppHandler one, string oneClass)
    {
        var path = Endpoints.Filled(one.Pattern, Endpoints.Demo(oneClass));
        return path + $"?handler={one.Handler}&cell=2.gooseneck";
    }

    private static async Task<(int Status, string Location)> AskAsync(Visitor visitor, AppHandler one, string address, string key)
    {
        if (one.Method == "GET")
        {
            return await visitor.StatusAsync(address);
        }

        var page = await visitor.GetAsync("/sign-in");
        var answer = await visitor.SendAsync(
            page,
            "form.looks",
            address,
            ("key", key),
            ("classKey", key),
            ("class", key),
            ("back", "/"),
            ("name", "Name"),
            ("mark", "20"),
            ("text", "20"),
            ("revision", "1"),
            ("label", "board"),
            ("reason", "why"),
            ("unfit", "yes")
        );
        return ((int)answer.Status, answer.Location?.ToString() ?? "");
    }

    /// <summary>A sum over every row of the other class.</summary>
    private static async Task<string> SumAsync(ClubHost club)
    {
        await using var connection = await club
            .Services.GetRequiredService<NpgsqlDataSource>()
            .OpenConnectionAsync(TestContext.Current.CancellationToken);
        var tables = (
            await connection.QueryAsync<string>(
                "select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'class_id' "
                    + "where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace "
                    // What is kept of logs is made by whoever reads them.
                    + "and c.relname not like 'kept%' order by 1"
            )
        ).ToList();
        Assert.True(tables.Count > 8);
        var sums = new List<string>();
        foreach (var table in tables)
        {
            sums.Add(
                table
                    + await connection.ExecuteScalarAsync<string>(
                        $"select coalesce(md5(string_agg(t::text, '|' order by t::text)), '') from {table} t "
                            + "where class_id = (select id from classes where club_id = 1 and key = @Other)",
                        new { Other }
                    )
            );
        }

        sums.Add((await connection.ExecuteScalarAsync<string>("select md5(k::text) from classes k where key = @Other", new { Other }))!);
        return string.Join('\n', sums);
    }

    /// <summary>One line for each page and way of asking: who may, how, which page, its handlers; <c>-</c> is the usual one.</summary>
    private const string Table = """
        Anybody     GET  Account/Forgot -
        Anybody     GET  Account/Found -
        Anybody     GET  Account/Invitation -
        Anybody     GET  Account/Reset -
        Anybody     GET  Account/SecondFactor -
        Anybody     GET  Account/SignIn -
        Anybody     GET  Cards/PublicCard -
        Anybody     GET  Account/EndLetters -
        Anybody     GET  Planning/CalendarFeed -
        Anybody     GET  Publishing/NewsFeed -
        Anybody     GET  Pulse -
        Anybody     GET  Theme -
        Anybody     GET  RequestError -
        Anybody     POST Account/EndLetters -
        Anybody     POST Account/Forgot -
        Anybody     POST Account/Found -
        Anybody     POST Account/Invitation Open
        Anybody     POST Account/Reset -
        Anybody     POST Account/SecondFactor - Recover
        Anybody     POST Account/SignIn - Demo Passkey PasskeyOptions
        Anybody     POST Theme -
        Anybody     POST RequestError -

        Member      GET  Account/Data - Json Logs
        Member      GET  Account/Me -
        Member      GET  Account/Outbox -
        Member      GET  Account/Prove -
        Member      GET  Account/Security -
        Member      GET  Account/SetUpFactor -
        Member      GET  Cards/CardPdf -
        Member      GET  Cards/Afloat -
        Member      GET  Cards/MemberCard -
        Member      GET  Gauging/GaugeDetails -
        Member      GET  Gauging/GaugeList -
        Member      GET  Gauging/PictureDetails - Jpeg
        Member      GET  Cards/Pack - Pages
        Member      GET  Cards/PrintCard -
        Member      GET  ClassSetup/BoatList -
        Member      GET  ClassSetup/ControlList -
        Member      GET  ClassSetup/BoatDetails -
        Member      GET  ClassSetup/Strips -
        Member      GET  ClassSetup/StripsPdf -
        Member      GET  Fleet -
        Member      GET  Index -
        Member      GET  Learning/Learn -
        Member      GET  Logging/Log -
        Member      GET  Logging/LogChoice -
        Member      GET  Logging/Logbook - Csv
        Member      GET  Logging/LogDetails -
        Member      GET  Cards/PullPoint -
        Member      GET  Logging/SetAgainPage -
        Member      GET  NotYours -
        Member      GET  Planning/CalendarPage -
        Member      GET  Planning/Coming -
        Member      GET  Planning/MyFeed -
        Member      GET  Planning/DayDetails -
        Member      GET  Searching/Find - List
        Member      GET  Publishing/Compare -
        Member      GET  Publishing/History -
        Member      GET  Publishing/Versions -
        Member      GET  Balance/Balance -
        Member      GET  Balance/GuidedCheck -
        Member      GET  Balance/Trainer -
        Member      GET  Evidence/Replay -
        Member      GET  Evidence/WhatLogsProve -
        Member      GET  Planning/TrialDetails -
        Member      GET  Planning/TrialList -
        Member      GET  Publishing/Proposals -
        Member      POST Planning/TrialDetails - End
        Member      GET  Balance/Wrong -
        Member      GET  Rigging/Change -
        Member      GET  Rigging/Couplings -
        Member      GET  Rigging/ProcedureDetails -
        Member      GET  Rigging/ProcedureList -
        Member      GET  Rigging/Reefs -
        Member      GET  Rigging/RigUp -
        Member      GET  Sharing/Export -
        Member      GET  Tuning/Matrix - Refresh Ticks
        Member      GET  Today/Sailing -
        Member      GET  Today/Today -
        Member      GET  {club}/classes/{key}/stream -
        Member      GET  {club}/today/stream -
        Member      POST Account/Data - Remove
        Member      POST Account/Invitation -
        Member      POST Account/Me - Hands Letters SignOut
        Member      POST Account/Prove -
        Member      POST Account/Security - Codes End EndOthers Mine Passkey PasskeyOptions RemovePasskey
        Member      POST Account/SetUpFactor - Off
        Member      POST Cards/MemberCard Crew Forget Note Offsets Seen TakeBack
        Member      POST Gauging/GaugeDetails Keep Read
        Member      POST Gauging/PictureDetails Forget Give TakeBack
        Member      POST Logging/Log -
        Member      POST Logging/Logbook BringBack Import
        Member      POST Logging/LogDetails - Track
        Member      POST Planning/Coming - StayAway
        Member      POST Planning/MyFeed - Withdraw
        Member      POST Rigging/ProcedureDetails -
        Member      POST Rigging/RigUp - Finish
        Member      POST Today/Sailing -

        Captain     GET  ClassSetup/Bands -
        Captain     GET  ClassSetup/BoatSails -
        Captain     GET  ClassSetup/Gears -
        Captain     GET  ClassSetup/Schools -
        Captain     GET  ClassSetup/MarkGuide -
        Captain     GET  ClassSetup/QuestionEditor -
        Captain     GET  ClassSetup/QuestionList -
        Captain     GET  ClassSetup/ControlEditor -
        Captain     GET  ClassSetup/CrewRules -
        Captain     GET  ClassSetup/Measure -
        Captain     GET  ClassSetup/SailPlans -
        Captain     GET  Planning/ChangeTrial -
        Captain     GET  ClassSetup/Settings -
        Captain     GET  Balance/EditCures -
        Captain     GET  Balance/EditDrawing -
        Captain     GET  Evidence/Exchange - Sums
        Captain     GET  Rigging/CautionList -
        Captain     GET  Rigging/EditCouplings -
        Captain     GET  Rigging/EditProcedure -
        Captain     GET  Rigging/EditReefs -
        Captain     GET  Rigging/Rake -
        Captain     GET  Sharing/Share -
        Captain     GET  Tuning/Copy -
        Captain     GET  Tuning/Paste -
        Captain     POST ClassSetup/Bands - Join Split
        Captain     POST ClassSetup/BoatList -
        Captain     POST ClassSetup/BoatSails - Fittings Specified
        Captain     POST ClassSetup/Gears -
        Captain     POST ClassSetup/Schools -
        Captain     POST ClassSetup/MarkGuide -
        Captain     POST ClassSetup/QuestionEditor - Kind Told
        Captain     POST ClassSetup/QuestionList -
        Captain     POST ClassSetup/ControlEditor - Kind Means
        Captain     POST ClassSetup/ControlList -
        Captain     POST ClassSetup/CrewRules -
        Captain     POST ClassSetup/Measure - Anew Remove Table
        Captain     POST ClassSetup/BoatDetails - BringBack Remove Retire
        Captain     POST ClassSetup/SailPlans -
        Captain     POST ClassSetup/Settings -
        Captain     POST Publishing/History Redo Restore Undo
        Captain     POST Publishing/Versions - Restore
        Captain     POST Balance/EditCures - Usual
        Captain     POST Evidence/Exchange - Offer Take Weigh Withdraw
        Captain     POST Evidence/WhatLogsProve Reporter Weigh
        Captain     POST Planning/ChangeTrial - CallOff
        Captain     POST Planning/TrialList -
        Captain     POST Balance/EditDrawing - Tape
        Captain     POST Rigging/CautionList -
        Captain     POST Rigging/EditCouplings -
        Captain     POST Rigging/EditProcedure -
        Captain     POST Rigging/EditReefs -
        Captain     POST Rigging/Rake -
        Captain     POST Sharing/Share - Withdraw
        Captain     POST Tuning/Copy Band PlanMode
        Captain     POST Tuning/Matrix Build Cell Decide Edge Mend Redo Undo
        Captain     POST Tuning/Paste - Take

        Coordinator GET  Account/Audit - Csv
        Coordinator GET  Account/Letters -
        Coordinator GET  Account/ClubDetails -
        Coordinator GET  Account/Member -
        Coordinator GET  Account/People -
        Coordinator GET  ClassSetup/DeleteClass -
        Coordinator GET  ClassSetup/NewClass -
        Coordinator GET  ClassSetup/NewClassTable -
        Coordinator GET  Planning/ChangeDay -
        Coordinator GET  Rigging/ClubSafety -
        Coordinator GET  Sharing/Import -
        Coordinator POST Account/ClubDetails -
        Coordinator POST Account/Member - HandOver Let Password Remove Suspend
        Coordinator POST Account/People - Again Factor Group InviteClub List Withdraw
        Coordinator POST ClassSetup/DeleteClass -
        Coordinator POST ClassSetup/NewClass -
        Coordinator POST ClassSetup/NewClassTable - Make
        Coordinator POST Planning/CalendarPage - File
        Coordinator POST Planning/ChangeDay -
        Coordinator POST Planning/DayDetails -
        Coordinator POST Rigging/ClubSafety -
        Coordinator POST Sharing/Import -
        """;

    private static readonly Dictionary<string, Level> Rows = Table
        .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        .Select(line => line.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        .SelectMany(row =>
            row[3..]
                .Select(handler => (Name: $"{row[1]} {row[2]}{(handler == "-" ? "" : ":" + handler)}", Level: Enum.Parse<Level>(row[0])))
        )
        .ToDictionary(row => row.Name, row => row.Level);
}
