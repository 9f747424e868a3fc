using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Diagnosis;

/// <summary>From a sign to the smallest change. Common practice, no source, unless a line says otherwise.</summary>
public sealed class DiagnosisTests
{
    private static readonly ClassDefinition Sloop = Kit("sloop-dinghy");
    private static readonly ClassDefinition Radio = Kit("radio-yacht");
    private static readonly ClassDefinition Board = Kit("sailboard");
    private static readonly ClassDefinition Lateen = Kit("lateen-board-boat");
    private static readonly ClassDefinition Catamaran = Kit("catamaran-with-skegs");

    public static TheoryData<string, Sign> Everything
    {
        get
        {
            var all = new TheoryData<string, Sign>();
            foreach (
                var kit in new[] { "sloop-dinghy", "radio-yacht", "sailboard", "lateen-board-boat", "catamaran-with-skegs", "una-rig" }
            )
            {
                foreach (var (sign, _) in Signs.Of(Kit(kit)))
                {
                    all.Add(kit, sign);
                }
            }

            return all;
        }
    }

    [Theory]
    [MemberData(nameof(Everything))]
    public void Every_sign_a_class_can_show_has_a_cure_and_what_is_free_stands_first(string kit, Sign sign)
    {
        var list = Of(Kit(kit), sign).Cures;
        Assert.NotEmpty(list);
        Assert.Equal(list.Select(one => one.Cure.Kind).Order(), list.Select(one => one.Cure.Kind));
        Assert.All(list, one => Assert.NotEmpty(one.Cure.Why));
    }

    [Fact]
    public void No_kit_has_a_cure_for_a_sign_its_boats_cannot_show() =>
        Assert.All(
            StarterKits.All,
            kit => Assert.Empty(UsualCures.Of(kit.Class).Select(cure => cure.Sign).Except(Signs.All(kit.Class).Select(one => one.Sign)))
        );

    [Fact]
    public void Weather_helm_is_cured_by_hiking_easing_flattening_the_board_and_last_the_rig()
    {
        var list = Of(Sloop, Sign.TurnsUp).Cures;
        Assert.StartsWith("Hike", list[0].Cure.Act);
        Assert.StartsWith("Ease the main", list[1].Cure.Act);
        var names = Names(list);
        Assert.True(names.IndexOf("outhaul") < names.IndexOf("centreboard"));
        Assert.True(names.IndexOf("centreboard") < names.IndexOf("shroud-plate"));
        Assert.Equal(1, Step(list, "mast-foot"));
        Assert.Equal(1, Step(list, "centreboard"));
    }

    [Fact]
    public void Lee_helm_is_the_opposite_and_a_lateen_takes_an_inch_at_a_time_where_weather_helm_takes_half()
    {
        Assert.Equal(-1, Step(Of(Sloop, Sign.BearsAway).Cures, "mast-foot"));
        Assert.Equal(-2, Step(Of(Lateen, Sign.BearsAway).Cures, "gooseneck"));
        Assert.Equal(1, Step(Of(Lateen, Sign.TurnsUp).Cures, "gooseneck"));
        Assert.Contains(Of(Sloop, Sign.BearsAway).Cures, one => one.Cure.Act.Contains("leech is wide open", StringComparison.Ordinal));
    }

    [Fact]
    public void Too_much_power_goes_toward_the_next_bands_mark_and_too_little_toward_the_lighter_ones()
    {
        var here = Marked(Sloop, 3);
        var at = new CureCircumstances(Marked(Sloop, 3), Nothing) { Stronger = Marked(Sloop, 5), Lighter = Marked(Sloop, 2) };
        Assert.Equal(2, Step(CureList.Of(Sloop, [Sign.Overpowered], at).Cures, "vang"));
        Assert.Equal(-1, Step(CureList.Of(Sloop, [Sign.Underpowered], at).Cures, "vang"));
        // A mark that stays the same, or that nobody wrote down, is no cure: no card leads there.
        Assert.All(CureList.Of(Sloop, [Sign.Overpowered], at with { Stronger = here }).Cures, cure => Assert.Null(cure.Control));
        Assert.All(Of(Sloop, Sign.Overpowered).Cures, cure => Assert.Null(cure.Control));
    }

    private static Func<ControlKey, Mark?> Marked(ClassDefinition definition, int steps) =>
        key => definition.Find(key) is { Scale.HasMarks: true } control ? control.Scale.StepBy(control.Scale.Min, steps) : null;

    [Theory]
    [InlineData("sloop-dinghy")]
    [InlineData("una-rig")]
    [InlineData("radio-yacht")]
    public void A_sheet_that_must_be_eased_to_stay_flat_wants_more_vang(string kit) =>
        Assert.Equal(1, Step(Of(Kit(kit), Sign.EasedToStayFlat).Cures, "vang"));

