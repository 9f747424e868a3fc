using System.Text.RegularExpressions;

namespace Regatta.Core.Matrices;

/// <summary>Finds out what the headings of somebody else's table name: a wind band by its name or its wind, a control by its name or a
/// synonym.</summary>
public static partial class HeadWords
{
    /// <summary>Edges that differ by no more than this are the same edge written in another unit or rounded.</summary>
    private const double SameEdgeKnots = 0.6;

    /// <summary>The band a heading names, and why that is not certain.</summary>
    /// <param name="bands">The bands there are.</param>
    /// <param name="text">The heading.</param>
    /// <param name="unit">What its winds are in when it does not say.</param>
    public static (WindBand? Band, string? Doubt) Band(WindBands bands, string text, SpeedUnit unit)
    {
        var plain = text.Trim().TrimEnd(':');
        if (plain.Length == 0)
        {
            return (null, null);
        }

        var named = bands.All.FirstOrDefault(band => string.Equals(band.Name, plain, StringComparison.OrdinalIgnoreCase));
        if (
            named is not null
            || bands.All.Where(band => Words(plain).Contains(band.Name, StringComparer.OrdinalIgnoreCase)).Take(2).ToList() is [var only]
                && (named = only) is not null
        )
        {
            return (named, null);
        }

        return
            WindOf(bands, plain, unit) is var (from, to)
            && bands.At(Speed.Between(from, to)) is var band
            && band.Contains(Speed.Between(from, to))
            ? (
                band,
                Same(band.From, from) && Same(band.To, to) ? null : $"the nearest band runs from {Knots(band.From)} to {Knots(band.To)} kn"
            )
            : (null, null);

        static bool Same(Speed one, Speed other) => Math.Abs(one.Knots - other.Knots) <= SameEdgeKnots;

        static string Knots(Speed wind) => NumberText.Plain(wind.Knots, 1);
    }

    /// <summary>The control a heading names, and why that is not certain.</summary>
    public static (Control? Control, string? Doubt) Control(IReadOnlyList<Control> controls, string text)
    {
        var plain = NameOf(text);
        if (plain.Length == 0)
        {
            return (null, null);
        }

        if (controls.FirstOrDefault(control => control.IsCalled(plain)) is { } exact)
        {
            return (exact, null);
        }

        var parts = plain.Split('/', ',', '=', '|').Select(part => part.Trim()).Where(part => part.Length > 0).ToList();
        var byPart = controls.Where(control => parts.Any(control.IsCalled)).ToList();
        if (byPart.Count == 1)
        {
            return (byPart[0], null);
        }

        var within = controls
            .Where(control =>
                control
                    .Synonyms.Append(control.Name)
                    .Any(name =>
                        Words(plain).Any(word => string.Equals(word, name, StringComparison.OrdinalIgnoreCase))
                        || $" {plain} ".Contains($" {name} ", StringComparison.OrdinalIgnoreCase)
                    )
            )
            .ToList();
        return within.Count == 1 ? (within[0], $"“{plain}” taken for {within[0].Name}") : (null, null);
    }

    /// <summary>The heading of a control that is certain: with its datum where some measure from another.</summary>
    public static string Of(Control control) => control.OtherDatum is null ? control.Name : $"{control.Name}, from {control.Datum}";

    /// <summary>The unit a heading gives in brackets, such as "Outhaul (cm)"; empty without one.</summary>
    public static string UnitOf(string text) =>
        InBrackets().Match(text) is { Success: true } match && LengthUnits.Named(match.Groups["in"].Value.Trim()) is not null
            ? match.Groups["in"].Value.Trim()
            : "";

    /// <summary>A heading without what it says in brackets.</summary>
    public static string NameOf(string text) => InBrackets().Replace(text, " ").Trim().TrimEnd(':').Trim();

    /// <summary>What a cell says in the unit of its heading: a number that stands alone gets the unit behind it.</summary>
    public static string InUnit(string text, string unit) =>
        unit.Length > 0 && text.Length > 0 && (char.IsDigit(text[^1]) || "½¼¾⅛⅜⅝⅞".Contains(text[^1])) ? $"{text} {unit}" : text;

