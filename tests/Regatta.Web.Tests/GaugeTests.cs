using Regatta.Formats.Pictures;
using SkiaSharp;

namespace Regatta.Web.Tests;

/// <summary>A picture is measured by its points; what came of them stands in the log, and the picture is nobody's but its owner's until they
/// give it.</summary>
public sealed class GaugeTests(ClubHost host)
{
    private const string Tandry = "/wenlow/classes/tandry";
    private const string Leech = Tandry + "/gauge/leech?question=leech-top";

    /// <summary>The leech stands 9 of 100 off the mast line at a chord of a metre, seen from far: some five degrees open.</summary>
    private static readonly (string Field, string Value)[] Open =
    [
        ("width", "1200"),
        ("height", "1600"),
        ("tap", "0.5"),
        ("p0x", "600"),
        ("p0y", "1400"),
        ("p1x", "600"),
        ("p1y", "400"),
        ("p2x", "650"),
        ("p2y", "600"),
        ("fact-mast", "4 m"),
        ("fact-chord", "1 m"),
        ("fact-away", "150 m"),
        ("fact-leeward", "right"),
    ];

    private static async Task<Answer> KeepAsync(Visitor sailor, params (string Field, string Value)[] changes) =>
        await sailor.SendAsync(
            await sailor.GetAsync(Leech),
            "form.gauge",
            Tandry + "/gauge/leech?handler=Keep",
            [.. Open.Where(field => !changes.Select(change => change.Field).Contains(field.Field)), .. changes]
        );

