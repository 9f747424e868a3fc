namespace Regatta.Core.Tests.Checks;

/// <summary>A balance in words, and a heel as it is read, at their ends.</summary>
public sealed class CheckWordTests
{
    [Theory]
    [InlineData(BalanceKind.Tiller, 3.14, "3.1° of weather helm")]
    [InlineData(BalanceKind.Tiller, -3.14, "3.1° of lee helm")]
    [InlineData(BalanceKind.Tiller, 0.04, "no helm")]
    [InlineData(BalanceKind.Tiller, -0.04, "no helm")]
    [InlineData(BalanceKind.Tiller, 0.12, "0.1° of weather helm")]
    [InlineData(BalanceKind.Radio, 2, "2° of weather helm")]
    [InlineData(BalanceKind.Sailboard, 2.27, "2.3 of back-hand pull")]
    [InlineData(BalanceKind.Sailboard, -1.5, "1.5 of front-hand pull")]
    [InlineData(BalanceKind.Sailboard, 0.04, "equal pull")]
    [InlineData(BalanceKind.Sailboard, -0.04, "equal pull")]
    public void A_balance_is_said_to_a_tenth_and_on_which_side(BalanceKind kind, double degrees, string said) =>
        Assert.Equal(said, new BalanceCheck(kind, null).Describe(Angle.FromDegrees(degrees)));

    [Theory]
    [InlineData("25", 25.0)]
    [InlineData("-25 deg", -25.0)]
    [InlineData("10°", 10.0)]
    [InlineData("0 degrees", 0.0)]
    [InlineData("25.1", null)]
    [InlineData("-25.1", null)]
    [InlineData("10 rad", null)]
    [InlineData("much", null)]
    public void A_heel_is_read_in_degrees_up_to_the_most(string text, double? degrees) =>
        Assert.Equal(degrees, BalanceCheck.ReadHeel(text) is { Ok: true, Value: var heel } ? heel.Degrees : null);

    [Fact]
    public void The_steps_say_the_heel_she_is_checked_at()
    {
        static string Steps(BalanceCheck check) => string.Join(' ', check.Steps);
        Assert.Contains("At 12° of heel", Steps(new(BalanceKind.Tiller, Angle.FromDegrees(12.4))), StringComparison.Ordinal);
        Assert.Contains("Hiked flat", Steps(new(BalanceKind.Tiller, null)), StringComparison.Ordinal);
        Assert.DoesNotContain("Hiked", Steps(new BalanceCheck(BalanceKind.Tiller, null) { Hiked = false }), StringComparison.Ordinal);
    }

    [Fact]
    public void Every_kind_asks_close_hauled_upwind_alone_and_each_gate_once()
    {
        Assert.All(
            Enum.GetValues<BalanceKind>(),
            kind =>
            {
                var check = new BalanceCheck(kind, null);
                var upwind = check.Gates(upwind: true).Select(gate => gate.Gate).ToList();
                Assert.Contains(Gate.CloseHauled, upwind);
                Assert.Equal(upwind.Where(gate => gate != Gate.CloseHauled), check.Gates(upwind: false).Select(gate => gate.Gate));
                Assert.Equal(upwind.Count, upwind.Distinct().Count());
            }
        );
    }

    [Theory]
    [InlineData(1, true)]
    [InlineData(-6, true)]
    [InlineData(6, true)]
    [InlineData(7, false)]
    [InlineData(-7, false)]
    [InlineData(0, false)]
    public void A_cure_moves_a_control_by_some_steps(int steps, bool holds)
    {
        var cure = new Cure(Sign.TurnsUp, CureKind.Sail, "It helps.") { Control = new("vang"), Steps = steps };
        Assert.Equal(holds, cure.Problem is null);
        Assert.NotNull((cure with { Why = "" }).Problem);
        Assert.NotNull((cure with { Act = new string('a', Control.LongestText + 1) }).Problem);
        Assert.NotNull(new Cure(Sign.TurnsUp, CureKind.Free, "It helps.").Problem);
        Assert.Null(new Cure(Sign.TurnsUp, CureKind.Free, "It helps.") { Act = new string('a', Control.LongestText) }.Problem);
    }
}
