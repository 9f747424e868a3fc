using Regatta.Application.Reading;

namespace Regatta.Application.Publishing;

/// <summary>What changed in a class since somebody last looked.</summary>
/// <param name="Since">The version they knew.</param>
/// <param name="Version">The newest.</param>
/// <param name="Changes">What it says otherwise than the one they knew.</param>
public sealed record ClassNews(int Since, PublishedVersion Version, IReadOnlyList<MatrixChange> Changes)
{
    /// <summary>The changes with those of a band, as she is sailed now, first.</summary>
    public IReadOnlyList<MatrixChange> From(WindBand band, PlanMode planMode) =>
        [.. Changes.OrderByDescending(change => change.Band?.Id == band.Id && (change.PlanMode is null || change.PlanMode == planMode))];
}

/// <summary>Tells each member what changed in what they sail, until they have seen it.</summary>
public sealed class TellNews(ClassCache cache, VersionsSeen seen, TimeProvider clock)
{
    /// <summary>Whoever was never told anything hears of a version this young.</summary>
    private static readonly TimeSpan Young = TimeSpan.FromDays(21);

    /// <summary>What somebody has not seen; null where there is nothing.</summary>
    public async Task<ClassNews?> FindAsync(ClassView view, Guid person)
    {
        if (view.Newest is not { Number: > 1 } newest)
        {
            return null;
        }

        var known = await seen.OfAsync(view.Ref, person) ?? (clock.GetUtcNow() - newest.At <= Young ? newest.Number - 1 : newest.Number);
        return known < newest.Number && await cache.ChangesAsync(view.Stamp, known, newest) is { Count: > 0 } changes
            ? new(known, newest, changes)
            : null;
    }

    /// <summary>Somebody has seen what changed up to a version.</summary>
    public Task SeeAsync(ClassView view, Guid person, int version) => seen.SeeAsync(view.Ref, person, version);
}
