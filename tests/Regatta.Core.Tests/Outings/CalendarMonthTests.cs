using CsCheck;
using Regatta.Core.Outings;

namespace Regatta.Core.Tests.Outings;

public sealed class CalendarMonthTests
{
    [Fact]
    public void A_month_begins_in_the_column_of_its_first_day_and_months_follow_each_other()
    {
        // From memory: 1 December 2026 is a Tuesday, 1 February 2027 a Monday, 1 August 2027 a Sunday.
        Assert.Equal(2, new CalendarMonth(2026, 12).StartsIn);
        Assert.Equal(1, new CalendarMonth(2027, 2).StartsIn);
        Assert.Equal(7, new CalendarMonth(2027, 8).StartsIn);
        Gen.Select(Gen.Int[0, 36_000], Gen.Int[0, 900], Gen.Int[1, 12])
            .Sample(
                (from, on, most) =>
                {
                    var first = new DateOnly(1990, 1, 1).AddDays(from);
                    var months = CalendarMonth.Between(first, first.AddDays(on), most).ToList();
                    Assert.InRange(months.Count, 1, most);
                    Assert.Contains(first, months[0].Days);
                    Assert.Equal(months.Count < most, months[^1].Days.Contains(first.AddDays(on)) && months.Count < most);
                    foreach (var (one, next) in months.Zip(months.Skip(1)))
                    {
                        Assert.Equal(one.Days.Last().AddDays(1), next.Days.First());
                        Assert.Equal(next.StartsIn, ((one.StartsIn - 1 + one.Days.Count()) % 7) + 1);
                    }
                }
            );
    }
}
