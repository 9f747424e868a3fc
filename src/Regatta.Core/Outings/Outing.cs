namespace Regatta.Core.Outings;

/// <summary>What a day on the water is for.</summary>
public enum OutingKind
{
    /// <summary>Training.</summary>
    Training,

    /// <summary>Racing.</summary>
    Race,

    /// <summary>Marking and measuring boats.</summary>
    Marking,
}

/// <summary>What days are for, in words.</summary>
public static class OutingKinds
{
    /// <summary>Each kind with its word, in the order they are offered.</summary>
    public static readonly IReadOnlyList<(OutingKind Kind, string Word)> Words =
    [
        (OutingKind.Training, "training"),
        (OutingKind.Race, "racing"),
        (OutingKind.Marking, "marking and measuring"),
    ];

    /// <summary>The word of a kind.</summary>
    public static string Word(this OutingKind kind) => Words.First(word => word.Kind == kind).Word;

    /// <summary>The kind a category or a word means: the first it looks like, else training.</summary>
    public static OutingKind Read(IEnumerable<string> texts) =>
        texts.Any(text => text.Contains("rac", StringComparison.OrdinalIgnoreCase)) ? OutingKind.Race
        : texts.Any(text => text.StartsWith("marking", StringComparison.OrdinalIgnoreCase)) ? OutingKind.Marking
        : OutingKind.Training;
}

/// <summary>A day on the water as the club's calendar has it.</summary>
/// <param name="Uid">Its name for good, in calendars too.</param>
/// <param name="Kind">Training or racing.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Venue">Where; may be empty.</param>
/// <param name="From">When it begins.</param>
/// <param name="To">When it ends; after <paramref name="From"/>.</param>
/// <param name="Classes">The keys of the classes that sail.</param>
/// <param name="Forecast">The wind that is forecast, as somebody wrote it down; null when nobody did.</param>
/// <param name="Notes">For the duty officer; may be empty.</param>
public sealed record Outing(
    string Uid,
    OutingKind Kind,
    string Title,
    string Venue,
    DateTimeOffset From,
    DateTimeOffset To,
    IReadOnlyList<string> Classes,
    WindRange? Forecast,
    string Notes
)
{
    /// <summary>Where a forecast is meant. Source: WMO-No. 8, the standard height of surface wind.</summary>
    public static readonly Length ForecastHeight = Length.FromMetres(10);

    /// <summary>The forecast as it is at a height; null where nobody wrote one.</summary>
    /// <param name="height">Above the water, above its roughness.</param>
    public WindRange? ForecastAt(Length height) => Forecast?.Times(WindProfile.Ratio(ForecastHeight, height));

    /// <summary>The longest title, venue or note, in characters.</summary>
    public const int LongestText = 500;

    /// <summary>A day on the water is no longer than this; it may go over midnight.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromHours(36);

    /// <summary>Logs of so long before and after still belong to it: people log when they remember, and not to the minute.</summary>
    public static readonly TimeSpan Slack = TimeSpan.FromHours(1);

    /// <summary>When a log was sailed that belongs to it, both ends inside.</summary>
    public (DateTimeOffset From, DateTimeOffset To) LogWindow => (From - Slack, To + Slack);

    /// <summary>The procedures and drills of a class that the day's title or notes call by their name, in any case.</summary>
    public IEnumerable<Procedure> Named(ClassDefinition definition) =>
        Classes.Contains(definition.Key)
            ? definition.Procedures.Where(procedure =>
                Title.Contains(procedure.Name, StringComparison.OrdinalIgnoreCase)
                || Notes.Contains(procedure.Name, StringComparison.OrdinalIgnoreCase)
            )
            : [];

    /// <summary>Refuses what is no day on the water.</summary>
    public static Parsed<Outing> Check(Outing outing) =>
        outing switch
        {
            { Title.Length: 0 or > LongestText } => Parsed<Outing>.Bad("It needs a name."),
            _ when outing.Venue.Length > LongestText || outing.Notes.Length > LongestText => Parsed<Outing>.Bad(
                $"Keep it under {LongestText} letters."
            ),
            _ when outing.To <= outing.From => Parsed<Outing>.Bad("It ends after it begins."),
            _ when outing.To - outing.From > Longest => Parsed<Outing>.Bad(
                $"It is longer than {Longest.TotalHours:0} hours. Make one for each day."
            ),
            _ => Parsed<Outing>.Good(outing),
        };

    /// <summary>The wind an outing had at a height, from the station's whole blocks of its time: from the lightest to the strongest
    /// ten-minute mean, and the strongest gust. Null without a whole block.</summary>
    /// <param name="blocks">The blocks of its time.</param>
    /// <param name="measuredAt">The station's height.</param>
    /// <param name="meantAt">The class's.</param>
    public static WindRange? WindOf(IEnumerable<WindSummary> blocks, Length measuredAt, Length meantAt)
    {
        var whole = blocks.Where(block => block.IsWhole).ToList();
        if (whole.Count == 0)
        {
            return null;
        }

        Speed Here(Func<WindSummary, Speed> of, bool most) =>
            WindProfile.At(
                Speed.FromMetresPerSecond(
                    most ? whole.Max(block => of(block).MetresPerSecond) : whole.Min(block => of(block).MetresPerSecond)
                ),
                measuredAt,
                meantAt
            );
        return WindRange.Of(Here(block => block.Mean, false), Here(block => block.Mean, true), Here(block => block.Gust, true)).Value;
    }
}
