using QRCoder;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The strips of a class for a boat and a paper, with the stickers of the boats, as the page and the printer get them.</summary>
/// <param name="Version">The version whose marks they carry.</param>
/// <param name="Choice">The boat.</param>
/// <param name="Sheet">The strips, and on the last pages the stickers.</param>
/// <param name="Link">The public link the stickers carry; null where they lead members to their card.</param>
public sealed record StripSet(PublishedVersion Version, BoatChoice Choice, StripSheet Sheet, string? Link);

/// <summary>Lays strips and stickers out.</summary>
public sealed class StripMaking(ClubContext here, BoatReadings readings, IReadShareLinks links, RegattaSettings settings)
{
    /// <summary>Lays them out; null before anything is published.</summary>
    /// <param name="boat">The boat's number; null for any boat of the class.</param>
    /// <param name="paper">The paper by its name.</param>
    /// <param name="link">A public link to the card for the stickers; one that leads elsewhere or was withdrawn is left out.</param>
    /// <param name="request">The request, for the address the stickers lead to.</param>
    public async Task<StripSet?> ForAsync(string? boat, string? paper, string? link, HttpRequest request)
    {
        if ((await here.ClassAsync()).Newest is not { } version)
        {
            return null;
        }

        var choice = await readings.ForAsync(here.Class.Class, here.Actor.Person, boat ?? BoatChoice.OfTheClass);
        var shared =
            link is { Length: > 0 } && await links.FindAsync(link) is { Withdrawn: false } known && known.Class == here.Class.Class;
        var address = settings.AddressOf(request);
        IReadOnlyList<BoatSticker> stickers =
        [
            .. (choice.Boat is { } one ? [one] : choice.Boats).Select(boat => new BoatSticker(
                boat.Name,
                version.Class.Name,
                Code(shared ? $"{address}/c/{link}" : address + here.Address("card").With("boat", $"{boat.Number}"))
            )),
        ];
        var sheet = StripSheet.Of(version.Class, version.Set.First, choice.Readings, Paper.Named(Paper.ForStrips, paper));
        return new(version, choice, sheet.With(stickers), shared ? link : null);
    }

    private static IReadOnlyList<IReadOnlyList<bool>> Code(string address)
    {
        using var data = QRCodeGenerator.GenerateQrCode(address, QRCodeGenerator.ECCLevel.M);
        return [.. data.ModuleMatrix.Select(row => (IReadOnlyList<bool>)[.. row.Cast<bool>()])];
    }
}
