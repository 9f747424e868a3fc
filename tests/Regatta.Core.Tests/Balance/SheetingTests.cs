using CsCheck;

namespace Regatta.Core.Tests.Balance;

/// <summary>Targets beside marks: models M5, and what follows from the wind's profile.</summary>
public sealed class SheetingTests
{
    [Theory]
    [InlineData(0.030, 0.360, 4.780)]
    [InlineData(0.10, 2.30, 2.492)]
    public void A_boom_stands_off_by_an_angle(double off, double boom, double angle)
    {
        Assert.Equal(angle, Sheeting.AngleOf(Length.FromMetres(off), Length.FromMetres(boom)).Degrees, 3);
    }

    [Fact]
    public void The_wind_asks_for_more_twist_the_taller_the_sail_and_for_none_without_height() =>
        Gen.Double[3, 12]
            .Select(Gen.Double[1, 12])
            .Sample(
                (wind, head) =>
                {
                    Angle Twist(double to) =>
                        Sheeting.Twist(
                            Speed.FromMetresPerSecond(wind),
                            Length.FromMetres(3),
                            Length.FromMetres(0.8),
                            Length.FromMetres(to),
                            Length.FromMetres(4)
                        );
                    return Math.Abs(Twist(0.8).Degrees) < 1e-9
                        && Twist(head + 1).Degrees > Twist(head).Degrees
                        && Twist(head).Degrees is > 0 and < 20;
                }
            );

    [Fact]
    public void A_lateen_hangs_over_her_hull_heeled_further_the_further_its_centre_stands_out()
    {
        static SideShape Sail(double aft) =>
            new(
                "sail",
                [
                    new(Length.FromMetres(2.5), Length.FromMetres(0.8)),
                    new(Length.FromMetres(2.5 - aft), Length.FromMetres(1.2)),
                    new(Length.FromMetres(2), Length.FromMetres(4.6)),
                ]
            );
        var mast = new SidePoint(Length.FromMetres(2.5), default);
        Assert.InRange(Sheeting.OverTheHull(Sail(2), mast).Degrees, 10, 30);
        Assert.True(Sheeting.OverTheHull(Sail(3), mast).Degrees > Sheeting.OverTheHull(Sail(2), mast).Degrees);
    }
}