    [Fact]
    public void Light_air_asks_knock_or_lull_and_never_a_tack_without_way()
    {
        var first = Of(Sloop, Sign.SitsUpright).Cures[0];
        Assert.Contains("knock", first.Cure.Act);
        Assert.Contains("lull", first.Cure.Act);
        Assert.Contains("Never tack without way", first.Cure.Why);
    }

    [Fact]
    public void A_catamaran_that_will_not_bear_away_sits_to_leeward_first_and_rakes_forward_last_and_stalling_itself_never_moves_the_rig()
    {
        var list = Of(Catamaran, Sign.WillNotBearAway).Cures;
        Assert.Contains("sit to leeward", list[0].Cure.Act);
        Assert.Equal(CureKind.Rig, list[^1].Cure.Kind);
        Assert.Equal(1, Step(list, "rake"));
        Assert.All(Of(Catamaran, Sign.StallsInTacks).Cures, one => Assert.NotEqual(CureKind.Rig, one.Cure.Kind));
        // Blocks that stay apart: the mast stands further forward than it was. Blocks that meet too soon: too far aft.
        Assert.Equal(-1, Step(Of(Catamaran, Sign.SheetTooShort).Cures, "rake"));
        Assert.Equal(1, Step(Of(Catamaran, Sign.BlocksMeetTooSoon).Cures, "rake"));
    }

    [Fact]
    public void Twist_is_given_and_taken_by_vang_and_the_radio_yachts_own_line()
    {
        Assert.Equal(-1, Step(Of(Radio, Sign.HeadsailBacks).Cures, "headsail-twist"));
        Assert.Equal(1, Step(Of(Radio, Sign.Twitchy).Cures, "headsail-twist"));
        Assert.Equal(-1, Step(Of(Sloop, Sign.PointsButSlow).Cures, "vang"));
        Assert.Equal(1, Step(Of(Sloop, Sign.WillNotPoint).Cures, "vang"));
        Assert.Equal(-1, Step(Of(Lateen, Sign.WillNotPoint).Cures, "gooseneck"));
    }

    [Fact]
    public void A_sailboards_pull_in_the_back_hand_is_a_sign_and_its_words_name_no_rudder()
    {
        Assert.Contains(Signs.Of(Board), one => one.Words == "The back hand pulls");
        Assert.DoesNotContain(Signs.Of(Board), one => one.Sign == Sign.WillNotBearAway);
        Assert.Contains("back hand", Of(Board, Sign.TurnsUp).Cures[0].Cure.Act);
    }

    [Fact]
    public void A_mark_at_its_end_goes_no_further_and_is_told_and_two_signs_that_pull_apart_are_told_too()
    {
        var control = Sloop.Find(new("mast-foot"))!;
        var end = CureList.Of(Sloop, [Sign.TurnsUp], new(key => key == control.Key ? control.Scale.Max : null, Nothing));
        Assert.Contains(control, end.AtTheirEnd);
        Assert.DoesNotContain("mast-foot", Names(end.Cures));
        var apart = Of(Sloop, Sign.PointsButSlow, Sign.WillNotPoint);
        Assert.Contains(apart.Contradicted, one => one.Key.Name == "vang");
        Assert.DoesNotContain("vang", Names(apart.Cures));
    }

    [Fact]
    public void What_the_logs_deny_four_to_one_stands_last_and_says_so()
    {
        var list = CureList
            .Of(
                Sloop,
                [Sign.TurnsUp],
                new(
                    _ => null,
                    (control, positions) => control.Key.Name == "centreboard" ? new(0.5 * positions, 0.4, EffectSource.Logs) : null
                )
            )
            .Cures;
        Assert.Equal(("centreboard", true), (list[^1].Control!.Key.Name, list[^1].Doubted));
        Assert.Single(list, one => one.Doubted);
    }

    [Fact]
    public void A_class_with_cures_of_its_own_has_those_in_its_order_and_one_of_a_retired_control_is_left_out_and_told()
    {
        var own = Sloop with
        {
            Cures =
            [
                new(Sign.TurnsUp, CureKind.Sail, "Ours first.") { Control = new("vang"), Steps = -2 },
                new(Sign.TurnsUp, CureKind.Sail, "Then this.") { Control = new("outhaul"), Steps = -1 },
                new(Sign.TurnsUp, CureKind.Rig, "It is gone.") { Control = new("ram"), Steps = 1 },
            ],
        };
        Assert.Equal(["vang", "outhaul"], Names(Of(own, Sign.TurnsUp).Cures));
        Assert.Contains("left out", Assert.Single(BalanceRules.Remarks(own)));
        Assert.Empty(own.Problems());
    }

