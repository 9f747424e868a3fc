using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Logbook;

/// <summary>One session as a sailor logged it.</summary>
/// <param name="Key">Made when the form was opened; the same log sent twice carries the same key and counts once.</param>
/// <param name="SailedAt">When it was sailed.</param>
/// <param name="Wind">In what wind.</param>
/// <param name="CrewMass">All aboard; private to who logged it.</param>
/// <param name="Marks">The marks as sailed.</param>
/// <param name="Check">The helm check, or null when none was done.</param>
/// <param name="Luffing">What broke first.</param>
/// <param name="Felt">How it felt.</param>
/// <param name="Note">A remark; may be empty.</param>
/// <param name="Version">The published version the card showed, or null.</param>
public sealed record SessionLog(
    Guid Key,
    DateTimeOffset SailedAt,
    WindRange Wind,
    Mass? CrewMass,
    IReadOnlyDictionary<ControlKey, Mark> Marks,
    HelmCheck? Check,
    Luffing Luffing,
    Felt Felt,
    string Note,
    int? Version
)
{
    /// <summary>With which sails, sailed how.</summary>
    public Layer Layer { get; init; } = Layer.Usual;

    /// <summary>How much stronger the wind was for the crew aboard than for the crew the class was tuned with; 1 when that is not
    /// known.</summary>
    public double WindFactor { get; init; } = 1;

    /// <summary>No crew makes the wind less than this.</summary>
    public const double LeastWindFactor = 0.1;

    /// <summary>No crew makes the wind more than this.</summary>
    public const double MostWindFactor = 10;

    /// <summary>Where its marks came from; a mark that is not here was kept before that was asked.</summary>
    public IReadOnlyDictionary<ControlKey, AskedMark> Asked { get; init; } = new Dictionary<ControlKey, AskedMark>();

    /// <summary>The longest note, in characters.</summary>
    public const int LongestNote = Limits.NoteLetters;

    /// <summary>Phones' clocks differ by so much at the most; beyond it a session lies in the future.</summary>
    public static readonly TimeSpan ClockSlack = TimeSpan.FromMinutes(10);

    /// <summary>The heaviest crew anybody enters.</summary>
    public static readonly Mass HeaviestCrew = Mass.FromKilograms(1500);

    /// <summary>What the fit may know of it: everything but who sailed and how heavy they were.</summary>
    /// <param name="number">The log's number.</param>
    /// <param name="boat">The boat's number; null when none was named.</param>
    public SessionEvidence Evidence(long number, long? boat) =>
        new(number, SailedAt, Wind, Marks, Check, Felt)
        {
            Layer = Layer,
            Boat = boat,
            WindFactor = WindFactor,
            Asked = Asked,
        };

    /// <summary>What may leave the club without its sailor's leave: the day instead of the minute, in UTC, and no note.</summary>
    public SessionLog ForOthers() => this with { SailedAt = new(SailedAt.UtcDateTime.Date, TimeSpan.Zero), Note = "" };

    /// <summary>Refuses a session that has not been sailed yet.</summary>
    public static Parsed<DateTimeOffset> CheckTime(DateTimeOffset sailedAt, DateTimeOffset now) =>
        sailedAt > now + ClockSlack
            ? Parsed<DateTimeOffset>.Bad("That is still to come. Log a session once it is sailed.")
            : Parsed<DateTimeOffset>.Good(sailedAt);

    /// <summary>Reads a crew's mass as written, with a unit or in the reader's.</summary>
    public static Parsed<Mass> ReadCrewMass(string text, MassUnit assumed) =>
        NumberText
            .ReadWithUnit(text, assumed, MassUnits.Named, "kg or lb")
            .Then(read =>
                read.Number <= 0 || Mass.From(read.Number, read.Unit).Kilograms > HeaviestCrew.Kilograms
                    ? Parsed<Mass>.Bad(
                        $"A crew’s mass lies between 0 and {NumberText.Plain(HeaviestCrew.In(read.Unit), 0)} {read.Unit.Symbol()}."
                    )
                    : Parsed<Mass>.Good(Mass.From(read.Number, read.Unit))
            );

    /// <summary>Reads heel as written: degrees, + to leeward.</summary>
    public static Parsed<Angle> ReadHeel(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is not ("" or "°" or "deg" or "degrees") || Math.Abs(read.Number) > 90
                    ? Parsed<Angle>.Bad("Heel is written in degrees, −90 to 90, + to leeward.")
                    : Parsed<Angle>.Good(Angle.FromDegrees(read.Number))
            );
}
