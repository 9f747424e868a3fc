namespace Regatta.Core.Controls;

/// <summary>What more of a mark does to the boat. A closed family in pairs: each even value is followed by its opposite.</summary>
public enum MarkEffect
{
    /// <summary>The sail, or the whole rig, stands further forward.</summary>
    SailForward,

    /// <summary>The sail, or the whole rig, stands further aft.</summary>
    SailAft,

    /// <summary>The sail stands lower.</summary>
    SailDown,

    /// <summary>The sail stands higher.</summary>
    SailUp,

    /// <summary>The main's leech opens: more twist.</summary>
    TwistMore,

    /// <summary>The main's leech closes: less twist.</summary>
    TwistLess,

    /// <summary>The sail is flatter.</summary>
    Flatter,

    /// <summary>The sail is fuller.</summary>
    Fuller,

    /// <summary>The luff is tighter: the draft comes forward and the top opens.</summary>
    LuffTighter,

    /// <summary>The luff is looser.</summary>
    LuffLooser,

    /// <summary>The main's boom goes out.</summary>
    BoomOut,

    /// <summary>The main's boom comes in.</summary>
    BoomIn,

    /// <summary>The headsail's sheeting point goes forward: its leech closes, its foot is fuller.</summary>
    LeadForward,

    /// <summary>The headsail's sheeting point goes aft: its leech opens, its foot is flatter.</summary>
    LeadAft,

    /// <summary>The headsail goes out: the slot widens.</summary>
    LeadOut,

    /// <summary>The headsail comes in: the slot narrows.</summary>
    LeadIn,

    /// <summary>The headsail's leech opens: more twist in it.</summary>
    HeadsailTwistMore,

    /// <summary>The headsail's leech closes: less twist in it.</summary>
    HeadsailTwistLess,

    /// <summary>The headsail is flatter.</summary>
    HeadsailFlatter,

    /// <summary>The headsail is fuller.</summary>
    HeadsailFuller,

    /// <summary>The board, or the fin, comes up: less side area.</summary>
    BoardUp,

    /// <summary>The board, or the fin, goes down: more side area.</summary>
    BoardDown,

    /// <summary>The side area moves aft.</summary>
    BoardAft,

    /// <summary>The side area moves forward.</summary>
    BoardForward,

    /// <summary>The rig is tighter: the forestay sags less.</summary>
    RigTighter,

    /// <summary>The rig is looser.</summary>
    RigLooser,

    /// <summary>Less sail stands.</summary>
    SailLess,

    /// <summary>More sail stands.</summary>
    SailMore,

    /// <summary>The pull on the lines sits further back.</summary>
    LinesBack,

    /// <summary>The pull on the lines sits further forward.</summary>
    LinesForward,

    /// <summary>The crew sits further aft.</summary>
    CrewAft,

    /// <summary>The crew sits further forward.</summary>
    CrewForward,

    /// <summary>The crew is further out to windward.</summary>
    CrewOut,

    /// <summary>The crew is further in.</summary>
    CrewIn,

    /// <summary>She heels more to leeward.</summary>
    HeelMore,

    /// <summary>She heels less to leeward, or to windward.</summary>
    HeelLess,
}

/// <summary>Effects and their opposites in words.</summary>
public static class MarkEffects
{
    /// <summary>The opposite of an effect.</summary>
    public static MarkEffect Opposite(MarkEffect effect) => (MarkEffect)((int)effect ^ 1);

    /// <summary>Which way of a mark has an effect: +1 for more of the mark, −1 for less, 0 where it is not declared.</summary>
    /// <param name="declared">What more of the mark does.</param>
    /// <param name="wanted">The effect that is wanted.</param>
    public static int Way(IReadOnlyList<MarkEffect> declared, MarkEffect wanted) =>
        declared.Contains(wanted) ? 1
        : declared.Contains(Opposite(wanted)) ? -1
        : 0;

    /// <summary>What a change that way does, in words: "the sail moves forward and lower". Empty where nothing is declared.</summary>
    /// <param name="declared">What more of the mark does.</param>
    /// <param name="way">+1 for more of the mark, −1 for less.</param>
    public static string Says(IReadOnlyList<MarkEffect> declared, int way) =>
        string.Join(" and ", declared.Select(effect => Words(way < 0 ? Opposite(effect) : effect)));

    /// <summary>An effect in words.</summary>
    public static string Words(MarkEffect effect) =>
        effect switch
        {
            MarkEffect.SailForward => "the sail moves forward",
            MarkEffect.SailAft => "the sail moves aft",
            MarkEffect.SailDown => "the sail stands lower",
            MarkEffect.SailUp => "the sail stands higher",
            MarkEffect.TwistMore => "the leech opens",
            MarkEffect.TwistLess => "the leech closes",
            MarkEffect.Flatter => "the sail is flatter",
            MarkEffect.Fuller => "the sail is fuller",
            MarkEffect.LuffTighter => "the luff tightens",
            MarkEffect.LuffLooser => "the luff loosens",
            MarkEffect.BoomOut => "the boom goes out",
            MarkEffect.BoomIn => "the boom comes in",
            MarkEffect.LeadForward => "the headsail’s lead goes forward",
            MarkEffect.LeadAft => "the headsail’s lead goes aft",
            MarkEffect.LeadOut => "the headsail goes out",
            MarkEffect.LeadIn => "the headsail comes in",
            MarkEffect.HeadsailTwistMore => "the headsail’s leech opens",
            MarkEffect.HeadsailTwistLess => "the headsail’s leech closes",
            MarkEffect.HeadsailFlatter => "the headsail is flatter",
            MarkEffect.HeadsailFuller => "the headsail is fuller",
            MarkEffect.BoardUp => "the board comes up",
            MarkEffect.BoardDown => "the board goes down",
            MarkEffect.BoardAft => "the board moves aft",
            MarkEffect.BoardForward => "the board moves forward",
            MarkEffect.RigTighter => "the rig tightens",
            MarkEffect.RigLooser => "the rig loosens",
            MarkEffect.SailLess => "less sail stands",
            MarkEffect.SailMore => "more sail stands",
            MarkEffect.LinesBack => "the lines go back",
            MarkEffect.LinesForward => "the lines go forward",
            MarkEffect.CrewAft => "the crew moves aft",
            MarkEffect.CrewForward => "the crew moves forward",
            MarkEffect.CrewOut => "the crew goes out",
            MarkEffect.CrewIn => "the crew comes in",
            MarkEffect.HeelMore => "she heels more",
            _ => "she heels less",
        };
}