    [Theory]
    [InlineData(0, "", "says why")]
    [InlineData(0, "x", "names a control")]
    public void What_is_no_cure_is_said(int steps, string why, string says) =>
        Assert.Contains(says, new Cure(Sign.TurnsUp, CureKind.Free, why) { Steps = steps }.Problem);

    [Fact]
    public void A_gear_moves_whole_and_its_two_controls_are_one_cure()
    {
        var list = Of(Radio, Sign.TurnsUp).Cures;
        var gear = Assert.Single(list, cure => cure.Moves.Any(move => move.Control.Key.Name == "headsail-pivot"));
        Assert.Equal([("mast-foot", 1), ("headsail-pivot", 1)], gear.Moves.Select(move => (move.Control.Key.Name, move.Steps)));
    }

    [Fact]
    public void What_held_while_she_was_looked_at_rules_an_act_out()
    {
        CureList Held(Gate held) => CureList.Of(Sloop, [Sign.TurnsUp], new(_ => null, Nothing) { Held = held });
        Assert.Contains(Held(Gate.Trimmed).Cures, cure => cure.Cure.Act == "Hike her flat");
        Assert.DoesNotContain(Held(Gate.Flat).Cures, cure => cure.Cure.Act == "Hike her flat");
    }

    [Theory]
    [InlineData("keelboat")]
    [InlineData("trimaran-with-reefs")]
    [InlineData("radio-yacht")]
    public void Boats_that_no_body_holds_up_are_not_told_to_hike(string kit) =>
        Assert.All(
            UsualCures.Of(Kit(kit)).Select(cure => cure.Act + cure.Why).Concat(Signs.All(Kit(kit)).Select(sign => sign.Words)),
            said => Assert.DoesNotContain("hike", said, StringComparison.OrdinalIgnoreCase)
        );

    // Common practice, no source: going astern the bow follows the tiller.
    [Theory]
    [InlineData(
        "sloop-dinghy",
        "Back the headsail on the side away from where she shall turn, with the tiller on the side she shall turn to"
    )]
    [InlineData("una-rig", "Push the boom out on the side she shall turn to, with the tiller to the same side")]
    [InlineData("radio-yacht", "Sheets out, wait until she drifts astern, and steer with the rudder reversed")]
    public void Stuck_head_to_wind_each_kind_of_boat_gets_off_in_its_own_way(string kit, string act) =>
        Assert.Equal(act, Assert.Single(Of(Kit(kit), Sign.StuckHeadToWind).Cures).Cure.Act);

    [Fact]
    public void Without_a_declared_way_there_is_no_cure()
    {
        var silent = Sloop with { Controls = [.. Sloop.Controls.Select(control => control with { MoreMeans = [], HelmPerUnit = null })] };
        Assert.All(UsualCures.Of(silent), cure => Assert.Null(cure.Control));
    }

    [Fact]
    public void The_reason_is_of_the_way_that_is_taken()
    {
        Assert.Equal("The sail moves forward and the sail stands lower: less weather helm.", Why(Sign.TurnsUp));
        Assert.Equal("The sail moves aft and the sail stands higher: more weather helm.", Why(Sign.BearsAway));
        string Why(Sign sign) => Of(Lateen, sign).Cures.Single(cure => cure.Control?.Key.Name == "gooseneck").Cure.Why;
    }

    [Fact]
    public void A_helm_beyond_the_tolerance_is_a_sign()
    {
        Assert.Equal([Sign.TurnsUp], Signs.Of(Sloop, Sloop.Helm.Target.Degrees + Sloop.Helm.Tolerance.Degrees + 0.5));
        Assert.Equal([Sign.BearsAway], Signs.Of(Sloop, Sloop.Helm.Target.Degrees - 5));
        Assert.Empty(Signs.Of(Sloop, null));
        Assert.Empty(Signs.Of(Sloop, Sloop.Helm.Target.Degrees));
    }

    private static CureList Of(ClassDefinition definition, params Sign[] signs) => CureList.Of(definition, signs, new(_ => null, Nothing));

    private static StepEffect? Nothing(Control control, double positions) => null;

    private static List<string> Names(IEnumerable<RankedCure> cures) => [.. cures.Select(one => one.Control?.Key.Name).OfType<string>()];

    private static int Step(IEnumerable<RankedCure> cures, string control) =>
        cures.Single(one => one.Control?.Key.Name == control).Cure.Steps;

    private static ClassDefinition Kit(string key) => StarterKits.Find(key)!.Class;
}
