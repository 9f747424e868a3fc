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
        Assert.Equal(1, Step(Of(Sloop, Sign.Overpowered).Cures, "cunningham"));
        Assert.Equal(-1, Step(Of(Sloop, Sign.Overpowered).Cures, "outhaul"));
        Assert.Equal(-1, Step(Of(Board, Sign.Underpowered).Cures, "outhaul"));
        Assert.Equal(-1, Step(Of(Board, Sign.Underpowered).Cures, "downhaul"));
    }

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
        Assert.Equal(-1, Step(Of(Catamaran, Sign.SheetTooShort).Cures, "rake"));
        Assert.Contains("Back the headsail", Of(Catamaran, Sign.StuckHeadToWind).Cures[0].Cure.Act);
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
        var end = CureList.Of(Sloop, [Sign.TurnsUp], key => key == control.Key ? control.Scale.Max : null, Nothing);
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
                _ => null,
                (control, positions) => control.Key.Name == "centreboard" ? new(0.5 * positions, 0.4, EffectSource.Logs) : null
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
    public void A_log_shows_signs_by_its_helm_and_by_its_answers()
    {
        Dictionary<QuestionKey, Answer> answers = new()
        {
            [new("pointing")] = new("would not point", null, AnswerMeaning.TooMuch),
            [new("tacks")] = new("stalled", null, AnswerMeaning.TooLittle),
            [new("slot")] = new("even", null, AnswerMeaning.Fine),
        };
        Assert.Equal(
            [Sign.TurnsUp, Sign.WillNotPoint, Sign.StallsInTacks],
            Signs.Of(Sloop, Sloop.Helm.Target.Degrees + Sloop.Helm.Tolerance.Degrees + 0.5, answers)
        );
        Assert.Equal([Sign.BearsAway], Signs.Of(Sloop, Sloop.Helm.Target.Degrees - 5, new Dictionary<QuestionKey, Answer>()));
        Assert.Empty(Signs.Of(Sloop, null, new Dictionary<QuestionKey, Answer>()));
        Assert.Empty(Signs.Of(Sloop, Sloop.Helm.Target.Degrees, new Dictionary<QuestionKey, Answer>()));
    }

    private static CureList Of(ClassDefinition definition, params Sign[] signs) => CureList.Of(definition, signs, _ => null, Nothing);

    private static StepEffect? Nothing(Control control, double positions) => null;

    private static List<string> Names(IEnumerable<RankedCure> cures) => [.. cures.Select(one => one.Control?.Key.Name).OfType<string>()];

    private static int Step(IEnumerable<RankedCure> cures, string control) =>
        cures.Single(one => one.Control?.Key.Name == control).Cure.Steps;

    private static ClassDefinition Kit(string key) => StarterKits.Find(key)!.Class;
}
