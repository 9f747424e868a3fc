using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>What evidence says at its ends.</summary>
public sealed class EvidenceBoundTests
{
    [Theory]
    [InlineData(0.5, 0.1, true)]
    [InlineData(-0.5, 0.1, true)]
    [InlineData(0.49, 0.1, false)]
    [InlineData(1, 0.6, true)]
    [InlineData(1, 0.61, false)]
    [InlineData(-1, 0.6, true)]
    // Five checks leave more doubt than their deviation says: t of 5 degrees of freedom, 2.015 (a table of the distribution, from memory).
    [InlineData(1, 0.49, true, 5)]
    [InlineData(1, 0.5, false, 5)]
    public void A_boat_differs_by_half_a_degree_and_beyond_her_doubt(
        double degrees,
        double deviation,
        bool differs,
        double freedom = double.PositiveInfinity
    ) => Assert.Equal(differs, new BoatOffset(1, new(degrees, deviation, freedom)).Differs);

    [Fact]
    public void Only_runs_of_the_first_purpose_tell_of_cells()
    {
        Purpose[] two = [new(new("racing"), "racing"), new(new("fun"), "fun")];
        var (with, without) = (new EvidenceBasis(Class with { Purposes = two }, []), new EvidenceBasis(Class, []));
        var run = Session(10, 100, 3);
        Assert.True(with.Takes(run) && without.Takes(run));
        Assert.True(with.Takes(run with { Purpose = two[0].Key }));
        Assert.False(with.Takes(run with { Purpose = two[1].Key }));
        // A purpose of a class that has none is some other's.
        Assert.False(without.Takes(run with { Purpose = two[0].Key }));
    }

    [Fact]
    public void A_band_is_as_new_as_its_newest_run_in_whichever_order_they_are_counted()
    {
        var runs = Enumerable.Range(0, 6).Select(day => Session(10, 100, 3) with { SailedAt = Today.AddDays(-30 * day) }).ToList();
        var band = Bands.At(Speed.FromKnots(10)).Id;
        foreach (var order in new[] { runs, [.. runs.AsEnumerable().Reverse()] })
        {
            Assert.Equal(Today, PlanModeRuns.Of(Class, order).ValidIn(band).Newest);
            Assert.Equal(6, PlanModeRuns.Of(Class, order).ValidIn(band).Count);
        }
    }
}
