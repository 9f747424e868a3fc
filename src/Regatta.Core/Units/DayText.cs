using System.Globalization;

namespace Regatta.Core.Units;

/// <summary>A day of the calendar as a field has it: 2026-05-31.</summary>
public static class DayText
{
    private const string Written = "yyyy-MM-dd";

    /// <summary>Writes a day.</summary>
    public static string Write(DateOnly day) => day.ToString(Written, CultureInfo.InvariantCulture);

    /// <summary>Reads a day; any other text is refused with how one is written.</summary>
    public static Parsed<DateOnly> Read(string text) =>
        DateOnly.TryParseExact(text.Trim(), Written, CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
            ? Parsed<DateOnly>.Good(day)
            : Parsed<DateOnly>.Bad("Write the day like 2026-05-31.");
}