    private static string[] Words(string text) => text.Split([' ', ',', ':', '/', '(', ')', '\n'], StringSplitOptions.RemoveEmptyEntries);

    /// <summary>What a heading's wind comes to among bands; a number that stands alone is no wind.</summary>
    private static (Speed From, Speed To)? WindOf(WindBands bands, string text, SpeedUnit unit) =>
        Wind(text, unit) is not { } wind || text.All(letter => char.IsAsciiDigit(letter) || letter is '.' or ',') ? null
        : (wind.From ?? bands.From, wind.To ?? bands.To) is var (from, to) && (from < to || wind.From == wind.To) ? (from, to)
        : null;

    /// <summary>A heading's wind: "8–12 kn", "F3", "Bft 3-4", "&lt; 5", "20+", "over 20", "10"; null where it is none.</summary>
    /// <param name="text">The heading.</param>
    /// <param name="unit">What it is in when it does not say.</param>
    public static HeadWind? Wind(string text, SpeedUnit unit)
    {
        if (Force().Match(text) is { Success: true } force)
        {
            var low = int.Parse(force.Groups["low"].Value, System.Globalization.CultureInfo.InvariantCulture);
            var high = force.Groups["high"].Success
                ? int.Parse(force.Groups["high"].Value, System.Globalization.CultureInfo.InvariantCulture)
                : low;
            return low <= high && high < 12 ? new(Beaufort.Starts(low), Beaufort.Starts(high + 1), unit) : null;
        }

        var match = WindText().Match(text);
        if (!match.Success || (match.Groups["unit"].Success ? SpeedUnits.Named(match.Groups["unit"].Value) : unit) is not { } known)
        {
            return null;
        }

        var one = Number(match.Groups["one"].Value, known);
        return match switch
        {
            _ when match.Groups["two"].Success => Number(match.Groups["two"].Value, known) is var two && two > one
                ? new(one, two, known)
                : null,
            _ when match.Groups["under"].Success => new(null, one, known),
            _ when match.Groups["over"].Success => new(one, null, known),
            _ => new(one, one, known),
        };
    }

    private static Speed Number(string text, SpeedUnit unit) =>
        Speed.From(double.Parse(text.Replace(',', '.'), System.Globalization.CultureInfo.InvariantCulture), unit);

    [GeneratedRegex(@"[(\[](?<in>[^)\]]*)[)\]]", RegexOptions.NonBacktracking)]
    private static partial Regex InBrackets();

    [GeneratedRegex(
        @"^(?:f|bft|force|beaufort)\s*(?<low>[0-9]{1,2})(?:\s*(?:-|–|to)\s*(?<high>[0-9]{1,2}))?$"
            + @"|^(?<low>[0-9]{1,2})(?:\s*(?:-|–|to)\s*(?<high>[0-9]{1,2}))?\s*(?:bft|beaufort)$",
        RegexOptions.IgnoreCase | RegexOptions.NonBacktracking
    )]
    private static partial Regex Force();

    [GeneratedRegex(
        @"^(?<under><|≤|under|below|up to|to)?\s*(?<over>>|≥|over|above|from)?\s*"
            + @"(?<one>[0-9]{1,3}(?:[.,][0-9])?)\s*(?:(?:-|–|—|to|\.\.)\s*(?<two>[0-9]{1,3}(?:[.,][0-9])?))?\s*(?<over>\+)?\s*"
            + @"(?<unit>[a-z]+(?:/[a-z]+)?)?\s*(?<over>\+)?$",
        RegexOptions.IgnoreCase | RegexOptions.NonBacktracking
    )]
    private static partial Regex WindText();
}

/// <summary>What a heading says of the wind.</summary>
/// <param name="From">From where on; null for from the lowest there is.</param>
/// <param name="To">To where, the same as <paramref name="From"/> for one wind alone; null for up to the highest there is.</param>
/// <param name="Unit">What it is said in.</param>
public sealed record HeadWind(Speed? From, Speed? To, SpeedUnit Unit);
