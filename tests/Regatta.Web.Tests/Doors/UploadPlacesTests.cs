using System.IO.Pipelines;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.Extensions.Time.Testing;
using Regatta.Web.Access;

namespace Regatta.Web.Tests.Doors;

/// <summary>Files are worked on a few at once, fairly, and who sends slowly is in nobody's way.</summary>
public sealed class UploadPlacesTests
{
    private static readonly TimeSpan Long = TimeSpan.FromSeconds(20);

    private readonly FakeTimeProvider clock = new();
    private readonly TaskCompletionSource done = new(TaskCreationOptions.RunContinuationsAsynchronously);
    private readonly UploadPlaces places;
    private int working;
    private int most;

    public UploadPlacesTests() =>
        places = new(
            async _ =>
            {
                most = Math.Max(most, Interlocked.Increment(ref working));
                await done.Task;
                Interlocked.Decrement(ref working);
            },
            clock
        );

    [Fact]
    public async Task One_club_leaves_places_for_another_and_no_more_wait_than_are_let()
    {
        var own = Enumerable.Range(0, 30).Select(_ => Sent("ebb")).ToList();
        var sending = own.Select(places.InvokeAsync).ToList();
        Assert.Equal(Limits.UploadsOfClub, working);
        var turnedAway = own.Count(context => context.Response.StatusCode == StatusCodes.Status429TooManyRequests);
        Assert.Equal(30 - (4 * Limits.UploadsOfClub), turnedAway);

        var others = Enumerable.Range(0, Limits.Uploads - Limits.UploadsOfClub).Select(_ => places.InvokeAsync(Sent("flow"))).ToList();
        Assert.Equal(Limits.Uploads, working);
        var third = places.InvokeAsync(Sent("slack"));
        Assert.Equal(Limits.Uploads, working);
        done.SetResult();
        await Task.WhenAll([.. sending, .. others, third]).WaitAsync(Long, TestContext.Current.CancellationToken);
        Assert.Equal((0, Limits.Uploads), (working, most));
    }

    [Fact]
    public async Task Who_sends_slowly_holds_no_place_and_is_told_in_the_end()
    {
        var slow = Enumerable.Range(0, 10).Select(_ => Sent("ebb", new Pipe().Reader.AsStream())).ToList();
        var sending = slow.Select(places.InvokeAsync).ToList();
        Assert.Equal(0, working);
        var quick = places.InvokeAsync(Sent("ebb"));
        Assert.Equal(1, working);

        clock.Advance(UploadPlaces.Patience + TimeSpan.FromSeconds(1));
        await Task.WhenAll(sending).WaitAsync(Long, TestContext.Current.CancellationToken);
        Assert.All(slow, context => Assert.Equal(StatusCodes.Status408RequestTimeout, context.Response.StatusCode));
        done.SetResult();
        await quick.WaitAsync(Long, TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task A_form_without_a_file_passes_where_no_place_is_left()
    {
        var sending = Enumerable.Range(0, 8).Select(_ => places.InvokeAsync(Sent("ebb"))).ToList();
        var form = Sent("ebb", new MemoryStream("about=mine"u8.ToArray()));
        form.Request.ContentLength = 10;
        sending.Add(places.InvokeAsync(form));
        Assert.Equal(Limits.UploadsOfClub + 1, working);
        done.SetResult();
        await Task.WhenAll(sending).WaitAsync(Long, TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task What_was_taken_in_is_read_from_its_beginning_by_who_works_on_it()
    {
        var read = "";
        var reading = new UploadPlaces(
            async context => read = await new StreamReader(context.Request.Body).ReadToEndAsync(TestContext.Current.CancellationToken),
            clock
        );
        await reading.InvokeAsync(Sent("ebb", new MemoryStream("A table of lines."u8.ToArray())));
        Assert.Equal("A table of lines.", read);
    }

    private static DefaultHttpContext Sent(string club, Stream? body = null)
    {
        var context = new DefaultHttpContext();
        context.SetEndpoint(new(null, new(new EnableRateLimitingAttribute(RequestLimits.Uploads)), "upload"));
        context.Request.Method = HttpMethods.Post;
        context.Request.RouteValues["club"] = club;
        context.Request.Headers.Accept = "text/html";
        context.Request.Body = body ?? new MemoryStream(new byte[100]);
        return context;
    }
}
