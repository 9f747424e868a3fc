using CsCheck;
using Regatta.Application;

namespace Regatta.Web.Tests;

public sealed class ClubTimeTests
{
    [Theory]
    [InlineData("UTC", "2026-12-01T06:59:00Z", "2026-11-30T07:00:00Z")]
    [InlineData("UTC", "2026-12-01T07:00:00Z", "2026-12-01T07:00:00Z")]
    [InlineData("Etc/GMT-13", "2026-12-01T18:30:00Z", "2026-12-01T18:00:00Z")]
    public void The_last_morning_is_that_of_the_zone(string zone, string now, string morning) =>
        Assert.Equal(DateTimeOffset.Parse(morning, null), Zone(zone).LastAt(DateTimeOffset.Parse(now, null), new TimeOnly(7, 0)));

    [Fact]
    public void It_is_never_later_than_now_nor_more_than_a_day_and_an_hour_ago_whatever_the_clocks_do() =>
        Gen.Select(Gen.Int[0, 60 * 24 * 800], Gen.Int[0, (24 * 60) - 1], Gen.OneOfConst("UTC", "WET", "CET", "EET"))
            .Sample(
                (minutes, time, zone) =>
                {
                    var now = new DateTimeOffset(2026, 1, 1, 0, 0, 0, TimeSpan.Zero).AddMinutes(minutes);
                    var last = Zone(zone).LastAt(now, new TimeOnly(time / 60, time % 60));
                    return last <= now && now - last < TimeSpan.FromHours(25.1);
                }
            );

    private static TimeZoneInfo Zone(string id) => TimeZoneInfo.FindSystemTimeZoneById(id);
}
