using AngleSharp.Dom;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;

namespace Regatta.Web.Tests.Matrices;

/// <summary>The matrix as a page. Each test has a class of its own, from the una-rig kit.</summary>
public abstract class MatrixPage(ClubHost host)
{
    protected const string Form = "form[data-cell-form]";

    /// <summary>The application the pages are asked of.</summary>
    protected ClubHost Host { get; } = host;

    protected async Task<(Visitor Coordinator, string Path)> NewClassAsync()
    {
        var coordinator = await Host.VisitAsAsync("odalys");
        var name = "Marlpit " + Guid.NewGuid().ToString("N")[..12];
        var made = await coordinator.SendAsync(
            await coordinator.GetAsync("/wenlow/new-class"),
            "form:has([name=kit])",
            "/wenlow/new-class",
            ("kit", "una-rig"),
            ("name", name)
        );
        return (coordinator, made.Location!.ToString().Replace("/controls", "", StringComparison.Ordinal));
    }

    protected static async Task WriteAsync(Visitor coordinator, string path, string cell, string text)
    {
        var join = path.Contains('?', StringComparison.Ordinal) ? "&" : "?";
        var page = await coordinator.GetAsync($"{path}{join}cell={cell}");
        var answer = await coordinator.Fragment().SendAsync(page, Form, $"{path}{join}handler=Cell&act=write&cell={cell}", ("text", text));
        Assert.Equal(200, (int)answer.Status);
    }

    protected static async Task<Answer> BuildAsync(Visitor coordinator, string path, string act, string? over = null)
    {
        var page = await coordinator.GetAsync($"{path}?cell=1.vang");
        return await coordinator
            .Fragment()
            .SendAsync(page, Form, $"{path}?handler=Build&cell=1.vang", over is null ? [("act", act)] : [("act", act), ("over", over)]);
    }

    protected static async Task<Answer> TurnAsync(Visitor coordinator, string path, string way)
    {
        var page = await coordinator.GetAsync(path);
        return await coordinator.Fragment().SendAsync(page, "#undo-form", $"{path}?handler={way}");
    }

    protected static async Task PublishAsync(Visitor coordinator, string path) =>
        Assert.Equal(
            302,
            (int)
                (
                    await coordinator.SendAsync(
                        await coordinator.GetAsync($"{path}/versions"),
                        "form.stack",
                        $"{path}/versions",
                        ("reason", "Tried."),
                        ("unfit", "yes")
                    )
                ).Status
        );

    protected static string Label(Answer page, string cell) =>
        page.Html.QuerySelector($"[data-cell='{cell}']")!.GetAttribute("aria-label")!;

    protected static async Task<string> NextAsync(StreamReader stream)
    {
        while (await stream.ReadLineAsync(TestContext.Current.CancellationToken) is { } line)
        {
            if (line.StartsWith("data: ", StringComparison.Ordinal))
            {
                return line[6..];
            }
        }

        return "";
    }
}
