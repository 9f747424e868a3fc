using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;

namespace Regatta.Web.Tests;

/// <summary>What came back.</summary>
public sealed partial record Answer(System.Net.HttpStatusCode Status, string Text, Uri? Location, HttpResponseMessage Message)
{
    private IHtmlDocument? html;

    /// <summary>The page, its spaces as a browser shows them: however many in a row, and line ends among them, are one.</summary>
    public IHtmlDocument Html => html ??= Spaced(new HtmlParser().ParseDocument(Text));

    private static IHtmlDocument Spaced(IHtmlDocument page)
    {
        foreach (
            var text in page.Descendants<IText>().Where(text => text.ParentElement is not IHtmlTextAreaElement and not IHtmlScriptElement)
        )
        {
            text.Data = Spaces().Replace(text.Data, " ");
        }

        return page;
    }

    [GeneratedRegex("[ \\t\\r\\n]+")]
    private static partial Regex Spaces();

    public string? TextOf(string selector) => Html.QuerySelector(selector)?.TextContent.Trim();
}

/// <summary>Gets pages and sends their forms.</summary>
public sealed class Visitor(HttpClient client)
{
    public async Task<Answer> GetAsync(string address) =>
        await AnswerAsync(await client.GetAsync(address, TestContext.Current.CancellationToken));

    /// <summary>What an address answers with, and where it leads; an answer that does not end is not waited for.</summary>
    public async Task<(int Status, string Location)> StatusAsync(string address)
    {
        using var answer = await client.GetAsync(address, HttpCompletionOption.ResponseHeadersRead, TestContext.Current.CancellationToken);
        return ((int)answer.StatusCode, answer.Headers.Location?.ToString() ?? "");
    }

    /// <summary>Signs in as one of the demo clubs' people.</summary>
    public async Task SignInAsync(string person)
    {
        var page = await GetAsync("/sign-in");
        Assert.Equal(302, (int)(await SendAsync(page, "form[action*=Demo]", "/sign-in?handler=Demo", ("name", person))).Status);
    }

    /// <summary>Opens an answer that does not end.</summary>
    public async Task<Stream> StreamAsync(string address) =>
        await (
            await client.GetAsync(address, HttpCompletionOption.ResponseHeadersRead, TestContext.Current.CancellationToken)
        ).Content.ReadAsStreamAsync(TestContext.Current.CancellationToken);

    /// <summary>Asks by any method.</summary>
    public async Task<int> AskAsync(string method, string address)
    {
        using var asked = new HttpRequestMessage(new(method), address);
        return (int)(await client.SendAsync(asked)).StatusCode;
    }

    /// <summary>Sends a header with all that follows.</summary>
    public void Header(string name, string value) => client.DefaultRequestHeaders.Add(name, value);

    /// <summary>The same visitor, whose next request is one a script on the page makes.</summary>
    public Visitor Fragment()
    {
        client.DefaultRequestHeaders.Remove("HX-Request");
        client.DefaultRequestHeaders.Add("HX-Request", "true");
        return this;
    }

    /// <summary>Sends a form of a page with its hidden and prefilled fields, some of them changed.</summary>
    public async Task<Answer> SendAsync(Answer page, string form, string address, params (string Field, string Value)[] changes)
    {
        var fields = page
            .Html.QuerySelector(form)!
            .QuerySelectorAll("input, select, textarea")
            .Where(field => field is not IHtmlInputElement { Type: "checkbox" or "radio", IsChecked: false })
            .Where(field => !changes.Any(change => change.Field == field.GetAttribute("name")))
            .Select(field => KeyValuePair.Create(field.GetAttribute("name") ?? "", Value(field)))
            .Concat(changes.Select(change => KeyValuePair.Create(change.Field, change.Value)));
        return await AnswerAsync(await client.PostAsync(address, new FormUrlEncodedContent(fields), TestContext.Current.CancellationToken));
    }

    /// <summary>Sends fields alone, with no token: as another site would.</summary>
    public async Task<Answer> PostBareAsync(string address, params (string Field, string Value)[] fields) =>
        await AnswerAsync(
            await client.PostAsync(
                address,
                new FormUrlEncodedContent(fields.Select(field => KeyValuePair.Create(field.Field, field.Value))),
                TestContext.Current.CancellationToken
            )
        );

    /// <summary>Publishes the draft of a class as it stands.</summary>
    public async Task PublishAsync(string classPath)
    {
        var page = await GetAsync(classPath + "/versions");
        Assert.Equal(
            302,
            (int)
                (await SendAsync(page, ".draft-changes form", classPath + "/versions", ("reason", "for the test"), ("unfit", "yes"))).Status
        );
    }

    public async Task<Answer> UploadAsync(
        Answer page,
        string address,
        byte[] file,
        string field = "bundle",
        params (string Field, string Value)[] beside
    )
    {
        var token = page.Html.QuerySelector("form[enctype] input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        using var content = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            { new ByteArrayContent(file), field, "file" },
        };
        foreach (var (name, value) in beside)
        {
            content.Add(new StringContent(value), name);
        }

        return await AnswerAsync(await client.PostAsync(address, content, TestContext.Current.CancellationToken));
    }

    private static string Value(IElement field) =>
        field switch
        {
            IHtmlSelectElement select => select.Value ?? "",
            IHtmlTextAreaElement area => area.Value,
            IHtmlInputElement input => input.Value,
            _ => "",
        };

    private async Task<Answer> AnswerAsync(HttpResponseMessage message)
    {
        client.DefaultRequestHeaders.Remove("HX-Request");
        return new(
            message.StatusCode,
            await message.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            message.Headers.Location,
            message
        );
    }
}
