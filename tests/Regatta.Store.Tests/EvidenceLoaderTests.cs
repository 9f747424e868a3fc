using Regatta.Application.Reading;
using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>Many runs are read anew behind the readers' back.</summary>
public sealed class EvidenceLoaderTests(StoreFixture store)
{
    [Fact]
    public async Task Many_runs_are_read_anew_behind_once_and_few_while_somebody_waits()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        for (var at = 0; at < 4; at++)
        {
            await AddAsync(draft, at);
        }

        EvidenceLoader Loader(int waitedFor) =>
            new(
                new(store.Database),
                new(store.Database, TimeProvider.System),
                new(store.Database, TimeProvider.System),
                store.Logs,
                TimeProvider.System
            )
            {
                WaitedFor = waitedFor,
            };
        var (few, many) = (Loader(2000), Loader(3));
        var stop = TestContext.Current.CancellationToken;
        await using var behind = many.BehindAsync(stop).GetAsyncEnumerator(stop);

        // Two who read are told that it is being read, and it is read once.
        foreach (var _ in (int[])[1, 2])
        {
            var told = await OfAsync(many, draft);
            Assert.True(told.IsBeingRead);
            var helm = BandHelm.Judge(
                draft.Class.Bands.All[0],
                new(0, 1, 9),
                draft.Class.Helm,
                told.Of(PlanMode.Usual, draft.Class).Runs,
                Now
            );
            Assert.Contains("being read anew", helm.Sentence, StringComparison.Ordinal);
        }

        Assert.True(await behind.MoveNextAsync());
        await behind.Current.Work();
        var next = behind.MoveNextAsync().AsTask();
        Assert.False(next.IsCompleted);
        var read = await OfAsync(many, draft);
        Assert.False(read.IsBeingRead);
        Assert.Equal(4, read.Of(PlanMode.Usual, draft.Class).Runs.Count);

        // Asked to weigh them anew, what is kept is shown meanwhile.
        await many.WeighAnewAsync(one);
        var meanwhile = await OfAsync(many, draft);
        Assert.Equal((false, 4), (meanwhile.IsBeingRead, meanwhile.Of(PlanMode.Usual, draft.Class).Runs.Count));
        Assert.True(await next);
        await behind.Current.Work();

        // A log that nobody folded in leaves them behind: few are read at once.
        await AddAsync(draft, 4);
        Assert.True((await OfAsync(many, draft)).IsBeingRead);
        var waited = await OfAsync(few, draft);
        Assert.Equal((false, 5), (waited.IsBeingRead, waited.Of(PlanMode.Usual, draft.Class).Runs.Count));
    }

    private static DateTimeOffset Now => new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    private async Task<ClassEvidence> OfAsync(EvidenceLoader sums, ClassDraft draft) =>
        await sums.OfAsync((await store.Classes.StampAsync(draft.Stamp.Class))!, draft.Class, null, [draft.State]);

    private Task AddAsync(ClassDraft draft, int at)
    {
        var wind = Speed.FromKnots(9);
        var helm = Angle.FromDegrees(2 + at);
        return store.Logs.AddAsync(
            draft.Stamp.Class,
            store.Ben.Id,
            new(null, new HashSet<ControlKey>()),
            new(
                Guid.NewGuid(),
                Now.AddDays(-at - 1),
                null,
                [
                    new(
                        WindRange.Of(wind, wind, null).Value,
                        new Dictionary<ControlKey, Mark>(),
                        new(HelmReading.Of(helm, helm).Value, CheckGates.AllHeld, null),
                        Felt.NotSaid
                    ),
                ],
                "",
                null
            )
        );
    }
}
