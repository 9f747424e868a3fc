using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

public sealed class ProposalTests
{
    private static readonly IReadOnlyList<SessionEvidence> Surely = [.. Sessions(11, 80, 90, 100, 110, 120, 60, 70, 130, 50, 60, 70, 80)];

    [Fact]
    public void Too_much_weather_helm_asks_for_the_smallest_change_worth_making_of_the_control_that_lessens_it()
    {
        var proposal = Propose(Matrix(60, 60, 60))!;
        // A step of it is worth a little less than half a degree: two are asked for.
        Assert.Equal(80, proposal.To.Position);
        Assert.InRange(proposal.Now.Mean, 4.2, 5);
        Assert.True(proposal.After < proposal.Now.Mean);
        Assert.InRange(proposal.BetterOfHundred, 80, 99);
        Assert.StartsWith("In 8–14 kn at 6 cm you carry 4.", proposal.Sentence(SpeedUnit.Knot));
        Assert.Contains("+2 cm should bring", proposal.Sentence(SpeedUnit.Knot));
    }

    [Fact]
    public void Lee_helm_asks_for_the_other_way() => Assert.True(Propose(Matrix(60, 150, 160))!.Change < 0);

    [Fact]
    public void Nothing_is_asked_where_the_helm_is_in_tolerance() => Assert.Null(Propose(Matrix(60, 100, 140)));

    [Fact]
    public void Nothing_is_asked_of_an_empty_cell_or_of_a_control_without_helm()
    {
        Assert.Null(Propose(Matrix(60)));
        Assert.Null(Proposer(Matrix(60, 60, 60), Surely).For(Bands.All[1], Luff));
    }

    [Fact]
    public void Nothing_is_asked_of_a_band_with_fewer_than_three_valid_runs_and_the_reason_is_said()
    {
        var far = Sessions(11, 20, 20).Append(Session(20, 20, 9)).ToList();
        var proposer = Proposer(Matrix(20, 20, 20), far);
        Assert.True(proposer.Helm(Bands.All[1])!.IsOff);
        Assert.Null(proposer.For(Bands.All[1], Slide));
        Assert.Contains("2 valid helm checks here; 3 are needed", proposer.WhyNothing(Bands.All[1]), StringComparison.Ordinal);
        Assert.NotNull(Proposer(Matrix(20, 20, 20), [.. far, .. Sessions(11, 20)]).For(Bands.All[1], Slide));
    }

    [Fact]
    public void A_band_whose_marks_are_at_the_end_says_so()
    {
        var stuck = Enumerable.Range(0, 8).Select(_ => Session(11, 200, 7)).ToList();
        var proposer = Proposer(Matrix(200, 200, 200), stuck);
        Assert.Null(proposer.For(Bands.All[1], Slide));
        Assert.Equal("Slide is at the end of its scale.", proposer.WhyNothing(Bands.All[1]));
    }

    // models M7, the sign rule.
    [Theory]
    [InlineData(3, -0.3, 0.5, true)]
    [InlineData(3, -2, -1.2, true)]
    [InlineData(3, 5, -0.2, false)]
    [InlineData(3, 0.6, -0.2, false)]
    [InlineData(0, 1.2, -0.3, true)]
    [InlineData(0, 2.5, -1.4, false)]
    public void A_step_may_not_carry_the_helm_past_neutral_but_out_of_lee_helm(double target, double now, double after, bool allowed) =>
        Assert.Equal(
            allowed,
            Core.Evidence.Proposer.KeepsSign(now, after, new(Angle.FromDegrees(target), Angle.FromDegrees(1), Speed.FromKnots(11), 0.1))
        );

    // Common practice: lee helm is cured in larger steps than weather helm.
    [Fact]
    public void Out_of_lee_helm_up_to_four_steps_are_taken_at_once()
    {
        var lee = Enumerable.Range(0, 10).Select(at => Session(11, 100, at % 2 == 0 ? -2.2 : -1.8)).ToList();
        var proposals = Enumerable.Range(0, 8).Select(_ => Proposer(Matrix(100, 100, 100), lee).For(Bands.All[1], Slide)!).ToList();
        Assert.All(proposals, proposal => Assert.InRange(proposal.Change, -40, -10));
        Assert.True(proposals[0].After > proposals[0].Now.Mean);
    }

    [Fact]
    public void A_proposal_is_spoken_for_by_valid_sessions_that_are_off_on_its_side_alone()
    {
        var proposal = Propose(Matrix(60, 60, 60))!;
        Assert.True(proposal.IsSpokenForBy(Session(11, 60, 5), Class.Helm));
        Assert.False(proposal.IsSpokenForBy(Session(11, 60, 3.5), Class.Helm));
        Assert.False(proposal.IsSpokenForBy(Session(11, 60, 0), Class.Helm));
        Assert.False(proposal.IsSpokenForBy(Session(11, 60, 5, gates: CheckGates.AllHeld.Without(Gate.SteadyFullSpeed)), Class.Helm));
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
        Assert.Equal(proposer.Helm(Bands.All[1])!.Expected.Mean, proposer.Explain(Bands.All[1]).Sum(term => term.Degrees), 9);
    }

    [Fact]
    public void What_is_worth_trying_first_stands_in_front_and_is_the_surest_of_those_changed_alike()
    {
        var proposals = Proposer(Matrix(60, 60, 60), Surely).In(Bands.All[1]);
        Assert.Equal([Slide.Key], proposals.Select(proposal => proposal.Control.Key));
    }

    [Fact]
    public void Logs_with_no_valid_check_do_not_move_the_fit_and_those_without_a_mark_move_it_less()
    {
        double Moved(SessionEvidence session) => Math.Abs(Fit([session]).Posterior.Mean[0] - Class.Helm.Target.Degrees);
        var unmarked = Session(11, 100, 8) with { Marks = new Dictionary<ControlKey, Core.Marks.Mark>() };
        Assert.Equal(0, Moved(Session(11, 60, 20, gates: CheckGates.AllHeld.Without(Gate.SteadyFullSpeed))));
        Assert.InRange(Moved(unmarked), 0.1, Moved(Session(11, 100, 8)) - 0.01);
    }

    private static Proposer Proposer(Matrix matrix, IReadOnlyList<SessionEvidence> sessions) => new(Class, matrix, Fit(sessions), Today);

    private static Proposal? Propose(Matrix matrix, IReadOnlyList<SessionEvidence>? sessions = null) =>
        Proposer(matrix, sessions ?? Surely).For(Bands.All[1], Slide);
}
