using System.Text.Json;
using Regatta.Core.Classes.Members;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Diagnosis;

/// <summary>A look that is answered ends in the smallest change.</summary>
public sealed class LooksTests
{
    private static readonly IReadOnlyList<ClassDefinition> Kits = [.. StarterKits.All.Select(kit => kit.Class)];

    [Fact]
    public void Every_answer_of_every_kit_that_is_off_leads_to_something_to_do()
    {
        var asked = Kits.SelectMany(kit => kit.Questions.Select(question => (kit, question))).ToList();
        Assert.True(asked.Count >= 81, $"Only {asked.Count} questions.");
        Assert.Equal(
            [],
            from one in asked
            from answer in Looks.LeadingNowhere(one.kit, one.question)
            select $"{one.kit.Key}: {one.question.Key} {answer.Said}"
        );
    }

    [Fact]
    public void A_class_whose_answers_lead_nowhere_says_so_to_its_captain_and_the_demo_classes_have_none()
    {
        Assert.Equal([], CarrySweep.Classes.Select(version => version.Class).Distinct().SelectMany(Looks.Remarks));
        var kit = Kits[0];
        AnswerWord[] words = [new("blue", AnswerMeaning.TooMuch), new("green", AnswerMeaning.Fine)];
        var asked = kit with { Questions = [new(new("colour"), "Which colour?", new WordAnswer(words, false))] };
        Assert.Contains("Which colour? “blue”", Assert.Single(Looks.Remarks(asked)), StringComparison.Ordinal);
    }

    // A captain's own question, of which no list of ours knows anything.
    [Theory]
    [InlineData(MarkEffect.LeadIn, null, null, "headsail-boom", -1, "")]
    [InlineData(MarkEffect.LeadOut, "Wait for the gust", null, "headsail-boom", 1, "Wait for the gust.")]
    [InlineData(null, "Ease a click", null, null, 0, "Ease a click.")]
    // Where it says but an act, the control it is about still moves for it.
    [InlineData(null, "Ease a click", "vang", "vang", -1, "Ease a click.")]
    public void What_a_captain_says_an_answer_asks_for_is_what_is_told(
        MarkEffect? wants,
        string? act,
        string? about,
        string? control,
        int way,
        string first
    )
    {
        var kit = Kits.Single(one => one.Key == "radio-yacht");
        AnswerWord[] words = [new("blue", AnswerMeaning.TooMuch) { Wants = wants, Act = act }, new("green", AnswerMeaning.Fine)];
        var question = new Question(new("colour"), "Which colour?", new WordAnswer(words, false))
        {
            Control = about is null ? null : new ControlKey(about),
        };
        var definition = kit with { Questions = [question] };
        Assert.Empty(Looks.LeadingNowhere(definition, question));
        var found = Looks.Of(
            definition,
            question,
            question.Form.Read("blue").Value,
            definition.PlanModes.First,
            key => definition.Find(key)!.Scale is var scale ? scale.Snap(new((scale.Min.Position + scale.Max.Position) / 2)) : null
        );
        Assert.StartsWith(first, found.Says(one => one), StringComparison.Ordinal);
        Assert.Equal(control, found.Changes.Count == 0 ? null : found.Changes[0].Moves[0].Control.Key.Name);
        Assert.Equal(way, found.Changes.Count == 0 ? 0 : Math.Sign(found.Changes[0].Moves[0].Steps));
        // It goes with the class, in file and database alike.
        var json = JsonSerializer.Serialize(question, ClassValues.Options);
        Assert.Equal(question, JsonSerializer.Deserialize<Question>(json, ClassValues.Options));
        Assert.Equal(wants is null, !json.Contains("wants", StringComparison.Ordinal));
    }

