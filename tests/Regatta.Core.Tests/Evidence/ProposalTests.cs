using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

public sealed class ProposalTests
{
    private static readonly IReadOnlyList<SessionEvidence> Surely = [.. Sessions(11, 80, 90, 100, 110, 120, 60, 70, 130, 50, 60, 70, 80)];

    [Fact]
    public void Too_much_weather_helm_asks_for_one_step_of_the_control_that_lessens_it()
    {
        var proposal = Propose(Matrix(60, 60, 60))!;
        Assert.Equal(70, proposal.To.Position);
        Assert.InRange(proposal.Now.Mean, 4.2, 5);
        Assert.True(proposal.After < proposal.Now.Mean);
        Assert.InRange(proposal.BetterOfHundred, 80, 99);
        Assert.StartsWith("In 8–14 kn at 6 cm you carry 4.", proposal.Sentence(SpeedUnit.Knot));
        Assert.Contains("+1 cm should bring", proposal.Sentence(SpeedUnit.Knot));
    }

    [Fact]
    public void Lee_helm_asks_for_the_other_way() => Assert.True(Propose(Matrix(60, 150, 160))!.Change < 0);

    [Fact]
    public void Nothing_is_asked_where_the_helm_is_in_tolerance() => Assert.Null(Propose(Matrix(60, 100, 140)));

    [Fact]
    public void Nothing_is_asked_past_the_end_of_the_scale()
    {
        var stuck = Sessions(11, 200, 200, 200, 190, 190)
            .Select(session =>
                session with
                {
                    Check = new(HelmReading.Of(Angle.FromDegrees(7), Angle.FromDegrees(7)).Value, CheckGates.AllHeld, null),
                }
            );
        Assert.Null(Propose(Matrix(200, 200, 200), [.. stuck]));
    }

    [Fact]
    public void Nothing_is_asked_of_a_band_with_an_empty_helm_cell_or_of_a_control_without_helm()
    {
        Assert.Null(Propose(Matrix(60)));
        var proposer = Proposer(Matrix(60, 60, 60), Surely);
        Assert.Null(proposer.For(Bands.All[1], Luff));
    }

    [Fact]
    public void A_mark_that_would_break_the_order_of_the_bands_is_offered_with_a_caution()
    {
        var proposal = Propose(Matrix(60, 60, 60))!;
        Assert.Contains(proposal.Cautions, caution => caution.Contains("breaks the usual order", StringComparison.Ordinal));
        Assert.DoesNotContain(
            Propose(Matrix(60, 60, 90))!.Cautions,
            caution => caution.Contains("breaks the usual order", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Logs_that_contradict_the_declared_direction_are_said_to()
    {
        var backwards = Enumerable.Range(0, 30).Select(at => Session(11, 20 + (at * 5), 3 + (0.06 * ((at * 5) - 60))));
        var proposal = Propose(Matrix(140, 140, 140), [.. backwards])!;
        Assert.Contains(proposal.Cautions, caution => caution.Contains("works the other way", StringComparison.Ordinal));
    }

    [Fact]
    public void The_terms_of_the_explanation_add_up_to_the_expected_helm()
    {
        var proposer = Proposer(Matrix(60, 60, 60), Surely);
        Assert.Equal(proposer.Expected(Bands.All[1])!.Value.Mean, proposer.Explain(Bands.All[1]).Sum(term => term.Degrees), 9);
    }

    [Fact]
    public void The_best_of_each_band_is_one_change() =>
        Assert.All(Proposer(Matrix(60, 60, 60), Surely).BestPerBand().GroupBy(proposal => proposal.Band), band => Assert.Single(band));

    [Fact]
    public void Logs_without_a_helm_mark_or_with_no_valid_check_do_not_move_the_fit()
    {
        var model = new HelmModel(Class, Bands);
        var unmarked = Session(11, 60, 20) with { Marks = new Dictionary<Core.Fleet.ControlKey, Core.Marks.Mark>() };
        var invalid = Session(11, 60, 20, gates: CheckGates.AllHeld with { SteadyFullSpeed = false });
        Assert.Equal(model.Prior.Mean, model.Fit([unmarked, invalid]).Mean);
        Assert.NotEqual(model.Prior.Mean, model.Fit([Session(11, 60, 20)]).Mean);
    }

    private static Proposer Proposer(Matrix matrix, IReadOnlyList<SessionEvidence> sessions)
    {
        var model = new HelmModel(Class, Bands);
        return new(Class, matrix, model, model.Fit(sessions));
    }

    private static Proposal? Propose(Matrix matrix, IReadOnlyList<SessionEvidence>? sessions = null) =>
        Proposer(matrix, sessions ?? Surely).For(Bands.All[1], Slide);
}
