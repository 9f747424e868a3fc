using System.Text.Json.Nodes;
using Regatta.Core.Tests.Evidence;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Classes;

/// <summary>Where practitioners disagree: a class follows one school, loses nothing of the others, and goes back.</summary>
public sealed class SchoolTests
{
    private static readonly IReadOnlyList<ClassDefinition> Classes =
    [
        .. StarterKits.All.Select(kit => kit.Class),
        .. CarrySweep.Classes.Select(version => version.Class),
    ];

    private static CrewRule Rule { get; } = CarrySweep.Classes.Select(version => version.Class.Crew.Rule).OfType<CrewRule>().First();

    private static CrewOffset Offset { get; } = CarrySweep.Classes.SelectMany(version => version.Class.Crew.Offsets).First();

    [Fact]
    public void Every_school_of_every_class_can_be_followed_and_left_again_with_nothing_lost()
    {
        var (followed, back) = (0, 0);
        foreach (var definition in Classes)
        foreach (var school in UsualSchools.For(definition))
        {
            var before = school.FollowedBy(definition);
            foreach (var answer in school.Answers.Where(answer => school.Follow(definition, answer).Ok))
            {
                var after = school.Follow(definition, answer).Value;
                Assert.Equal(answer, school.FollowedBy(after));
                Assert.Empty(after.Problems().Except(definition.Problems()));
                Assert.Equal(Keys(definition.KnownQuestions), Keys(after.KnownQuestions));
                Assert.Equal(
                    ClassJson.Write(after).ToJsonString(),
                    ClassJson.Write(ClassJson.Read(after.Key, (JsonObject)ClassJson.Write(after).DeepClone())).ToJsonString()
                );
                followed++;
                if (before is not null)
                {
                    Assert.Equal(
                        ClassJson.Write(definition).ToJsonString(),
                        ClassJson.Write(school.Follow(after, before).Value).ToJsonString()
                    );
                    back++;
                }
            }
        }

        Assert.True(followed > 100 && back > 80, $"{followed} followed, {back} back.");
    }

    [Fact]
    public void A_radio_yacht_by_widths_measures_her_camber_and_is_asked_for_no_leech()
    {
        var kit = StarterKits.Find("radio-yacht")!.Class;
        var school = Assert.Single(kit.Schools);
        Assert.Equal(["leech-top", "leech-bottom"], school.FollowedBy(kit)!.Questions.Select(key => key.Name));
        var measured = school.Follow(kit, school.Answers[1]).Value;
        var asked = measured.Questions.Select(question => question.Key.Name).ToList();
        Assert.Contains("camber-measured", asked);
        Assert.DoesNotContain("leech-top", asked);
        Assert.Equal(kit.Questions.TakeWhile(question => question.Key.Name != "leech-top").Count(), asked.IndexOf("camber-measured"));
    }

    [Theory]
    [InlineData(DepowerFirst.Twist, "vang")]
    [InlineData(DepowerFirst.Flatten, "outhaul")]
    [InlineData(DepowerFirst.Rig, "mast")]
    public void Against_too_much_power_a_class_changes_first_what_its_school_does(DepowerFirst first, string expected)
    {
        Control Lever(string key, MarkEffect more, WhenChanged when, double? helm) =>
            new(new(key), key, [], TestBoat.Slide.Scale, "", "", "", when, AsWindBuilds.Up, helm) { MoreMeans = [more] };
        var definition = StarterKits.Usual with
        {
            Controls =
            [
                Lever("car", MarkEffect.LeadAft, WhenChanged.Afloat, null),
                Lever("vang", MarkEffect.TwistMore, WhenChanged.Afloat, null),
                Lever("outhaul", MarkEffect.Flatter, WhenChanged.Afloat, null),
                Lever("mast", MarkEffect.SailForward, WhenChanged.Ashore, -1),
            ],
            Questions = [],
            Depower = first,
        };
        var list = CureList.Of(definition, [Sign.Overpowered], new(_ => new(100), (_, _) => null) { Stronger = _ => new(120) });
        Assert.Equal(CureKind.Free, list.Cures[0].Cure.Kind);
        Assert.Equal(expected, list.Cures.First(cure => cure.Control is not null).Control!.Key.Name);
        Assert.Equal(4, list.Cures.Count(cure => cure.Control is not null));
    }

    [Fact]
    public void A_rule_for_crews_and_a_table_take_each_others_place_and_neither_is_lost()
    {
        var ruled = CrewReading.By(Rule) with { Steps = [new(CrewTrait.Junior, Offset.Control, 1)] };
        var tabled = CrewReading.By([Offset]).PuttingBy(ruled);
        Assert.Equal((null, Rule), (tabled.Rule, tabled.RuleAside));
        var back = (tabled with { Steps = ruled.Steps }).Followed(CrewSchool.Wind);
        Assert.Equal(Rule, back.Rule);
        Assert.Equal([Offset], back.OffsetsAside);
        Assert.Equal(ruled.Steps, back.Steps);
        Assert.Equal([Offset], back.Followed(CrewSchool.Table).Offsets);
        Assert.False(CrewReading.None.Knows(CrewSchool.Table));
    }

    [Fact]
    public void A_school_without_what_it_needs_is_a_sentence()
    {
        var kit = StarterKits.Find("radio-yacht")!.Class;
        string? Refused(string school, int answer, ClassDefinition of) =>
            new FollowSchool(school, UsualSchools.For(school == "base" ? kit : of).First(one => one.Key == school).Answers[answer].Name)
                .On(new(of, new Dictionary<CellPlace, Cell>()), ClassUse.None)
                .Problem;
        Assert.Contains("question of this school", Refused("base", 1, kit with { RetiredQuestions = [] }), StringComparison.Ordinal);
        Assert.Contains("no table for crews", Refused("crews", 1, StarterKits.Usual), StringComparison.Ordinal);
        Assert.Contains("not one of this class", Refused("base", 1, kit with { Schools = [] }), StringComparison.Ordinal);
        var unbound = kit.Schools[0] with { Answers = [new("a", "") { Gears = [new("gone", true)] }, new("b", "")] };
        Assert.Contains("no gear called gone", unbound.Follow(kit, unbound.Answers[0]).Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void A_question_on_which_schools_differ_has_two_answers_under_names_of_their_own()
    {
        var kit = StarterKits.Find("radio-yacht")!.Class;
        var school = kit.Schools[0];
        ClassDefinition With(params School[] schools) => kit with { Schools = schools };
        Assert.Empty(With(school).Problems());
        Assert.NotEmpty(With(school, school).Problems());
        Assert.NotEmpty(With(school with { Answers = [school.Answers[0]] }).Problems());
        Assert.NotEmpty(With(school with { Answers = [school.Answers[0], school.Answers[0]] }).Problems());
        Assert.NotEmpty(With(school with { Key = "Not a key" }).Problems());
        Assert.NotEmpty(
            With(school with { Answers = [school.Answers[0], school.Answers[1] with { Helm = Angle.FromDegrees(60) }] }).Problems()
        );
    }

    private static IEnumerable<string> Keys(IEnumerable<Question> questions) =>
        questions.Select(question => question.Key.Name).Order(StringComparer.Ordinal);
}