    private static byte[] Picture(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.SteelBlue);
        }

        using var jpeg = bitmap.Encode(SKEncodedImageFormat.Jpeg, 90);
        return jpeg.ToArray();
    }

    [Fact]
    public async Task What_is_measured_opens_the_log_and_stays_in_it_until_a_word_is_changed_by_hand()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("tamsin");
        var page = await sailor.GetAsync(Leech);
        var read = await sailor.SendAsync(page, "form.gauge", Tandry + "/gauge/leech?handler=Read", Open);
        Assert.Contains("11.5° ±", read.TextOf("#gauge-reading"));
        Assert.Contains("open", read.TextOf("#gauge-reading"));
        Assert.Contains("Sheet a touch harder", read.TextOf("#gauge-reading"));
        Assert.DoesNotContain("may as well be the next word", read.TextOf("#gauge-reading"));
        (string, string)[] near = [.. Open.Where(field => field.Field != "p2x"), ("p2x", "618")];
        var unsure = await sailor.SendAsync(page, "form.gauge", Tandry + "/gauge/leech?handler=Read", near);
        Assert.Contains("may as well be the next word", unsure.TextOf("#gauge-reading"));

        var kept = await KeepAsync(sailor);
        Assert.Equal(302, (int)kept.Status);
        var details = await sailor.GetAsync(kept.Location!.ToString());
        Assert.Contains("11.5° ±", details.TextOf(".gauge-number"));
        Assert.Contains("Your next log of this class opens with it", details.TextOf("main"));
        // Its lengths are typed once.
        Assert.Contains("4 m", (await sailor.GetAsync(Leech)).Html.QuerySelectorAll("input").Select(field => field.GetAttribute("value")));

        // What was measured on one boat is not another's.
        var boat = await club.ScalarAsync<long>(
            "select b.id from boats b join classes c on c.id = b.class_id where c.key = 'tandry' limit 1"
        );
        await club.ScalarAsync<int>($"update picture_readings set boat_id = {boat} where value between 11 and 12 returning 1");
        Assert.Null((await sailor.GetAsync(Tandry + "/log?wind=12&unit=kn&boat=class")).Html.QuerySelector("[name^=measured-]"));
        await club.ScalarAsync<int>("update picture_readings set boat_id = null where value between 11 and 12 returning 1");
        var log = await sailor.GetAsync(Tandry + "/log?wind=12&unit=kn&boat=class");
        Assert.Equal("open", log.Html.QuerySelector("[name=answer-leech-top][checked]")!.GetAttribute("value"));
        var sent = await sailor.SendAsync(log, ".log-form", Tandry + "/log");
        Assert.Equal(302, (int)sent.Status);
        var said = await sailor.GetAsync(sent.Location!.ToString());
        Assert.Contains("open (11.5° ±", said.TextOf("main"));
        Assert.Contains("from a picture", said.TextOf("main"));
        Assert.Equal(
            11.5,
            await club.ScalarAsync<double>(
                "select round((answers->'leech-top'->'measured'->>'value')::numeric, 1) from runs order by log_id desc limit 1"
            )
        );

        // A log takes it over once, and the reading says so no more; corrected without touching it, it stays; a word changed by hand is judged by eye.
        Assert.Null((await sailor.GetAsync(Tandry + "/log?wind=12&unit=kn&boat=class")).Html.QuerySelector("[name^=measured-]"));
        Assert.DoesNotContain("Your next log", (await sailor.GetAsync(kept.Location!.ToString())).TextOf("main"));
        var number = sent.Location!.ToString().Split('/')[^1].Split('?')[0];
        var again = await sailor.GetAsync($"{Tandry}/log?correct={number}");
        Assert.Equal(302, (int)(await sailor.SendAsync(again, ".log-form", Tandry + "/log")).Status);
        Assert.Contains("from a picture", (await sailor.GetAsync($"/wenlow/logbook/{number}")).TextOf("main"));
        again = await sailor.GetAsync($"{Tandry}/log?correct={number}");
        Assert.Equal(302, (int)(await sailor.SendAsync(again, ".log-form", Tandry + "/log", ("answer-leech-top", "parallel"))).Status);
        Assert.Equal(
            """{"said": "parallel", "means": "fine"}""",
            await club.ScalarAsync<string>($"select (answers->'leech-top')::text from runs where log_id = {number}")
        );
    }

    [Fact]
    public async Task What_is_sent_twice_is_one_and_what_cannot_be_says_why_and_keeps_what_was_typed()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("tamsin");
        var page = await sailor.GetAsync(Leech);
        foreach (var _ in new[] { 1, 2 })
        {
            Assert.Equal(302, (int)(await sailor.SendAsync(page, "form.gauge", Tandry + "/gauge/leech?handler=Keep", Open)).Status);
        }

        Assert.Equal(
            1L,
            await club.ScalarAsync<long>(
                "select count(*) from picture_readings where tapped->>'width' = '1200' and value > 11 and value < 12"
            )
        );
        (string Field, string Value, string Says)[] wrong =
        [
            ("fact-mast", "4", "Write it with its unit"),
            ("fact-mast", "", "say what it is"),
            ("p2x", "1300", "outside the picture"),
            ("p1y", "1400", "too short in the picture"),
            ("p2x", "1190", "further than it is long"),
            ("p2x", "NaN", "two numbers"),
            ("fact-leeward", "up", "Choose right or left"),
            ("p2x", "", "two numbers"),
        ];
        foreach (var (field, value, says) in wrong)
        {
            var refused = await KeepAsync(sailor, (field, value));
            Assert.Equal(422, (int)refused.Status);
            Assert.Contains(says, refused.TextOf("main"));
            if (field != "fact-leeward")
            {
                Assert.Equal(value, refused.Html.QuerySelector($"[name={field}]")!.GetAttribute("value"));
            }
        }
    }

    [Fact]
    public async Task A_picture_is_seen_by_the_class_once_it_is_given_and_by_nobody_after_it_is_taken_back()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (owner, other) = (await club.VisitAsAsync("tamsin"), await club.VisitAsAsync("priya"));
        var place = (await KeepAsync(owner)).Location!.ToString();
        Assert.Equal(404, (int)(await other.GetAsync(place)).Status);
        Assert.Equal(404, (await owner.StatusAsync(place + "?handler=Jpeg")).Status);
        // The demo's own was right, and is laid beside.
        Assert.Contains("The last that was right", (await owner.GetAsync(place)).TextOf("main"));

        async Task<Answer> GiveAsync(byte[] file) =>
            await owner.UploadAsync(await owner.GetAsync(place), place + "?handler=Give", file, "picture");
        var given = await GiveAsync(Picture(2400, 1800));
        Assert.Equal(302, (int)given.Status);
        Assert.Equal(200, (int)(await other.GetAsync(place)).Status);
        Assert.Equal(200, (await other.StatusAsync(place + "?handler=Jpeg")).Status);
        Assert.Equal(
            "1600 1200",
            await club.ScalarAsync<string>("select width || ' ' || height from given_pictures order by given_at desc limit 1")
        );
        Assert.DoesNotContain("Forget this reading", (await other.GetAsync(place)).TextOf("main"));

        // Whoever it does not belong to takes nothing back; what is no picture is refused in a sentence.
        await other.SendAsync(await other.GetAsync(Tandry + "/gauge/leech"), "form.gauge", place + "?handler=TakeBack");
        Assert.Equal(200, (await other.StatusAsync(place + "?handler=Jpeg")).Status);
        // A small file of many pixels is not unpacked; a photograph of many is read smaller.
        using var wide = new SKBitmap(5000, 5000, SKColorType.Gray8, SKAlphaType.Opaque);
        using var png = wide.Encode(SKEncodedImageFormat.Png, 100);
        Assert.Equal(422, (int)(await GiveAsync(png.ToArray())).Status);
        using var jpeg = wide.Encode(SKEncodedImageFormat.Jpeg, 60);
        Assert.Equal(302, (int)(await GiveAsync(jpeg.ToArray())).Status);
        foreach (var file in new[] { "<svg onload='x()'/>"u8.ToArray(), Picture(200, 200)[..200], new byte[4000] })
        {
            var refused = await GiveAsync(file);
            Assert.Equal(422, (int)refused.Status);
            Assert.Contains("picture", refused.TextOf(".problem"));
        }

        await owner.SendAsync(await owner.GetAsync(place), "form[action*=TakeBack]", place + "?handler=TakeBack");
        Assert.Equal(404, (await other.StatusAsync(place + "?handler=Jpeg")).Status);
        await owner.SendAsync(await owner.GetAsync(place), "form[action*=Forget]", place + "?handler=Forget");
        Assert.Equal(404, (int)(await owner.GetAsync(place)).Status);
    }

    [Fact]
    public async Task A_captain_says_which_gauge_answers_a_look_and_an_observed_target()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Question = Tandry + "/questions/leech-bottom";
        foreach (
            var (gauge, ends, says) in new[]
            {
                ("Twist", "1", "need 2 ends"),
                ("Twist", "1; up", "is no number"),
                ("by eye", "1; 2", "Say which gauge"),
                ("Twist", "5; 5", "up all the way"),
            }
        )
        {
            var page = await captain.GetAsync(Question);
            var refused = await captain.SendAsync(page, "#question-form", Question, ("gauge", gauge), ("gaugeEnds", ends));
            Assert.Contains(says, refused.TextOf("main"));
            Assert.Equal(ends, refused.Html.QuerySelector("[name=gaugeEnds]")!.GetAttribute("value"));
        }

        var sent = await captain.SendAsync(
            await captain.GetAsync(Question),
            "#question-form",
            Question,
            ("gauge", "Twist"),
            ("gaugeEnds", "18; 9")
        );
        Assert.Equal(302, (int)sent.Status);
        Assert.Equal("18; 9", (await captain.GetAsync(Question)).Html.QuerySelector("[name=gaugeEnds]")!.GetAttribute("value"));

        // An observed target is met, or not yet, by a number as well.
        const string Control = Tandry + "/controls/new";
        var target = await captain.SendAsync(
            await captain.GetAsync(Control),
            "#control-form",
            Control,
            ("kind", "observed target"),
            ("name", "Top batten"),
            ("datum", "the boom"),
            ("readingPoint", "the batten"),
            ("moreDoes", "It stands straighter."),
            ("gauge", "Leech against the centreline"),
            ("gaugeEnds", "6; -2")
        );
        Assert.Equal(302, (int)target.Status);
        Assert.Equal(
            "6; \u22122",
            (await captain.GetAsync(Tandry + "/controls/top-batten")).Html.QuerySelector("[name=gaugeEnds]")!.GetAttribute("value")
        );
        Assert.Contains("Top batten", (await captain.GetAsync(Tandry + "/history")).TextOf("main"));
    }

    [Fact]
    public void What_a_camera_writes_beside_the_pixels_is_gone()
    {
        // An application segment as a camera writes it, with a place in it, after the picture's first two bytes.
        var plain = Picture(300, 200);
        byte[] told = [.. "Exif\0\0GPS 50.1 N 4.2 W Phone of somebody"u8];
        byte[] photograph = [.. plain[..2], 0xFF, 0xE1, 0, (byte)(told.Length + 2), .. told, .. plain[2..]];
        using var sent = new MemoryStream(photograph);
        var made = PictureFile.Of(sent).Value;
        Assert.Equal((300, 200), (made.Width, made.Height));
        Assert.False(made.Jpeg.AsSpan().IndexOf("GPS"u8) >= 0 || made.Jpeg.AsSpan().IndexOf("Exif"u8) >= 0);
    }

    [Fact]
    public async Task Every_look_with_a_gauge_is_reached_from_its_card_and_drawn_in_all_its_words()
    {
        var sailor = await host.VisitAsAsync("priya");
        var list = await sailor.GetAsync(Tandry + "/gauge");
        var ways = list.Html.QuerySelectorAll(".gauge-list a").Select(way => way.GetAttribute("href")!).ToList();
        Assert.NotEmpty(ways);
        foreach (var way in ways)
        {
            var page = await sailor.GetAsync(way);
            Assert.Equal(3, page.Html.QuerySelectorAll(".gauge-words svg").Length);
            Assert.Single(page.Html.QuerySelectorAll(".gauge-words .is-right"));
        }

        var card = await sailor.GetAsync(Tandry + "/card?wind=12&unit=kn");
        Assert.Contains(ways[0], card.Html.QuerySelectorAll(".look-measured a").Select(way => way.GetAttribute("href")));
        Assert.Contains("since", list.TextOf(".gauge-series"));
    }
}
