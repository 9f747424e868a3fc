using Regatta.Application.Reading;

namespace Regatta.Application.Publishing;

/// <summary>What came of publishing: the number of the new version, or what stands in the way.</summary>
/// <param name="Number">The version; null when nothing was published.</param>
/// <param name="Problem">What is wrong with the reason, or with the moment.</param>
/// <param name="UnfitProblem">What is wrong with publishing although something does not fit.</param>
public sealed record PublishOutcome(int? Number, string? Problem, string? UnfitProblem);

/// <summary>Freezes a draft, definition and cells, as the next version.</summary>
public sealed class PublishVersion(Versions versions)
{
    /// <param name="actor">Who publishes.</param>
    /// <param name="view">The class as it stands.</param>
    /// <param name="seenRevision">The revision of all the publisher looked at.</param>
    /// <param name="reason">Why.</param>
    /// <param name="meantSo">Whether what does not fit is meant so.</param>
    public async Task<PublishOutcome> RunAsync(Actor actor, ClassView view, long seenRevision, string reason, bool meantSo)
    {
        var unfit = !meantSo && (view.Findings.Any() || view.Remarks.Count > 0) ? "Mend it, or tick that it is meant so." : null;
        var problem = reason.Length switch
        {
            _ when seenRevision != view.Stamp.MatrixRevision =>
                "The draft changed while you were reading. Look at the changes above once more, then publish.",
            0 => "Say why. A changed mark without a reason is not trusted.",
            > PublishedVersion.LongestReason => $"Keep it under {PublishedVersion.LongestReason} letters.",
            _ when view.Newest is not null && view.Changes.Count == 0 =>
                "There is nothing to publish: the draft says what the newest version says.",
            _ => null,
        };
        if (problem is not null || unfit is not null)
        {
            return new(null, problem, unfit);
        }

        return await Retry.RunAsync(() => versions.PublishAsync(view.Ref, seenRevision, actor.Person, reason)) is { } number
            ? new(number, null, null)
            : new(null, "Somebody changed the class or published it meanwhile. Look at the changes once more, then publish.", null);
    }
}
