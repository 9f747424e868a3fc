using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Formats;

public sealed class KitTests
{
    public static TheoryData<string> Keys => [.. StarterKits.All.Select(kit => kit.Class.Key)];

    [Fact]
    public void There_is_a_kit_for_every_rig_family() =>
        Assert.Equal(9, StarterKits.All.Select(kit => kit.Class.Family).Distinct().Count());

    [Theory]
    [MemberData(nameof(Keys))]
    public void A_kit_says_how_to_measure_and_claims_no_mark(string key)
    {
        var kit = StarterKits.Find(key)!;
        Assert.Empty(kit.Draft.Cells);
        Assert.Empty(kit.Logs);
        Assert.NotEmpty(kit.Class.Cautions);
        Assert.NotEmpty(kit.Class.Checks);
        Assert.Contains(kit.Class.Controls, control => control.Disturbs.Count > 0);
        Assert.Contains(kit.Class.Controls, control => control.Scale is TargetScale || key == "sailboard");
        Assert.All(kit.Class.Controls, control => Assert.All([control.Datum, control.ReadingPoint, control.MoreDoes], Assert.NotEmpty));
    }

    [Theory]
    [MemberData(nameof(Keys))]
    public void A_kit_comes_back_out_of_its_own_bundle(string key)
    {
        var kit = StarterKits.Find(key)!;
        var again = BundleReader.Read(BundleWriter.Write(new Bundle(null, [], [kit])), DateTimeOffset.UtcNow).Bundle!.Classes.Single();
        Assert.Equal(kit.Class.Controls, again.Class.Controls);
        Assert.Equal(kit.Class.Bands.All, again.Class.Bands.All);
    }

    // Common practice, no source, for all below.
    [Fact]
    public void The_lateen_kit_slides_the_gooseneck_from_thirteen_inches_up_in_half_inches_for_less_weather_helm()
    {
        var gooseneck = Of("lateen-board-boat", "gooseneck");
        Assert.Equal("13 in", gooseneck.Scale.Show(gooseneck.Scale.Min));
        Assert.True(gooseneck.Scale.Reaches(gooseneck.Scale.Read("24").Value));
        Assert.Equal("1/2 in", gooseneck.Scale.ShowDistance(gooseneck.Scale.Step));
        Assert.Equal(AsWindBuilds.Up, gooseneck.AsWindBuilds);
        Assert.True(gooseneck.HelmPerUnit < 0);
    }

    [Fact]
    public void The_catamaran_kit_counts_holes_from_the_bottom_upright_above_and_disturbs_jib_and_sheet()
    {
        var rake = Of("catamaran-with-skegs", "rake");
        Assert.True(rake.Scale is CountScale { BothSides: true, CountedFrom: "the bottom of the plate" });
        Assert.True(rake.HelmPerUnit < 0); // raking aft, to lower holes, adds weather helm
        Assert.Equal(["sheet", "jib-clew", "jib-halyard", "traveller"], rake.Disturbs.Select(coupling => coupling.Control.Name));
    }

    [Fact]
    public void The_sailboard_kit_changes_downhaul_and_outhaul_together_and_measures_lines_on_the_sailor()
    {
        Assert.Contains(Of("sailboard", "downhaul").Disturbs, coupling => coupling.Control.Name == "outhaul");
        Assert.Contains(Of("sailboard", "outhaul").Disturbs, coupling => coupling.Control.Name == "downhaul");
        Assert.True(Of("sailboard", "line-spread").Scale is BodyScale { Measure: BodyMeasure.Fist });
        Assert.True(Of("sailboard", "line-length").Scale is BodyScale { Measure: BodyMeasure.ElbowToPalmEnd });
    }

    [Fact]
    public void The_radio_kit_has_an_edge_at_six_knots_rigs_as_reefs_and_two_clicks_of_trim()
    {
        var kit = StarterKits.Find("radio-yacht")!;
        Assert.Contains(kit.Class.Bands.All, band => Math.Abs(band.From.Knots - 6) < 1e-9);
        Assert.Equal(["rig A", "rig B", "rig C"], kit.Class.PlanModes.Plans.Select(plan => plan.Name));
        Assert.True(Of("radio-yacht", "rudder-trim").Scale is CountScale { Thing: Counted.Click });
        Assert.Equal(0, kit.Class.Helm.Target.Degrees);
        var boom = Of("radio-yacht", "main-boom").Scale;
        Assert.True(boom.Reaches(boom.Read("25 mm").Value) && boom.Reaches(boom.Read("35 mm").Value));
    }

    [Fact]
    public void The_keelboat_kit_lets_the_jib_leech_out_in_light_wind_and_the_trimaran_kit_takes_the_car_along_with_the_reef()
    {
        var leech = Of("keelboat", "jib-leech");
        Assert.Equal(AsWindBuilds.Down, leech.AsWindBuilds);
        Assert.True(leech.Scale.Reaches(leech.Scale.Read("2 in").Value) && leech.Scale.Reaches(leech.Scale.Read("6 in").Value));
        Assert.Contains(Of("trimaran-with-reefs", "headsail-reef").Disturbs, coupling => coupling.Control.Name == "car");
        Assert.Contains(
            StarterKits.Find("trimaran-with-reefs")!.Class.Cautions,
            caution => caution.Text.Contains("never running", StringComparison.Ordinal)
        );
    }

    [Theory]
    [InlineData("Kicker", "vang")]
    [InlineData("kicking strap", "vang")]
    [InlineData("downhaul", "cunningham")]
    public void A_control_answers_to_its_synonyms(string word, string key) =>
        Assert.Equal(key, StarterKits.Find("una-rig")!.Class.Controls.First(control => control.IsCalled(word)).Key.Name);

    private static Control Of(string kit, string control) => StarterKits.Find(kit)!.Class.Find(new(control))!;
}
