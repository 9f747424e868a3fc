using System.Collections.Concurrent;
using System.Text;
using System.Threading.Channels;
using Regatta.Formats.Bundles;

namespace Regatta.Application.Reading;

/// <summary>What the logs of a class say, out of the kept sums; worked out anew where they are behind.</summary>
public sealed class EvidenceLoader(
    EvidenceSumsStore kept,
    BorrowedSumsStore borrowed,
    ReporterVerdicts verdicts,
    Logs logs,
    TimeProvider clock
)
{
    /// <summary>So many runs are read anew while somebody waits for the page (ours); more of them, behind their back.</summary>
    public int WaitedFor { get; init; } = 2000;

    private readonly ConcurrentDictionary<(ClassRef, string), bool> waiting = new();

    private readonly Channel<(ClassRef Class, Func<Task> Work)> work = Channel.CreateBounded<(ClassRef, Func<Task>)>(
        new BoundedChannelOptions(64) { FullMode = BoundedChannelFullMode.DropWrite }
    );

    /// <summary>What is to be done behind the readers' back, as it comes in.</summary>
    public IAsyncEnumerable<(ClassRef Class, Func<Task> Work)> BehindAsync(CancellationToken stop) => work.Reader.ReadAllAsync(stop);

    /// <summary>What the logs say under the draft's definition and under the published one.</summary>
    /// <param name="stamp">The class.</param>
    /// <param name="draft">Its draft.</param>
    /// <param name="newest">What is published; null for nothing.</param>
    /// <param name="published">All that was published, oldest first.</param>
    public async Task<ClassEvidence> OfAsync(
        ClassStamp stamp,
        ClassDefinition draft,
        ClassDefinition? newest,
        IReadOnlyList<ClassState> published
    )
    {
        var today = clock.GetUtcNow();
        var decided = await verdicts.AllAsync(stamp.Class);
        var own = new EvidenceBasis(draft, published) { Today = today, Verdicts = decided };
        var theirs = newest is null ? own : new EvidenceBasis(newest, published) { Today = today, Verdicts = decided };
        string[] wanted = [own.Key, theirs.Key];
        var given = await borrowed.AllAsync(stamp.Class);
        var first = Borrowing(await OfAsync(stamp, own, wanted), given);
        return new(
            first,
            ReferenceEquals(own, theirs) ? first
                : theirs.Key == own.Key ? new(theirs, first.Fits.ToDictionary(fit => fit.Key, fit => fit.Value.Over(theirs.Definition)))
                : Borrowing(await OfAsync(stamp, theirs, wanted), given)
        );
    }

    /// <summary>Leaves a reporter who always writes the same out, lets them in, or takes that back.</summary>
    /// <returns>Whether the fits know such a reporter.</returns>
    public async Task<bool> DecideAsync(ClassRef one, HelmFit fit, string reporter, ReporterVerdict? verdict)
    {
        if (fit.Reporters.FirstOrDefault(known => known.Reporter.Key == reporter) is not { } found)
        {
            return false;
        }

        await verdicts.DecideAsync(one, found.Reporter, verdict);
        return true;
    }

    /// <summary>Has the weights of a class's runs sought anew, though they hardly grew.</summary>
    public Task WeighAnewAsync(ClassRef one) => kept.UnsettleAsync(one);

    /// <summary>With what other clubs gave, where it still fits.</summary>
    private static BasedEvidence Borrowing(BasedEvidence own, IReadOnlyList<BorrowedSumsFile> given)
    {
        var fitting = given
            .Select(file => (file.Weight, Read: SumsFile.Read(Encoding.UTF8.GetBytes(file.Document))))
            .Where(file => file.Weight > 0 && file.Read.Ok && file.Read.Value.Sums.Problem(own.Basis.Definition) is null)
            .Select(file => new BorrowedSums(file.Read.Value.Club, file.Read.Value.Sums, file.Weight))
            .ToLookup(sums => sums.Shared.PlanMode);
        return fitting.Count == 0
            ? own
            : own with
            {
                Fits = own
                    .Fits.Keys.Union(fitting.Select(group => group.Key))
                    .ToDictionary(planMode => planMode, planMode => own.Of(planMode).Borrowing([.. fitting[planMode]])),
            };
    }

    private async Task<BasedEvidence> OfAsync(ClassStamp stamp, EvidenceBasis basis, IReadOnlyList<string> wanted)
    {
        var found = await kept.ReadAsync(stamp.Class, basis, stamp.LogRevision);
        if (found is { IsDue: false })
        {
            return new(basis, found.Fits);
        }

        if ((found?.Runs ?? await logs.CountRunsAsync(stamp.Class, WaitedFor + 1)) <= WaitedFor)
        {
            return await MakeAsync(stamp, basis, wanted, behind: false);
        }

        MakeBehind(stamp, basis, wanted);
        return new(basis, found?.Fits ?? new Dictionary<PlanMode, HelmFit>()) { IsBeingRead = found is null };
    }

    /// <summary>Has runs read anew behind the readers' back, once however many read meanwhile.</summary>
    private void MakeBehind(ClassStamp stamp, EvidenceBasis basis, IReadOnlyList<string> wanted)
    {
        var asked = (stamp.Class, basis.Key);
        if (!waiting.TryAdd(asked, true) || work.Writer.TryWrite((stamp.Class, WorkAsync)))
        {
            return;
        }

        waiting.TryRemove(asked, out _);

        async Task WorkAsync()
        {
            try
            {
                await MakeAsync(stamp, basis, wanted, behind: true);
            }
            finally
            {
                waiting.TryRemove(asked, out _);
            }
        }
    }

    /// <summary>Works out all plans and modes from nothing, and keeps them.</summary>
    private async Task<BasedEvidence> MakeAsync(ClassStamp stamp, EvidenceBasis basis, IReadOnlyList<string> wanted, bool behind)
    {
        var making = await kept.BeginAsync(stamp.Class, basis);
        List<FreshPlanMode> planModes;
        try
        {
            planModes = await FreshAsync(stamp, basis);
        }
        catch (Exception) when (making is not null)
        {
            await kept.GiveUpAsync(making);
            throw;
        }

        if (making is not null)
        {
            await kept.WriteAsync(making, planModes, wanted, behind);
        }

        return new(
            basis,
            planModes.ToDictionary(
                planMode => planMode.PlanMode,
                planMode =>
                    HelmFit.Of(
                        basis.ModelOf(planMode.PlanMode, planMode.Kept.Sailed, planMode.Kept.Boats),
                        planMode.Kept.Sums,
                        PlanModeRuns.Of(basis.Definition, planMode.Runs),
                        HelmFit.WildOf(planMode.Fitted)
                    ) with
                    {
                        Reporters = planMode.Kept.Reporters,
                    }
            )
        );
    }

    private async Task<List<FreshPlanMode>> FreshAsync(ClassStamp stamp, EvidenceBasis basis)
    {
        var runs = (await logs.EvidenceAsync(stamp.Class)).Where(basis.Takes).ToLookup(run => run.PlanMode);
        return
        [
            .. runs.Select(group =>
            {
                IReadOnlyList<SessionEvidence> own = [.. group];
                var (sums, fitted) = PlanModeSums.Of(basis, group.Key, own);
                return new FreshPlanMode(group.Key, sums, fitted, own);
            }),
        ];
    }
}
