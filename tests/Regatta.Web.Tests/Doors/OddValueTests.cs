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
            foreach (var values in Mixtures(one, Odd, Fields).Append([.. Fields.Select(field => (field, Null))]))
            {
                var answer = await coordinator.SendAsync(page, "form.looks", Address(one), values);
                var nulls = values[0].Value == Null;
                if ((int)answer.Status >= 500 || (nulls && (int)answer.Status is not (400 or 429) && !IsTurnedAway(answer)))
                {
                    wrong.Add($"{one.Name} answered {(int)answer.Status} to {Text(values)}");
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
            foreach (var values in Mixtures(one, [.. Odd.Where(value => value.Length < 1000), Null], Queries))
            {
                var query = string.Join('&', values.Select(value => $"{value.Field}={Uri.EscapeDataString(value.Value)}"));
                var (status, _) = await coordinator.StatusAsync($"{Address(one).Split('?')[0]}?handler={one.Handler}&{query}");
                if (status >= 500)
                {
                    wrong.Add($"{one.Name} answered {status} to {Text(values)}");
                }
            }
        }

        Assert.Equal([], wrong);
    }

    /// <summary>What a database takes nowhere: alone it must be named as the fault.</summary>
    private const string Null = "a\0b";

    /// <summary>Fields with odd values: a number nobody meant in all of them, which goes deep, then three mixtures. Each handler begins
    /// them elsewhere, so that over all handlers every field has had every value, and beside others.</summary>
    private static IEnumerable<(string Field, string Value)[]> Mixtures(AppHandler handler, string[] odd, string[] fields)
    {
        yield return [.. fields.Select(field => (field, "77"))];
        var first = handler.Name.Sum(letter => letter);
        for (var mixture = 0; mixture < 3; mixture++)
        {
            yield return [.. fields.Select((field, at) => (field, odd[(first + (mixture * 4) + (at * (mixture + 1))) % odd.Length]))];
        }
    }

    private static string Text((string Field, string Value)[] values) =>
        string.Join(' ', values.Select(value => $"{value.Field}={value.Value[..Math.Min(12, value.Value.Length)]}"));

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
