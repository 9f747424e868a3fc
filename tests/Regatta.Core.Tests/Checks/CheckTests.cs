using CsCheck;

namespace Regatta.Core.Tests.Checks;

public sealed class CheckTests
{
    [Fact]
    public void Both_tacks_give_a_mean_for_the_rig_and_a_bias_for_the_rudder()
    {
        var helm = Helm(5, 1);
        Assert.Equal(3, helm.Mean.Degrees);
        Assert.Equal(2, helm.Bias!.Value.Degrees);
        Assert.Equal(4, HelmReading.Of(Angle.FromDegrees(4), null).Value.Mean.Degrees);
        Assert.Null(HelmReading.Of(Angle.FromDegrees(4), null).Value.Bias);
    }

    [Fact]
    public void A_crooked_rudder_changes_the_bias_and_never_the_mean() =>
        Gen.Select(Gen.Double[-10, 10], Gen.Double[-10, 10])
            .Sample(
                (helm, crook) =>
                    Math.Abs(Helm(helm + crook, helm - crook).Mean.Degrees - helm) < 1e-9
                    && Math.Abs(Helm(helm + crook, helm - crook).Bias!.Value.Degrees - crook) < 1e-9
            );

    [Theory]
    [InlineData("200", "more than any rudder carries")]
    [InlineData("3 stone", "not understood")]
    [InlineData("lots", "not a number")]
    public void A_helm_that_is_none_gets_a_sentence(string text, string says) => Assert.Contains(says, HelmReading.Read(text).Problem);

    // From memory: a light tug is 2 to 4 degrees of rudder upwind.
    [Fact]
    public void A_light_tug_is_two_to_four_degrees() => Assert.InRange(HelmReading.Read("light tug").Value.Degrees, 2, 4);

    [Fact]
    public void Words_for_helm_rise_from_lee_to_heavy()
    {
        foreach (var kind in Enum.GetValues<BalanceKind>())
        {
            var degrees = HelmWords.Of(kind).Select(word => word.Helm.Degrees).ToList();
            Assert.Equal(degrees.Order(), degrees);
            Assert.True(degrees[0] < 0 && degrees[^1] >= 6);
            Assert.All(HelmWords.Of(kind), word => Assert.Equal(word.Helm, HelmReading.Read(word.Text).Value));
        }
    }

    [Fact]
    public void A_whole_check_counts_fully() => Assert.Equal(1, Weight(Helm(3, 3), CheckGates.AllHeld, null));

    // Common practice, no source: judged at full speed in steady breeze; beyond 30° of heel she only slides sideways.
    [Fact]
    public void A_check_out_of_gate_or_far_heeled_is_set_aside()
    {
        Assert.Equal(0, Weight(Helm(3, 3), CheckGates.AllHeld.Without(Gate.SteadyFullSpeed), null));
        Assert.Equal(0, Weight(Helm(3, 3), CheckGates.AllHeld, 31));
        Assert.Equal(1, Weight(Helm(3, 3), CheckGates.AllHeld, 29));
    }

    [Fact]
    public void An_uncentred_rudder_halves_two_tacks_and_voids_one()
    {
        var uncentred = CheckGates.AllHeld.Without(Gate.RudderCentred);
        Assert.Equal(0.5, Weight(Helm(3, 3), uncentred, null));
        Assert.Equal(0, Weight(HelmReading.Of(Angle.FromDegrees(3), null).Value, uncentred, null));
    }

    [Fact]
    public void A_fault_more_never_adds_weight() =>
        Gen.Select(Gen.Bool, Gen.Bool, Gen.Bool, Gen.Bool)
            .Sample(
                (centred, steady, flat, trimmed) =>
                {
                    (Gate Gate, bool Held)[] all =
                    [
                        (Gate.RudderCentred, centred),
                        (Gate.SteadyFullSpeed, steady),
                        (Gate.Flat, flat),
                        (Gate.Trimmed, trimmed),
                    ];
                    var gates = new CheckGates(CheckGates.Usual, CheckGates.Joined(all.Where(gate => gate.Held).Select(gate => gate.Gate)));
                    var weight = CheckValidity.Weigh(new(Helm(3, 3), gates, null));
                    return weight.Weight <= 1
                        && weight.Weight >= Weight(Helm(3, 3), gates.Without(Gate.Trimmed), null)
                        && (weight.Weight == 1) == (weight.Reasons.Count == 0);
                }
            );

    private static double Weight(HelmReading helm, CheckGates gates, double? heel) =>
        CheckValidity.Weigh(new(helm, gates, heel is { } degrees ? Angle.FromDegrees(degrees) : null)).Weight;

    private static HelmReading Helm(double port, double starboard) =>
        HelmReading.Of(Angle.FromDegrees(port), Angle.FromDegrees(starboard)).Value;
}
