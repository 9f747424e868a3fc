using Regatta.Application.Reading;
using Regatta.Formats.Bundles;
using Regatta.Store;

namespace Regatta.Application.Exchange;

/// <summary>Gathers a class up as a bundle, without names and crew masses.</summary>
public sealed class ExportClass(Classes classes, Boats boats, Versions versions, Logs logs)
{
    /// <summary>The bundle; null when the class is gone.</summary>
    public async Task<Bundle?> RunAsync(ClassRef one)
    {
        if (await classes.DraftAsync(one) is not { } draft)
        {
            return null;
        }

        return new(
            null,
            [],
            [
                new(
                    new(draft.Class, draft.State.Cells),
                    [.. (await boats.AllAsync(one)).Select(boat => new BundledBoat(boat.Name, boat.Note, boat.Measured))],
                    [.. (await versions.AllAsync(one)).Reverse()],
                    [.. (await logs.AllAsync(one)).Select(log => new BundledLog(null, null, log))]
                ),
            ]
        );
    }
}
