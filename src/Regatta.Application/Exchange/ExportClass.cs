using Regatta.Application.Reading;
using Regatta.Formats.Bundles;

namespace Regatta.Application.Exchange;

/// <summary>Gathers a class up as a bundle that may leave the club: without names, crew masses, and notes and times of day of those who did
/// not agree to share them.</summary>
public sealed class ExportClass(Classes classes, Boats boats, Versions versions, Logs logs)
{
    /// <summary>Who published, as others read it.</summary>
    private const string TheClub = "the club";

    /// <summary>The bundle; null when the class is gone.</summary>
    /// <param name="one">The class.</param>
    /// <param name="withDraft">Whether it says what the draft does; else what the newest version does, once there is one.</param>
    public async Task<Bundle?> RunAsync(ClassRef one, bool withDraft)
    {
        if (await classes.DraftAsync(one) is not { } draft)
        {
            return null;
        }

        var published = await versions.AllAsync(one);
        return new(
            null,
            [],
            [
                new(
                    withDraft || published.Count == 0 ? draft.State : published[0].State,
                    [
                        .. (await boats.AllAsync(one)).Select(boat => new BundledBoat(boat.Name, boat.Note, boat.Measured)
                        {
                            Fittings = boat.Fittings,
                            Sails = boat.Sails,
                            RetiredOn = boat.RetiredOn,
                        }),
                    ],
                    [.. published.Reverse().Select(version => version with { By = TheClub })],
                    [.. (await logs.AllAsync(one)).Select(log => new BundledLog(null, null, log))]
                ),
            ]
        );
    }
}
