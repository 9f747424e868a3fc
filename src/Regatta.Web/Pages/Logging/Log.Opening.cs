namespace Regatta.Web.Pages.Logging;

/// <summary>What the form opens with, and the cards it is read by.</summary>
public sealed partial class LogModel
{
    private PageResult Refused()
    {
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>A log as it was sent, under its own key, so that what is sent now corrects it; what is too old stands as it is.</summary>
    private async Task<IActionResult> OpenAgainAsync(long number)
    {
        if (await logs.OwnAsync(here.Club.Ref, User.Id(), number) is not { } own || own.Class != here.Class.Class)
        {
            return NotFound();
        }

        if (!own.Log.MayBeCorrected(clock.Now))
        {
            return Redirect($"{here.Path}/logbook/{number}");
        }

        var newest = (await here.ClassAsync()).Newest;
        var version = own.Log.Version is { } seen ? await versions.FindAsync(own.Class, seen) ?? newest : newest;
        var boat = own.Boat?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? BoatChoice.OfTheClass;
        await LoadAsync(version, boat, own.Log.Purpose?.Name);
        if (Version is { } known)
        {
            var reader = Who.Reader with { Crew = Who.Reader.Crew with { Mass = own.Log.CrewMass } };
            cards =
            [
                .. own.Log.Runs.Select(run =>
                    CardReading.Of(known, new(run.Wind.Mean, run.Wind.Gust), run.PlanMode.Plan.Name, run.PlanMode.Mode.Name, reader)
                ),
            ];
            Form = new(new LogPrefill(units.Wind, units.Mass, Choice).Again(own.Log, cards, clock));
        }

        return Version is null ? NotFound() : Page();
    }

    private CardReading CardOf(RunFields run) =>
        CardReading.Of(
            Version!,
            new(Asked(run[RunFields.CardWind]) ?? Asked(run["windFrom"]) ?? Class.Helm.ReferenceWind),
            run["plan"],
            run["mode"],
            Who.Reader
        );

    private string CameFrom(CardReading card) =>
        Corrects
            ? "As you sent them" + (Choice.Boat is { } sailed ? $", on {sailed.Name}" : "")
            : $"As your card says for {Said(card.Wind)}, {card.Card.Band.Name}"
                + (card.Effective == card.Wind ? "" : $", read as {Said(card.Effective)} for your crew")
                + (Choice.Boat is { } boat ? $", on {boat.Name}" : "");

    private string Said(Speed wind) => $"{NumberText.Plain(wind.In(units.Wind), 1)} {units.Wind.Symbol()}";

    private Speed? Asked(string? wind) =>
        wind is not null && WindRange.ReadSpeed(wind, units.Wind) is { Ok: true } read ? read.Value : null;

    private async Task LoadAsync(PublishedVersion? version, string? boat, string? purpose)
    {
        Version = version;
        Class = version?.Class ?? (await here.ClassAsync()).Class;
        Who = await readers.ForAsync(here.Class.Class, User.Id(), boat, purpose);
        Who = Who with { Reader = Who.Reader.WithAllAboard((await here.ClassAsync()).OfSailors) };
    }
}
