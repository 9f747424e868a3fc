using Regatta.Application.Reading;
using Regatta.Formats.Bundles;

namespace Regatta.Application.Exchange;

/// <summary>Gathers a class up as a bundle that may leave the club: without names, crew masses, and notes and times of day of those who did
/// not agree to share them.</summary>
public sealed class ExportClass(Classes classes, Boats boats, Versions versions, Logs logs)
{
    /// <summary>Who published, as others read it.</summary>
    private const string TheClub = "the club";

    /// <summary>In how many parts a class leaves: in one, unless it has more versions or logs than a file takes.</summary>
    public async Task<int> PartsAsync(ClassRef one)
    {
        var (versionParts, logParts) = (
            Parts(await versions.NewestNumberAsync(one), Limits.PartVersions),
            Parts(await logs.CountAsync(one), Limits.PartLogs)
        );
        // The last versions and the first logs go together.
        return versionParts + logParts - 1;
    }

    /// <summary>The bundle, or one part of it; null when the class is gone or has no such part.</summary>
    /// <param name="one">The class.</param>
    /// <param name="withDraft">Whether it says what the draft does; else what the newest version does, once there is one.</param>
    /// <param name="part">Which part, from 1.</param>
    public async Task<Bundle?> RunAsync(ClassRef one, bool withDraft, int part = 1)
    {
        var parts = await PartsAsync(one);
        if (part < 1 || part > parts || await classes.DraftAsync(one) is not { } draft)
        {
            return null;
        }

        var newest = await versions.NewestNumberAsync(one);
        var versionParts = Parts(newest, Limits.PartVersions);
        var published = await versions.AfterAsync(one, (part - 1) * Limits.PartVersions, Limits.PartVersions);
        var state = withDraft || newest == 0 ? draft.State : (await versions.AfterAsync(one, newest - 1, 1))[0].State;
        return new(
            null,
            [],
            [
                new(
                    state,
                    part > 1
                        ? []
                        :
                        [
                            .. (await boats.AllAsync(one)).Select(boat => new BundledBoat(boat.Name, boat.Note, boat.Measured)
                            {
                                Fittings = boat.Fittings,
                                Sails = boat.Sails,
                                RetiredOn = boat.RetiredOn,
                            }),
                        ],
                    [.. published.Select(version => version with { By = TheClub })],
                    part < versionParts
                        ? []
                        :
                        [
                            .. (await logs.PartAsync(one, (part - versionParts) * Limits.PartLogs, Limits.PartLogs)).Select(
                                log => new BundledLog(null, null, log)
                            ),
                        ]
                ),
            ]
        )
        {
            Part = parts > 1 ? new(part, parts) : null,
        };
    }

    private static int Parts(int many, int ofOne) => Math.Max(1, (many + ofOne - 1) / ofOne);
}
