using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

public sealed class TrustTests
{
    [Fact]
    public void A_cell_goes_from_empty_to_entered_to_supported_with_the_runs_of_its_band()
    {
        Assert.Equal(CellStatus.Empty, Judge(Luff, []).Status);
        Assert.Equal(CellStatus.Entered, Judge(Slide, [Session(11, 100, 3), Session(11, 100, 3)]).Status);
        Assert.Equal(CellStatus.Supported, Judge(Slide, [.. Enumerable.Range(0, 12).Select(_ => Session(11, 100, 3))]).Status);
    }

    [Fact]
    public void A_run_off_the_mark_or_without_it_speaks_of_its_band_too_and_one_out_of_gate_does_not()
    {
        var invalid = Session(11, 100, 3, gates: CheckGates.AllHeld.Without(Gate.SteadyFullSpeed));
        var trust = Judge(Slide, [Session(11, 120, 2.5), invalid, Session(11, 100, 3), Session(18, 100, 3)]);
        Assert.Equal(CellStatus.Entered, trust.Status);
        Assert.Equal(2, trust.Sessions.Count);
        Assert.StartsWith("2 valid helm checks here", trust.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void Three_runs_about_the_aim_cannot_tell_yet()
    {
        var trust = Judge(Slide, [Session(11, 100, 4.2), Session(11, 100, 3.9), Session(11, 100, 4.1)]);
        Assert.Equal(CellStatus.Entered, trust.Status);
        Assert.StartsWith("The logs cannot tell yet.", trust.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void Where_a_band_is_off_the_mark_that_would_cure_it_is_named_and_the_others_are_not_accused()
    {
        var weak = Slide with { Key = new("board"), Name = "Board", HelmPerUnit = 0.02 };
        var both = Class with { Controls = [Slide, weak, Luff] };
        var matrix = Matrix(100, 100, 100) with { Controls = both.Controls };
        matrix = matrix.With([
            .. Bands.All.Select(band => new CellEdit(new(band.Id, weak.Key), Cell.Of(new(100), 10, "", "", CellSource.Entered).Value)),
        ]);
        var far = Enumerable.Range(0, 20).Select(at => Session(11, 100, 6 + (at % 2 * 0.5))).ToList();
        var proposer = new Proposer(
            both,
            matrix,
            HelmFit.Of(new(both, Bands, new(PlanMode.Usual, [State(matrix) with { }], ReferenceCard.Middle(far)), []), far),
            Today
        );
        Assert.Equal(HelmVerdict.Contested, proposer.Helm(Bands.All[1])!.Verdict);
        CellTrust Of(Control control) => CellTrust.Judge(proposer, matrix, Bands.All[1], control);
        Assert.Equal(CellStatus.Contested, Of(Slide).Status);
        Assert.Contains("this one would cure it", Of(Slide).Why, StringComparison.Ordinal);
        Assert.Equal(CellStatus.Entered, Of(weak).Status);
        Assert.Contains("Slide would cure it", Of(weak).Why, StringComparison.Ordinal);
    }

    [Fact]
    public void A_season_without_logs_makes_a_cell_stale()
    {
        List<SessionEvidence> sessions = [.. Enumerable.Range(0, 12).Select(at => Session(11, 100, 3, daysAgo: 366 + at))];
        Assert.Equal(CellStatus.Stale, Judge(Slide, sessions).Status);
        Assert.Equal(CellStatus.Supported, Judge(Slide, [.. sessions, Session(11, 100, 3, daysAgo: 300)]).Status);
    }

    [Fact]
    public void A_control_without_helm_is_judged_by_what_was_said_of_feel_with_or_without_a_helm_check()
    {
        Assert.Equal(CellStatus.Contested, Feel(Felt.Slow, Felt.RatherSlow, Felt.Fast).Status);
        Assert.Equal(CellStatus.Supported, Feel(Felt.Slow, Felt.Usual, Felt.Fast).Status);
        // Said nothing, so it supports nothing.
        Assert.Equal(CellStatus.Entered, Feel(Felt.Usual, Felt.Fast, Felt.NotSaid, Felt.NotSaid).Status);
        Assert.Equal(2, Feel(Felt.Usual, Felt.Fast, Felt.NotSaid).Sessions.Count);
    }

    private static CellTrust Feel(params Felt[] felt)
    {
        var matrix = Matrix(100, 100, 100)
            .With([new(new(Bands.All[1].Id, Luff.Key), Cell.Of(new(2), 0, "", "", CellSource.Entered).Value)]);
        var runs = felt.Select(how => Session(11, 100, 3, how) with { Check = null }).ToList();
        return CellTrust.Judge(new(Class, matrix, Fit(runs), Today), matrix, Bands.All[1], Luff);
    }

    private static CellTrust Judge(Control control, IReadOnlyList<SessionEvidence> sessions)
    {
        var matrix = Matrix(100, 100, 100);
        return CellTrust.Judge(new(Class, matrix, Fit(sessions), Today), matrix, Bands.All[1], control);
    }
}
