namespace Regatta.Core.Outings;

/// <summary>A month as a calendar shows it.</summary>
/// <param name="Year">The year.</param>
/// <param name="Month">1 to 12.</param>
public readonly record struct CalendarMonth(int Year, int Month)
{
    /// <summary>Its days in their order.</summary>
    public IEnumerable<DateOnly> Days
    {
        get
        {
            var (year, month) = (Year, Month);
            return Enumerable.Range(1, DateTime.DaysInMonth(year, month)).Select(day => new DateOnly(year, month, day));
        }
    }

    /// <summary>The column of its first day, where weeks begin on Monday: 1 to 7.</summary>
    public int StartsIn => (((int)new DateOnly(Year, Month, 1).DayOfWeek + 6) % 7) + 1;

    /// <summary>The month of a day.</summary>
    public static CalendarMonth Of(DateOnly day) => new(day.Year, day.Month);

    /// <summary>The months from that of one day to that of another, no more than so many; the first alone where the other is
    /// earlier.</summary>
    public static IEnumerable<CalendarMonth> Between(DateOnly from, DateOnly to, int most)
    {
        var months = Math.Max(0, ((to.Year - from.Year) * 12) + to.Month - from.Month) + 1;
        var first = new DateOnly(from.Year, from.Month, 1);
        return Enumerable.Range(0, Math.Min(months, most)).Select(on => Of(first.AddMonths(on)));
    }
}
