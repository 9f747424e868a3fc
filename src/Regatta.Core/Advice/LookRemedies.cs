namespace Regatta.Core.Advice;

/// <summary>What an answer asks for beyond the mark it speaks of. Common practice, no source.</summary>
/// <param name="Questions">The questions it is of, by key.</param>
/// <param name="Said">The answers it is of, as they are worded; empty for every one that is off.</param>
/// <param name="Act">What is done first, and free; empty for nothing.</param>
internal sealed record LookRemedy(string[] Questions, string[] Said, string Act)
{
    /// <summary>Effects that help, the first of them that a control of the class has; empty for the mark that is asked about.</summary>
    public MarkEffect[] FirstOf { get; init; } = [];

    /// <summary>Effects that help besides.</summary>
    public MarkEffect[] And { get; init; } = [];

    /// <summary>Whether no mark is changed: the act is all.</summary>
    public bool ActAlone { get; init; }

    /// <summary>By how many steps the mark that is asked about is moved.</summary>
    public int Steps { get; init; } = 1;

    /// <summary>For these kinds of boats only; empty for all.</summary>
    public BalanceKind[] For { get; init; } = [];

    /// <summary>What the captain says an answer asks for; null where they said nothing.</summary>
    public static LookRemedy? Of(Question question, Answer answer) =>
        question.Form.Words?.FirstOrDefault(word => word.Text == answer.Said) is { } word
        && (word.Act is not null || word.Wants is not null)
            ? new([question.Key.Name], [word.Text], word.Act ?? "")
            {
                FirstOf = word.Wants is { } effect ? [effect] : [],
                ActAlone = word.Wants is null && question.Control is null,
            }
            : null;

    /// <summary>Whether it is what this answer of this boat asks for.</summary>
    public bool Is(ClassDefinition definition, Question question, Answer answer) =>
        Questions.Contains(question.Key.Name)
        && (Said.Length == 0 ? answer.IsOff : Said.Contains(answer.Said))
        && (For.Length == 0 || For.Contains(definition.Balance.Kind));
}

/// <summary>What the looks of the kits ask for where the mark that is asked about does not say it, or not all of it.</summary>
internal static class LookRemedies
{
    private const BalanceKind Radio = BalanceKind.Radio;

