using CsCheck;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Classes;

/// <summary>Cautions stand where they belong, what can hurt first.</summary>
public sealed class CautionPlaceTests
{
    private static readonly Caution Everywhere = new("Keep clear of the boom.");
    private static readonly Caution Shroud = new("Never slack a shroud.")
    {
        Control = new("shroud"),
        Grave = true,
        Decides = Decider.Rigger,
    };
    private static readonly Caution Blow = new("Reef early.") { WindFrom = Speed.FromKnots(16) };
    private static readonly Caution Shore = new("Sheet in hand.") { Place = Place.GustyShore, Mode = new("planing") };

    [Fact]
    public void What_fits_closest_comes_first_and_what_can_hurt_before_all()
    {
        IReadOnlyList<Caution> all = [Everywhere, Blow, Shroud, Shore];
        Assert.Equal([Shroud, Blow, Everywhere], Cautions.At(all, new(new("shroud"), PlanMode.Usual, Speed.FromKnots(18))));
        Assert.Equal([Everywhere], Cautions.At(all, new(new("vang"), PlanMode.Usual, Speed.FromKnots(10))));
        Assert.Equal(
            [Shore, Everywhere],
            Cautions.At(all, new(null, new(new("full"), new("planing")), null, Water.NotSaid, Place.GustyShore))
        );
        Assert.Equal("Never slack a shroud. Ask a qualified rigger.", Shroud.Said);
    }

    [Fact]
    public void More_known_of_a_place_never_hides_a_caution_of_fewer_places() =>
        Gen.Double[0, 30]
            .Sample(knots =>
                Cautions.At([Everywhere, Shroud, Blow], new(new("shroud"), PlanMode.Usual, Speed.FromKnots(knots))) is var there
                && there.Contains(Everywhere)
                && there.Contains(Shroud)
                && there.Contains(Blow) == knots >= 16 - 1e-9
            );

    // Common practice, no source: what belongs beside the work.
    [Theory]
    [InlineData("catamaran-with-skegs", "rake", "unless the rig is held")]
    [InlineData("trimaran-with-reefs", "car", "damages foot and foil")]
    [InlineData("trimaran-with-reefs", "main-halyard", "before a clutch opens")]
    [InlineData("sailboard", "footstraps", "come free")]
    [InlineData("radio-yacht", "headsail-pivot", "string breaks")]
    [InlineData("lateen-board-boat", "halyard-point", "mast step")]
    public void A_kits_control_brings_its_caution(string kit, string control, string says) =>
        Assert.Contains(
            Cautions.Of(new(control), StarterKits.Find(kit)!.Class.Cautions, new(null, null, Speed.FromKnots(30))),
            caution => caution.Text.Contains(says, StringComparison.Ordinal)
        );

    [Fact]
    public void Every_procedure_of_the_kits_has_steps_and_those_that_can_hurt_a_gate()
    {
        var procedures = StarterKits.All.SelectMany(kit => kit.Class.Procedures).ToList();
        Assert.All(procedures, procedure => Assert.NotEmpty(procedure.Steps));
        Assert.All(
            procedures.Where(procedure => procedure.Key is not "stuck"),
            procedure => Assert.True(procedure.HasGate, procedure.Name)
        );
        Assert.Contains("Only then tack", procedures.Single(one => one.Key == "reef").Steps[^1].Gate, StringComparison.Ordinal);
    }
}
