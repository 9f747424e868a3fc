namespace Regatta.Web.Tests.Doors;

/// <summary>Values no form of the app sends, in every field and every query there is: answered as the sender's, never as ours.</summary>
public sealed class OddValueTests(ClubHost host)
{
    /// <summary>What no form of the app sends: control characters, numbers that are none, other scripts' digits, absurd days, much of
    /// it.</summary>
    private static readonly string[] Odd =
    [
        "NaN",
        "-1",
        "99999999999999999999999999",
        "१२",
        "0001-01-01T00:00",
        "77",
        "../../etc",
        "' or 1=1 --",
        "ゲート\u202e🛶",
        new string('9', 5_000),
    ];

    [Fact]
    public async Task Odd_values_in_every_field_of_every_handler_are_never_an_error_of_ours()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/sign-in");
        var wrong = new List<string>();
        foreach (
            var one in Endpoints
                .All(club)
                .Where(one => one is { Method: "POST", Page: not ("Account/SignIn" or "RequestError"), Handler: not "SignOut" })
        )
        {
            foreach (var value in Odd.Append("a\0b"))
            {
                var address = Address(one);
                var answer = await coordinator.SendAsync(page, "form.looks", address, [.. Fields.Select(field => (field, value))]);
                if ((int)answer.Status >= 500 || (value == "a\0b" && (int)answer.Status is not (400 or 429) && !IsTurnedAway(answer)))
                {
                    wrong.Add($"{one.Name} answered {(int)answer.Status} to {value[..Math.Min(12, value.Length)]}");
                }
            }
        }

        Assert.Equal([], wrong);
        var named = await coordinator.SendAsync(page, "form.looks", "/wenlow/calendar", ("title", "Cup\u0001"));
        Assert.Contains("“title” holds a control character", named.TextOf("main"));
    }

    [Fact]
    public async Task Odd_values_in_every_query_are_never_an_error_of_ours()
    {
        var coordinator = await host.VisitAsAsync("odalys");
        var wrong = new List<string>();
        foreach (
            // A pack takes no query, and makes hundreds of pages.
            var one in Endpoints
                .All(host)
                .Where(one => one is { Method: "GET", Handler: not "Pages" } && !one.Pattern.EndsWith("stream", StringComparison.Ordinal))
        )
        {
            foreach (var value in Odd.Append("a\0b").Where(value => value.Length < 1000))
            {
                var query = string.Join('&', Queries.Select(name => $"{name}={Uri.EscapeDataString(value)}"));
                var (status, _) = await coordinator.StatusAsync($"{Address(one).Split('?')[0]}?handler={one.Handler}&{query}");
                if (status >= 500)
                {
                    wrong.Add($"{one.Name} answered {status} to {value}");
                }
            }
        }

        Assert.Equal([], wrong);
    }

    private static readonly string[] Fields =
    [
        "name",
        "text",
        "mark",
        "corner",
        "act",
        "revision",
        "seen",
        "reason",
        "unfit",
        "label",
        "wind",
        "title",
        "from",
        "to",
        "kind",
        "venue",
        "forecast",
        "notes",
        "band",
        "upper",
        "part",
        "pair",
        "version",
        "control",
        "id",
        "crew",
        "mass",
        "over",
        "cell",
        "decision",
        "by",
        "tolerance",
        "note",
        "sailedAt",
        "windFrom",
        "windTo",
        "gust",
        "helmPort",
        "helmStarboard",
        "heel",
        "felt",
        "luffing",
        "logKey",
        "boat",
        "email",
        "guardian",
        "as",
        "junior",
        "signin",
        "password",
        "old",
        "code",
        "recovery",
        "token",
        "who",
        "credential",
        "zone",
        "clubName",
        "kit",
        "about",
        "table",
        "reading",
        "tape",
        "height",
        "target",
        "perHeel",
        "reference",
        "cautions",
        "checks",
        "take",
        "direction",
    ];

    private static readonly string[] Queries =
    [
        "cell",
        "plan",
        "mode",
        "view",
        "wind",
        "unit",
        "boat",
        "from",
        "to",
        "version",
        "paper",
        "look",
        "crew",
        "who",
        "act",
        "outcome",
        "back",
        "token",
        "code",
        "status",
    ];

    private static bool IsTurnedAway(Answer answer) => (int)answer.Status is 302 or 403 or 404;

    private static string Address(AppHandler one) =>
        Endpoints.Filled(one.Pattern, Endpoints.Demo()) + $"?handler={one.Handler}&cell=2.gooseneck";
}