    /// <summary>The first that fits is taken.</summary>
    public static IReadOnlyList<LookRemedy> All { get; } =
    [
        // Two sails, or one, luffing slowly.
        new(["luffing"], ["headsail first"], "It is out too far") { FirstOf = [MarkEffect.LeadIn], For = [Radio] },
        new(["luffing"], ["headsail first"], "Sheet the headsail in a little; broke its foot first, the lead goes aft instead")
        {
            FirstOf = [MarkEffect.LeadIn, MarkEffect.LeadForward],
        },
        new(["luffing"], ["main first"], "The headsail is too tight: ease it a little")
        {
            FirstOf = [MarkEffect.LeadOut, MarkEffect.LeadAft],
        },
        new(["luffing"], ["high first"], "Too much twist: pull the sheet further down") { FirstOf = [MarkEffect.TwistLess] },
        new(["luffing"], ["low first"], "Too little twist: let the sheet pull less downward") { FirstOf = [MarkEffect.TwistMore] },
        // Leeches.
        new(["leech-top"], ["open"], "Sheet a touch harder") { FirstOf = [MarkEffect.TwistLess] },
        new(["leech-top"], ["hooked"], "Wait for the breeze: seen in a lull it proves nothing. Then ease a touch")
        {
            FirstOf = [MarkEffect.TwistMore],
        },
        new(["leech-bottom"], ["open"], "") { FirstOf = [MarkEffect.Fuller] },
        new(["leech-bottom"], ["hooked"], "") { FirstOf = [MarkEffect.Flatter] },
        new(["sheet-eased"], [], "It is the vang, not the sheet") { FirstOf = [MarkEffect.TwistMore] },
        new(["twist-equal"], ["headsail more"], "") { FirstOf = [MarkEffect.HeadsailTwistLess] },
        new(["twist-equal"], ["main more"], "") { FirstOf = [MarkEffect.TwistLess] },
        new(["tops"], ["closed, she heels"], "") { FirstOf = [MarkEffect.TwistMore], And = [MarkEffect.HeadsailTwistMore] },
        new(["tops"], ["top backs"], "The smaller fault of the two") { FirstOf = [MarkEffect.HeadsailTwistLess] },
        new(["battens"], ["hung open"], "") { FirstOf = [MarkEffect.TwistLess] },
        new(["battens"], ["stiff"], "") { FirstOf = [MarkEffect.TwistMore] },
        new(["flutter"], ["flutters"], "Only until it just stops"),
        // Headsail and slot.
        new(["slot"], ["narrow"], "Ease the headsail a little") { FirstOf = [MarkEffect.LeadOut, MarkEffect.LeadAft] },
        new(["slot"], ["wide"], "Sheet the headsail in a little") { FirstOf = [MarkEffect.LeadIn, MarkEffect.LeadForward] },
        new(["backing"], ["clearly"], "Ease the headsail a little") { FirstOf = [MarkEffect.LeadOut, MarkEffect.LeadAft] },
        new(["telltales"], ["leech ones stalled"], "Ease the sheet a touch") { FirstOf = [MarkEffect.BoomOut] },
        new(["telltales"], ["luff ones broke"], "Steer first: bear away a little; then the headsail in") { FirstOf = [MarkEffect.LeadIn] },
        // How she goes.
        new(["pointing"], ["would not point"], "Look first whether there is lee helm; then sheet a touch harder"),
        new(["pointing"], ["points but slow"], "Ease a touch and foot"),
        new(["twitchy"], ["twitchy", "sliding sideways"], "Ease both sheets a click")
        {
            FirstOf = [MarkEffect.BoomOut, MarkEffect.TwistMore],
            And = [MarkEffect.TwistMore],
        },
        new(["tacks"], [], "Have way on before you tack, and let the sheets run as she turns; it is not the rake")
        {
            FirstOf = [MarkEffect.BoardDown],
        },
        new(["roll"], ["had to be pulled"], "Put the weight further over as she turns") { ActAlone = true },
        new(["bears-away"], ["only sitting to leeward"], "Once is chance; if it is the rule") { FirstOf = [MarkEffect.SailForward] },
        new(["bears-away"], [], "Ease the main and flatten it") { FirstOf = [MarkEffect.SailForward] },
        new(["rudders-heavy"], ["heavy"], "Look first: are both rudders down, do they agree, is she flat?")
        {
            FirstOf = [MarkEffect.SailForward],
        },
        new(["turns-up"], ["turn up fast"], "") { FirstOf = [MarkEffect.SailForward] },
        new(["turns-up"], ["bear away", "go straight"], "") { FirstOf = [MarkEffect.SailAft] },
        new(["block-to-block"], ["blocks stayed apart"], "Count the shroud holes first; in light air it is no fault")
        {
            FirstOf = [MarkEffect.SailAft],
        },
        new(["block-to-block"], ["blocks met too soon"], "Count the shroud holes first") { FirstOf = [MarkEffect.SailForward] },
        new(["beam-gap"], [], "Count the shroud holes first") { FirstOf = [MarkEffect.SailForward] },
        new(["block-to-block"], ["had to ease to stay flat"], "")
        {
            FirstOf = [MarkEffect.TwistLess],
            And = [MarkEffect.Flatter, MarkEffect.LuffTighter],
        },
        new(["block-to-block"], ["power left over"], "") { FirstOf = [MarkEffect.Fuller], And = [MarkEffect.TwistMore] },
        new(["windward-heel"], [], "Bring the weight in, or the sheet: a little windward heel, no more") { ActAlone = true },
        new(["sail-over-hull"], ["outboard"], "Windward rail down until the sail’s middle stands over the hull") { ActAlone = true },
        new(["sail-over-hull"], ["too much windward heel"], "Windward rail up a little") { ActAlone = true },
        new(["clearance"], [], "Stop: she is not sailed so. Look at the halyard point too") { FirstOf = [MarkEffect.SailUp] },
        // With a kite.
        new(["kite-luff", "gennaker-luff"], ["too slack"], "Sheet in until the luff just curls") { ActAlone = true },
        new(["kite-luff", "gennaker-luff"], ["too tight"], "Sheet out until the luff just curls") { ActAlone = true },
        new(["kite-pull"], ["went light"], "Head up; whoever holds the sheet calls it") { ActAlone = true },
        new(["kite-pull"], ["pulled hard"], "Bear away; whoever holds the sheet calls it") { ActAlone = true },
        new(["soak-heel"], ["to leeward"], "Weight to windward") { ActAlone = true },
        new(["soak-heel"], ["too much windward heel"], "Weight in") { ActAlone = true },
        new(["bow", "nose"], ["low"], "Weight aft, and bear away") { ActAlone = true },
        new(["bow"], ["under"], "Stop: let the kite’s sheet go") { ActAlone = true },
        new(["nose"], ["under"], "Stop: let the sheets go, weight aft, and reef") { ActAlone = true },
        // Before launching, and what nobody should sail on with.
        new(["both-sides", "plumb"], ["they differ", "holes differ"], "Stop: the same hole on both sides, counted from the bottom")
        {
            ActAlone = true,
        },
        new(["plumb"], ["leans"], "Even the shrouds until the mast stands plumb") { ActAlone = true },
        new(["lookout"], [], "Stop: name one who looks out behind the headsail") { ActAlone = true },
        new(["rail"], [], "Ease, twist the top off, then reef") { ActAlone = true },
        new(["freeboard"], [], "Reef, whatever the number says") { ActAlone = true },
        new(["heel"], [], "Depower first: beyond the class’s limit no check counts") { ActAlone = true },
        new(["clicks"], [], "It is the rudder, not the balance: set it straight before you look at the helm") { ActAlone = true },
        new(["jib-gap"], [], "Sheet the headsail until its leech stands where the band’s card has it") { ActAlone = true },
        new(["downwind-look"], ["odd"], "Write in the note what was odd; the captain reads it") { ActAlone = true },
        // On a board.
        new(["one-hand", "forearms"], ["the front one only", "the back one only"], "") { Steps = 2 },
        new(["forearms"], [], "Which one? The back arm: lines back 2 cm. The front one: lines forward 2 cm") { ActAlone = true },
        new(["line-length"], ["too short"], "Practise the longer ones ashore first"),
        new(["strap-fit"], ["toes hidden", "loose"], "Make the straps smaller, until they hug and the toes are seen") { ActAlone = true },
        new(["strap-fit"], ["foot sticks"], "Stop: make the straps wider, the foot must come free in a fall") { ActAlone = true },
    ];
}