    // Practice §13: what was found, and which way which control goes for it, as the kit counts. Common practice, no source.
    [Theory]
    [InlineData("radio-yacht", "luffing", "headsail first", "headsail-boom", -1)]
    [InlineData("radio-yacht", "luffing", "main first", "headsail-boom", 1)]
    [InlineData("radio-yacht", "leech-top", "hooked", "vang", -1)]
    [InlineData("radio-yacht", "leech-bottom", "open", "camber", 1)]
    [InlineData("radio-yacht", "sheet-eased", "stayed hooked", "vang", -1)]
    [InlineData("radio-yacht", "twist-equal", "headsail more", "headsail-twist", -1)]
    [InlineData("radio-yacht", "twist-equal", "main more", "vang", 1)]
    [InlineData("radio-yacht", "slot", "narrow", "headsail-boom", 1)]
    [InlineData("radio-yacht", "twitchy", "twitchy", "main-boom", 1)]
    [InlineData("radio-yacht", "tops", "top backs", "headsail-twist", -1)]
    [InlineData("sloop-dinghy", "leech-top", "open", "vang", 1)]
    [InlineData("sloop-dinghy", "leech-bottom", "hooked", "outhaul", -1)]
    [InlineData("sloop-dinghy", "luffing", "main first", "jib-lead", 1)]
    [InlineData("sloop-dinghy", "backing", "clearly", "jib-lead", 1)]
    [InlineData("sloop-dinghy", "bears-away", "would not", "shroud-plate", 1)]
    [InlineData("una-rig", "luffing", "high first", "vang", 1)]
    [InlineData("una-rig", "block-to-block", "had to ease to stay flat", "vang", 1)]
    [InlineData("una-rig", "block-to-block", "power left over", "outhaul", 1)]
    [InlineData("una-rig", "battens", "stiff", "vang", -1)]
    [InlineData("una-rig", "strap", "slipping", "strap", 1)]
    [InlineData("catamaran-with-skegs", "turns-up", "turn up fast", "rake", 1)]
    [InlineData("catamaran-with-skegs", "turns-up", "go straight", "rake", -1)]
    [InlineData("catamaran-with-skegs", "block-to-block", "blocks stayed apart", "rake", -1)]
    [InlineData("catamaran-with-skegs", "rudders-heavy", "heavy", "rake", 1)]
    [InlineData("lateen-board-boat", "pointing", "would not point", "gooseneck", -1)]
    [InlineData("lateen-board-boat", "skittish", "skittish", "gooseneck", 1)]
    [InlineData("lateen-board-boat", "clearance", "no clearance", "gooseneck", -1)]
    [InlineData("trimaran-with-reefs", "car", "foot tight, leech open", "car", 1)]
    [InlineData("trimaran-with-reefs", "pointing", "would not point", "traveller", -1)]
    [InlineData("trimaran-with-reefs", "flutter", "flutters", "leech-line", 1)]
    [InlineData("keelboat", "boom", "below it", "traveller", -1)]
    [InlineData("sailboard", "sleeve", "loose", "downhaul", 1)]
    [InlineData("sailboard", "one-hand", "the front one only", "harness-lines", 2)]
    [InlineData("sailboard", "one-hand", "the back one only", "harness-lines", -2)]
    [InlineData("sailboard", "straps", "rail sank", "footstraps", -1)]
    public void A_finding_moves_the_control_the_practice_names_its_way(string kit, string question, string said, string control, int steps)
    {
        var found = Found(kit, question, said);
        var move = found.Changes[0].Moves.Single(move => move.Control.Key.Name == control);
        Assert.Equal(steps, move.Steps);
    }

    [Theory]
    [InlineData("asymmetric", "bow", "under")]
    [InlineData("keelboat", "lookout", "nobody")]
    [InlineData("sailboard", "strap-fit", "foot sticks")]
    [InlineData("catamaran-with-skegs", "both-sides", "they differ")]
    public void What_stops_stops_before_any_mark_is_changed(string kit, string question, string said)
    {
        var found = Found(kit, question, said);
        Assert.True(found.IsStop);
        Assert.StartsWith("Stop", found.Act, StringComparison.Ordinal);
        Assert.Empty(found.Changes);
    }

    [Fact]
    public void A_gear_moves_whole_under_way_and_each_alone_while_she_is_rigged()
    {
        Assert.Equal(["outhaul +2", "downhaul +1"], Moves(Found("sailboard", "draft", "wandered back")));
        Assert.Equal(["outhaul +1"], Moves(Found("sailboard", "batten", "well past the mast")));
    }

    [Fact]
    public void What_is_as_it_should_be_asks_for_nothing_and_a_control_at_its_end_is_named()
    {
        Assert.False(Found("sloop-dinghy", "slot", "even").LeadsSomewhere);
        var kit = Kits.Single(kit => kit.Key == "sloop-dinghy");
        var vang = kit.Find(new("vang"))!;
        var question = kit.FindQuestion(new("leech-top"))!;
        var found = Looks.Of(kit, question, question.Form.Read("open").Value, kit.PlanModes.First, _ => vang.Scale.Max);
        Assert.Empty(found.Changes);
        Assert.Equal("vang", Assert.Single(found.AtTheirEnd).Key.Name);
    }

    [Fact]
    public void A_captains_own_question_goes_by_the_mark_it_is_about()
    {
        var kit = Kits.Single(kit => kit.Key == "sloop-dinghy");
        AnswerWord[] words =
        [
            new("too baggy", AnswerMeaning.TooMuch),
            new("right", AnswerMeaning.Fine),
            new("a board", AnswerMeaning.TooLittle),
        ];
        var question = new Question(new("foot"), "The foot?", new WordAnswer(words, true)) { Control = new("outhaul") };
        string[] Asked(string said) => Moves(Looks.Of(kit, question, question.Form.Read(said).Value, kit.PlanModes.First, _ => null));
        Assert.Equal(["outhaul -1"], Asked("too baggy"));
        Assert.Equal(["outhaul +1"], Asked("a board"));
        Assert.Equal(["too baggy", "a board"], Looks.LeadingNowhere(kit, question with { Control = null }).Select(answer => answer.Said));
    }

    private static string[] Moves(LookFinding found) =>
        [.. found.Changes.SelectMany(change => change.Moves).Select(move => $"{move.Control.Key} {move.Steps:+0;-0}")];

    private static LookFinding Found(string kit, string question, string said)
    {
        var definition = Kits.Single(one => one.Key == kit);
        var asked = definition.FindQuestion(new(question))!;
        return Looks.Of(definition, asked, asked.Form.Read(said).Value, PlanModeOf(definition, asked), _ => null);
    }

    private static PlanMode PlanModeOf(ClassDefinition definition, Question question) =>
        new(
            question.Plans.Count > 0 ? question.Plans[0] : definition.PlanModes.First.Plan,
            question.Modes.Count > 0 ? question.Modes[0] : definition.PlanModes.First.Mode
        );
}
