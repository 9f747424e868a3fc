using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>Edges and signs of rules that the documents state in words.</summary>
public sealed class EdgeTests
{
    [Fact]
    public void The_heel_a_class_aims_at_is_taken_off_what_was_noted()
    {
        var keeled = Class with { Balance = new(BalanceKind.Tiller, Angle.FromDegrees(15)) };
        double Row(ClassDefinition definition, double heel) =>
            new HelmModel(definition, Bands, new(PlanMode.Usual, []), [])
                .Run(
                    Session(11, 100, 3) with
                    {
                        Check = new(HelmReading.Of(Angle.FromDegrees(3), null).Value, CheckGates.AllHeld, Angle.FromDegrees(heel)),
                    },
                    (3, 9)
                )!
                .Row[HelmModel.Heel];
        Assert.Equal(0, Row(keeled, 15), 9);
        Assert.Equal(5, Row(keeled, 20), 9);
        Assert.Equal(-3, Row(keeled, 12), 9);
        Assert.Equal(15, Row(Class, 15), 9);
    }

    [Theory]
    [InlineData(30, true)]
    [InlineData(31, false)]
    [InlineData(-31, false)]
    [InlineData(-30, true)]
    public void Beyond_thirty_degrees_either_way_a_check_does_not_count(double heel, bool counts) =>
        Assert.Equal(
            counts,
            CheckValidity
                .Of(new(HelmReading.Of(Angle.FromDegrees(3), Angle.FromDegrees(3)).Value, CheckGates.AllHeld, Angle.FromDegrees(heel)))
                .Weight > 0
        );

    [Fact]
    public void From_the_wrong_side_of_neutral_four_steps_are_offered_and_else_two()
    {
        // Lee helm of some two degrees where the class aims at three of weather helm.
        var lee = Steps(Enumerable.Range(0, 12).Select(at => Session(11, at % 2 == 0 ? 190 : 200, -2 + (0.2 * (at % 3)))), 200);
        var weather = Steps(Sessions(11, 20, 10, 20, 10, 20, 10, 20, 10, 20, 10), 10);
        Assert.InRange(lee, 3, 4);
        Assert.InRange(weather, 1, 2);

        static double Steps(IEnumerable<SessionEvidence> runs, double mark) =>
            Math.Abs(Judge(Matrix(mark, mark, mark), runs).For(Bands.All[1], Slide)!.Change) / Slide.Scale.Step;
    }

    [Theory]
    [InlineData(2, 4, CellStatus.Supported)]
    [InlineData(3, 4, CellStatus.Contested)]
    [InlineData(1, 4, CellStatus.Supported)]
    public void Exactly_half_against_a_mark_does_not_contest_it(int against, int of, CellStatus status)
    {
        var runs = Enumerable
            .Range(0, of)
            .Select(at => Session(11, 100, 3, at < against ? Felt.Slow : Felt.Fast) with { Number = at + 1 })
            .ToList();
        var matrix = Matrix(100, 100, 100);
        var marked = matrix with
        {
            Cells = matrix
                .Cells.Append(new(new(Bands.All[1].Id, Luff.Key), Cell.Of(new(2), 0, "", "", CellSource.Entered).Value))
                .ToDictionary(),
        };
        Assert.Equal(status, CellTrust.Judge(Judge(marked, runs), marked, Bands.All[1], Luff).Status);
    }

    [Fact]
    public void No_more_are_out_on_the_wire_than_are_aboard_and_a_rule_of_a_band_that_is_not_there_is_silent()
    {
        var rule = CrewRule.Of(Mass.FromKilograms(150), 40, Length.FromMetres(1.1), new(2)).Value;
        Assert.False(rule.With(2, 3, Length.FromMetres(1)).Ok);
        Assert.True(rule.With(2, 2, Length.FromMetres(1)).Ok);
        var two = rule.With(2, 1, Length.FromMetres(1)).Value;
        // Four who say they are on the wire of a boat for two count as two.
        Assert.Equal(
            two.RightingMoment(new(Mass.FromKilograms(150)) { OnWire = 2 }),
            two.RightingMoment(new(Mass.FromKilograms(150)) { OnWire = 4 }),
            9
        );
        var light = new CrewProfile(Mass.FromKilograms(110));
        Assert.True(rule.Effective(Speed.FromKnots(12), light, Bands) > Speed.FromKnots(12));
        Assert.Equal(Speed.FromKnots(12), (rule with { FromBand = new(9) }).Effective(Speed.FromKnots(12), light, Bands));
        Assert.NotEmpty((Class with { Crew = CrewReading.By(rule with { FromBand = new(9) }) }).Problems());
    }

    private static Proposer Judge(Matrix matrix, IEnumerable<SessionEvidence> runs)
    {
        var state = new ClassState(Class, matrix.Cells.ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Key), cell => cell.Value));
        return new(Class, matrix, HelmFit.Of(new HelmModel(Class, Bands, new(PlanMode.Usual, [state]), []), [.. runs]), Today);
    }
}
