using System.Reflection;
using Dapper;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Regatta.Web.Tests;

/// <summary>Whoever belongs to one club sees and changes nothing of another, by whatever address, number or smuggled field.</summary>
public sealed class WallTests(ClubHost host)
{
    /// <summary>What the other club's pages are asked for, by the names routes use.</summary>
    private static readonly Dictionary<string, string> Theirs = Endpoints.Demo();

    private static readonly (string, string)[] Smuggled =
    [
        ("club", "wenlow"),
        ("key", "quillet"),
        ("classId", "1"),
        ("revision", "1"),
        ("seen", "1"),
        ("number", "1"),
        ("id", Guid.Empty.ToString()),
        ("version", "1"),
        ("band", "2"),
        ("upper", "3"),
        ("sure", "yes"),
        ("control", "gooseneck"),
        ("act", "retire"),
        ("mark", "20"),
        ("text", "20"),
        ("reason", "why"),
        ("unfit", "yes"),
        ("label", "board"),
        ("name", "Name"),
        ("wind", "9"),
        ("pair", "1"),
        ("part", "band.3"),
        ("title", "Day"),
        ("crew", "70"),
        ("from", "quillet/full/upwind"),
        ("to", "2"),
        ("act", "clear"),
        ("over", "2.gooseneck:1"),
    ];

    [Fact]
    public async Task Every_route_and_handler_of_another_club_answers_as_if_it_were_not_there_and_changes_nothing()
    {
        await using var clubs = await host.AnotherAsync("IfEmpty");
        var coordinator = await clubs.VisitAsAsync("ebbe");
        var page = await coordinator.GetAsync("/tessick");
        var before = await SumAsync(clubs);
        var routes = Routes(clubs);
        Assert.True(routes.Count > 30, $"Only {routes.Count} routes lie in a club.");
        foreach (var route in routes)
        {
            var address = Endpoints.Filled(route.Pattern, Theirs);
            Assert.True((int)(await coordinator.GetAsync(address)).Status == 404, $"GET {address} answered.");
            foreach (var handler in route.Posts)
            {
                var answer = await coordinator.SendAsync(
                    page,
                    "form.looks",
                    handler.Length > 0 ? $"{address}?handler={handler}&cell=2.gooseneck" : address,
                    Smuggled
                );
                Assert.True((int)answer.Status == 404, $"POST {handler} {address} answered {(int)answer.Status}.");
            }
        }

        Assert.Equal(before, await SumAsync(clubs));
    }

    [Fact]
    public async Task In_ones_own_club_another_clubs_numbers_and_smuggled_names_reach_nothing_of_it()
    {
        await using var clubs = await host.AnotherAsync("IfEmpty");
        var coordinator = await clubs.VisitAsAsync("ebbe");
        var own = new Dictionary<string, string>(Theirs) { ["club"] = "tessick", ["key"] = "mere-lateen" };
        var page = await coordinator.GetAsync("/tessick");
        var before = await SumAsync(clubs);
        var posted = 0;
        foreach (var route in Routes(clubs))
        {
            var address = Endpoints.Filled(route.Pattern, own);
            Assert.DoesNotContain(
                "Quillet",
                (await coordinator.GetAsync(address + "?key=quillet&club=wenlow")).Html.QuerySelector("main")?.TextContent ?? ""
            );
            foreach (var handler in route.Posts)
            {
                var answer = await coordinator.SendAsync(
                    page,
                    "form.looks",
                    $"{address}?handler={handler}&cell=2.gooseneck&key=quillet&club=wenlow",
                    Smuggled
                );
                Assert.True((int)answer.Status < 500, $"POST {handler} {address} answered {(int)answer.Status}.");
                posted++;
            }
        }

        Assert.True(posted > 30, $"Only {posted} handlers were sent to.");
        Assert.Equal(before, await SumAsync(clubs));
    }

    /// <summary>The names of club and class come from the route alone: no handler and no bound property can take them from a form or a
    /// query.</summary>
    [Fact]
    public void No_page_binds_what_the_route_names()
    {
        string[] reserved = ["club", "key", "clubid", "classid"];
        var pages = typeof(Program).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(PageModel))).ToList();
        Assert.True(pages.Count > 30);
        var bound = pages
            .SelectMany(page =>
                page.GetProperties()
                    .Where(property => property.GetCustomAttribute<BindPropertyAttribute>() is not null)
                    .Select(property => (page, property.Name))
            )
            .Concat(
                pages.SelectMany(page =>
                    page.GetMethods()
                        .Where(method => method.Name.StartsWith("On", StringComparison.Ordinal))
                        .SelectMany(method => method.GetParameters().Select(one => (page, one.Name!)))
                )
            );
        Assert.Empty(bound.Where(one => reserved.Contains(one.Item2.ToLowerInvariant())).Select(one => $"{one.page.Name}.{one.Item2}"));
    }

    private static List<(string Pattern, IReadOnlyList<string> Posts)> Routes(ClubHost clubs) =>
        [
            .. Endpoints
                .All(clubs)
                .Where(one =>
                    one.Pattern.Contains("{club}", StringComparison.Ordinal) && !one.Pattern.EndsWith("stream", StringComparison.Ordinal)
                )
                .GroupBy(one => one.Pattern)
                .Select(one =>
                    (one.Key, (IReadOnlyList<string>)[.. one.Where(handler => handler.Method == "POST").Select(handler => handler.Handler)])
                ),
        ];

    /// <summary>A sum over every row of the first club, so that whatever changed would be seen; but for the trail of what was
    /// refused.</summary>
    private static async Task<string> SumAsync(ClubHost clubs)
    {
        await using var connection = await clubs
            .Services.GetRequiredService<NpgsqlDataSource>()
            .OpenConnectionAsync(TestContext.Current.CancellationToken);
        var tables = (
            await connection.QueryAsync<string>(
                "select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname "
                    + "= 'club_id' where c.relkind = 'r' and c.relname not in ('audit', 'audit_repeats') "
                    + "and c.relnamespace = 'public'::regnamespace order by 1"
            )
        ).ToList();
        Assert.True(tables.Count > 15);
        var sums = new List<string>();
        foreach (var table in tables)
        {
            sums.Add(
                table
                    + await connection.ExecuteScalarAsync<string>(
                        $"select coalesce(md5(string_agg(t::text, '|' order by t::text)), '') from {table} t where club_id = 1"
                    )
            );
        }

        return string.Join('\n', sums);
    }
}
