using System.Text;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Options;
using Regatta.Store;

namespace Regatta.Web.Tests.Doors;

/// <summary>Whatever is sent to whatever address: it is answered as the sender's, never as ours.</summary>
public sealed class InputTests(ClubHost host)
{
    [Fact]
    public async Task A_name_in_any_script_is_shown_and_prints()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        const string Name = "Грот ½ Ω ゲート 🛶 שלום";
        var form = await captain.GetAsync("/wenlow/classes/quillet/controls/gooseneck");
        Assert.Equal(
            302,
            (int)(await captain.SendAsync(form, "#control-form", "/wenlow/classes/quillet/controls/gooseneck", ("name", Name))).Status
        );
        await captain.PublishAsync("/wenlow/classes/quillet");
        foreach (var address in (string[])["", "/card", "/card/print", "/card.pdf", "/strips", "/strips.pdf", "/bundle.json", "/history"])
        {
            Assert.Equal(200, (int)(await captain.GetAsync("/wenlow/classes/quillet" + address)).Status);
        }

        var pdf = await captain.GetAsync("/wenlow/classes/quillet/card.pdf");
        using var read = UglyToad.PdfPig.PdfDocument.Open(
            await pdf.Message.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken)
        );
        Assert.Contains("Грот", string.Concat(read.GetPages().Select(page => page.Text)));
    }

    [Fact]
    public async Task A_form_of_thousands_of_fields_is_refused_as_the_senders()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/logbook");
        var answer = await sailor.SendAsync(page, "form.looks", "/theme", [.. Enumerable.Range(0, 5000).Select(at => ($"f{at}", "x"))]);
        Assert.Equal(400, (int)answer.Status);
        Assert.Contains("could not be taken", answer.TextOf("h1"));
    }

    [Fact]
    public async Task A_feeling_nobody_can_choose_is_refused_beside_the_question()
    {
        var sailor = await host.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14");
        var refused = await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("felt", "77"), ("note", "kept"));
        Assert.Equal(422, (int)refused.Status);
        Assert.Contains("kept", refused.Html.QuerySelector("#note")!.TextContent);
    }

    [Fact]
    public async Task Of_nine_live_pages_of_one_person_eight_stay_open_and_all_end_with_the_membership()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var open = new List<Stream>();
        for (var at = 0; at < Limits.StreamsOfPerson; at++)
        {
            open.Add(await sailor.StreamAsync("/wenlow/today/stream"));
        }

        Assert.Equal(429, (await sailor.StatusAsync("/wenlow/classes/quillet/stream")).Status);
        Assert.Equal(200, (await (await club.VisitAsAsync("tamsin")).StatusAsync("/wenlow/today/stream")).Status);
        await club.ScalarAsync<int>(
            "update memberships m set suspended_at = now() from people p where p.id = m.person_id and p.sign_in_name = 'priya' returning 1"
        );
        using var reader = new StreamReader(open[0], Encoding.UTF8);
        var ended = reader.ReadToEndAsync(TestContext.Current.CancellationToken);
        await ended.WaitAsync(TimeSpan.FromSeconds(40), TestContext.Current.CancellationToken);
        Assert.Contains("event: wind", await ended);
        open.ForEach(one => one.Dispose());
    }

    [Fact]
    public async Task With_a_certificate_the_keys_in_the_database_are_encrypted_and_sign_all_the_same()
    {
        using var key = System.Security.Cryptography.RSA.Create(2048);
        var request = new System.Security.Cryptography.X509Certificates.CertificateRequest(
            "CN=keys",
            key,
            System.Security.Cryptography.HashAlgorithmName.SHA256,
            System.Security.Cryptography.RSASignaturePadding.Pkcs1
        );
        using var certificate = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(1));
        var file = Path.Combine(Directory.CreateTempSubdirectory("keys").FullName, "keys.p12");
        await File.WriteAllBytesAsync(
            file,
            certificate.Export(System.Security.Cryptography.X509Certificates.X509ContentType.Pkcs12),
            TestContext.Current.CancellationToken
        );
        await using var club = await host.AnotherAsync("Never", ("REGATTA_KEY_CERTIFICATE", file));
        var kim = await club.FoundAsync("Ebb Creek");
        Assert.Equal(200, (int)(await kim.GetAsync("/ebb-creek")).Status);
        Assert.Contains("EncryptedData", await club.ScalarAsync<string>("select string_agg(xml::text, '') from data_protection_keys"));
    }

    [Fact]
    public async Task While_the_database_is_away_a_form_comes_back_as_it_was_typed_and_lands_when_it_is_sent_again()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14");
        Assert.Equal((200, 200), ((await sailor.StatusAsync("/health/live")).Status, (await sailor.StatusAsync("/health/ready")).Status));
        await club.LetConnectAsync(false);
        var away = await sailor.SendAsync(
            form,
            ".log-form",
            "/wenlow/classes/quillet/log",
            ("note", "gusty <b>&"),
            ("answer-luffing", "evenly")
        );
        Assert.Equal((503, "5"), ((int)away.Status, away.Message.Headers.RetryAfter!.ToString()));
        Assert.Contains("gusty <b>&", away.TextOf("dl"));
        Assert.Equal((200, 503), ((await sailor.StatusAsync("/health/live")).Status, (await sailor.StatusAsync("/health/ready")).Status));
        Assert.Contains("Reload the page", (await sailor.GetAsync("/wenlow")).TextOf("main"));
        var secret = await sailor.SendAsync(form, "form.looks", "/sign-in", ("name", "priya"), ("password", "wenlow-reach"));
        Assert.DoesNotContain("wenlow-reach", secret.Text);

        await club.LetConnectAsync(true);
        var landed = await sailor.SendAsync(away, "form.stack", "/wenlow/classes/quillet/log");
        Assert.Equal(302, (int)landed.Status);
        var kept = await sailor.GetAsync(landed.Location!.ToString());
        Assert.Contains("gusty <b>&", kept.TextOf("main"));
        Assert.Contains("does the luff lift evenly", kept.TextOf(".facts"));
    }

    [Fact]
    public void A_task_in_the_background_that_fails_stops_nothing_else() =>
        Assert.Equal(
            BackgroundServiceExceptionBehavior.Ignore,
            host.Services.GetRequiredService<IOptions<HostOptions>>().Value.BackgroundServiceExceptionBehavior
        );

    [Fact]
    public async Task A_host_the_app_is_not_found_at_is_not_answered()
    {
        var client = host.CreateClient();
        using var request = new HttpRequestMessage(HttpMethod.Get, "/sign-in");
        request.Headers.Host = "elsewhere.example";
        Assert.Equal(400, (int)(await client.SendAsync(request, TestContext.Current.CancellationToken)).StatusCode);
    }

    [Fact]
    public async Task Behind_https_cookies_are_bound_to_the_host_and_the_browser_is_told_to_stay_with_it()
    {
        await using var club = await host.AnotherAsync("Never", ("REGATTA_ADDRESS", "https://tuning.example"));
        using var client = club.CreateClient(
            new()
            {
                BaseAddress = new("https://tuning.example"),
                AllowAutoRedirect = false,
                HandleCookies = true,
            }
        );
        var kim = new Visitor(client);
        var founding = await kim.GetAsync(await club.FoundingAddressAsync());
        var founded = await kim.SendAsync(
            founding,
            "form.stack",
            "/found",
            ("clubName", "Ebb Creek"),
            ("zone", "UTC"),
            ("name", "Kim"),
            ("signin", "kim"),
            ("password", ClubHost.KimsPassword)
        );
        var signIn = await kim.GetAsync("/sign-in");
        var entered = await kim.SendAsync(signIn, "form.stack", "/sign-in", ("name", "kim"), ("password", ClubHost.KimsPassword));
        var changed = await kim.SendAsync(await kim.GetAsync("/me/data"), "form.stack", "/me/data");
        string[] made =
        [
            .. new[] { founding, founded, entered, changed }
                .SelectMany(answer => answer.Message.Headers.TryGetValues("Set-Cookie", out var cookies) ? cookies : [])
                .Where(cookie => !cookie.Contains("=; expires=Thu, 01 Jan 1970", StringComparison.Ordinal)),
        ];
        Assert.Equal(
            ["__Host-regatta", "__Host-regatta-form", "__Host-regatta-known", "__Host-regatta-told"],
            made.Select(cookie => cookie.Split('=')[0]).Distinct().Order(StringComparer.Ordinal)
        );
        Assert.All(made, cookie => Assert.Matches("path=/;.*secure.*httponly", cookie));
        var headers = founding.Message.Headers;
        Assert.Equal("max-age=31536000", headers.GetValues("Strict-Transport-Security").Single());
        Assert.False(headers.Contains("Server"));
        Assert.Contains("upgrade-insecure-requests", headers.GetValues("Content-Security-Policy").Single());
    }

    [Theory]
    [InlineData("urls", "http://0.0.0.0:8080")]
    [InlineData("http_ports", "8080")]
    [InlineData("REGATTA_ADDRESS", "http://tuning.example")]
    public void A_demo_does_not_start_where_others_reach_it(string setting, string value) =>
        Assert.Contains("known to everybody", Assert.Throws<StartRefusedException>(() => host.Again("IfEmpty", (setting, value))).Message);

    [Theory]
    [InlineData("/wen%01low")]
    [InlineData("/wenlow/classes/quil%01let")]
    [InlineData("/wenlow/classes/quillet/controls/goose%01neck")]
    public async Task A_control_character_in_an_address_is_nothing_there(string address) =>
        Assert.InRange((int)(await (await host.VisitAsAsync("odalys")).GetAsync(address)).Status, 400, 404);
}
