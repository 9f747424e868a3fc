using Regatta.Application.Exchange;
using Regatta.Formats.Bundles;

namespace Regatta.Store.Tests;

/// <summary>A class that is too large for one file leaves in parts, and comes back whole.</summary>
public sealed class ExportPartsTests(StoreFixture store)
{
    private static readonly DateTimeOffset Later = new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero);

    private readonly ExportClass export = new(store.Classes, store.Boats, store.Versions, store.Logs);

    [Fact]
    public async Task A_class_with_more_versions_and_logs_than_a_file_takes_comes_back_out_of_its_own_parts()
    {
        var large = await LargeAsync("large-" + Guid.NewGuid().ToString("N"));
        Assert.Equal([], (await store.Import.RunAsync(store.Club, new(null, [], [large]), NoSailors)).AlreadyThere);
        var one = (await store.Classes.StampAsync(store.Club, large.Class.Key))!.Class;
        var parts = await PartsAsync(one);
        Assert.Equal(3, parts.Count);
        Assert.All(parts, part => Assert.True(part.Length < Limits.BundleBytes));
        Assert.Null(await export.RunAsync(one, withDraft: true, 4));
        Assert.Null(await export.RunAsync(one, withDraft: true, 0));

        // Too early, and out of order: a sentence, and nothing is added.
        var read = parts.Select(part => BundleReader.Read(part, Later)).ToList();
        Assert.All(read, part => Assert.Equal([], part.Problems));
        Assert.Contains("Import part 1 first", (await AddAsync(read[1].Bundle!)).Problem);
        Assert.Single((await store.Import.RunAsync(store.OtherClub, read[0].Bundle!, NoSailors)).Added);
        var skipped = new BundledClass(
            read[1].Bundle!.Classes[0].Draft,
            [],
            [large.Versions[^1] with { Number = large.Versions.Count + 7 }],
            []
        );
        Assert.Contains("a part before it is missing", (await store.Import.AddPartAsync(store.OtherClub, skipped, new(2, 3))).Problem);
        foreach (var part in read.Skip(1))
        {
            Assert.True((await AddAsync(part.Bundle!)).Ok);
            // A part that comes twice adds nothing.
            Assert.EndsWith(": 0 logs", (await AddAsync(part.Bundle!)).Value);
        }

        var there = (await store.Classes.StampAsync(store.OtherClub, large.Class.Key))!.Class;
        Assert.Equal(await store.Logs.CountAsync(one), await store.Logs.CountAsync(there));
        var again = await PartsAsync(there);
        Assert.Equal(parts.Count, again.Count);
        Assert.All(parts.Zip(again), pair => Assert.True(pair.First.AsSpan().SequenceEqual(pair.Second)));
    }

    [Fact]
    public async Task A_part_is_not_added_to_a_class_that_says_something_else_by_now()
    {
        var large = await LargeAsync("changed-" + Guid.NewGuid().ToString("N"));
        await store.Import.RunAsync(store.OtherClub, new(null, [], [large with { Logs = [] }]), NoSailors);
        var part = large with { Draft = large.Draft.With(large.Class with { Name = "Another" }) };
        var refused = await store.Import.AddPartAsync(store.OtherClub, part, new(2, 2));
        Assert.Contains("says something else here", refused.Problem);
    }

    [Theory]
    [InlineData("\"part\": { \"number\": 0, \"of\": 2 }")]
    [InlineData("\"part\": { \"number\": 3, \"of\": 2 }")]
    public async Task A_part_that_is_none_is_told_so(string part)
    {
        var text = System.Text.Encoding.UTF8.GetString(BundleWriter.Write(await store.ExportAsync("quillet")));
        var read = BundleReader.Read(
            System.Text.Encoding.UTF8.GetBytes(text.Replace("\"version\": 3,", $"\"version\": 3, {part},", StringComparison.Ordinal)),
            Later
        );
        Assert.Equal("part", Assert.Single(read.Problems).Where);
    }

    private static Dictionary<string, Guid> NoSailors => [];

    /// <summary>The demo's class with 41 versions and 2,001 logs.</summary>
    private async Task<BundledClass> LargeAsync(string key)
    {
        var one = (await store.ExportAsync("quillet")).Classes[0];
        var draft = one.Draft.With(one.Class with { Key = key });
        var version = one.Versions[^1] with { State = draft };
        return one with
        {
            Draft = draft,
            Versions = [.. Enumerable.Range(1, 41).Select(number => version with { Number = number, Reason = $"The {number}th" })],
            Logs =
            [
                .. Enumerable
                    .Range(0, 2001)
                    .Select(at =>
                    {
                        var log = one.Logs[at % one.Logs.Count].Log;
                        return new BundledLog(null, null, log with { Key = new Guid(at, 0, 0, new byte[8]), Version = 1 + (at % 41) });
                    }),
            ],
        };
    }

    private async Task<List<byte[]>> PartsAsync(ClassRef one)
    {
        var parts = new List<byte[]>();
        for (var part = 1; part <= await export.PartsAsync(one); part++)
        {
            parts.Add(BundleWriter.Write((await export.RunAsync(one, withDraft: true, part))!));
        }

        return parts;
    }

    private Task<Parsed<string>> AddAsync(Bundle part) => store.Import.AddPartAsync(store.OtherClub, part.Classes[0], part.Part!);
}
