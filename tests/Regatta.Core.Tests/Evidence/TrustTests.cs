using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

public sealed class TrustTests
{
    [Fact]
    public void A_cell_goes_from_empty_to_entered_to_supported()
    {
        Assert.Equal(CellStatus.Empty, Judge(Luff, []).Status);
        Assert.Equal(CellStatus.Entered, Judge(Slide, [Session(11, 100, 3), Session(11, 100, 3)]).Status);
        Assert.Equal(CellStatus.Supported, Judge(Slide, [Session(11, 100, 3), Session(11, 110, 3.5), Session(11, 90, 2.5)]).Status);
    }

    [Fact]
    public void Sessions_off_the_mark_or_out_of_gate_do_not_count()
    {
        var invalid = Session(11, 100, 3, gates: CheckGates.AllHeld with { SteadyFullSpeed = false });
        var trust = Judge(Slide, [Session(11, 120, 3), invalid, Session(11, 100, 3)]);
        Assert.Equal(CellStatus.Entered, trust.Status);
        Assert.Single(trust.Sessions);
    }

    [Fact]
    public void Helm_far_from_the_aim_contests_a_cell()
    {
        var trust = Judge(Slide, [Session(11, 100, 5), Session(11, 100, 5.5), Session(11, 100, 6)]);
        Assert.Equal(CellStatus.Contested, trust.Status);
        Assert.Contains("5.5° of weather helm", trust.Why);
        Assert.Contains("2.5° is too far off", trust.Why);
    }

    [Fact]
    public void A_season_without_logs_makes_a_cell_stale()
    {
        SessionEvidence[] sessions =
        [
            Session(11, 100, 3, daysAgo: 400),
            Session(11, 100, 3, daysAgo: 380),
            Session(11, 100, 3, daysAgo: 366),
        ];
        Assert.Equal(CellStatus.Stale, Judge(Slide, sessions).Status);
        Assert.Equal(CellStatus.Supported, Judge(Slide, [.. sessions, Session(11, 100, 3, daysAgo: 300)]).Status);
    }

    [Fact]
    public void A_control_without_helm_is_contested_by_slow_sessions()
    {
        var matrix = Matrix(100, 100, 100);
        matrix = matrix with
        {
            Cells = matrix
                .Cells.Append(new(new(Bands.All[1].Id, Luff.Key), Cell.Of(new(2), 0, "", "", CellSource.Entered).Value))
                .ToDictionary(),
        };
        CellStatus Of(params Felt[] felt) =>
            CellTrust.Judge(Class, matrix, Bands.All[1], Luff, felt.Select(how => Session(11, 100, 3, how)), Today).Status;
        Assert.Equal(CellStatus.Contested, Of(Felt.Slow, Felt.RatherSlow, Felt.Fast));
        Assert.Equal(CellStatus.Supported, Of(Felt.Slow, Felt.Usual, Felt.Fast));
    }

    private static CellTrust Judge(Control control, IReadOnlyList<SessionEvidence> sessions) =>
        CellTrust.Judge(Class, Matrix(100, 100, 100), Bands.All[1], control, sessions, Today);
}
