namespace Regatta.Core.Checks;

/// <summary>What must hold while balance is judged. Which of them are asked depends on the kind of boat.</summary>
[Flags]
public enum Gate
{
    /// <summary>None.</summary>
    None = 0,

    /// <summary>The rudder, or both, known to sit straight.</summary>
    RudderCentred = 1,

    /// <summary>Sailed close-hauled.</summary>
    CloseHauled = 2,

    /// <summary>Judged in steady breeze at full speed, 10 to 20 m into the run.</summary>
    SteadyFullSpeed = 4,

    /// <summary>Flat, or at the heel the class aims at.</summary>
    Flat = 8,

    /// <summary>Sails trimmed, telltales streaming.</summary>
    Trimmed = 16,

    /// <summary>Hands off the stick while looking.</summary>
    HandsOff = 32,

    /// <summary>The rig stood upright.</summary>
    RigUpright = 64,

    /// <summary>The draft stood steady.</summary>
    DraftSteady = 128,
}

/// <summary>The gates of a balance check: which were asked, and which of those held.</summary>
/// <param name="Asked">What was asked.</param>
/// <param name="Held">What held.</param>
public readonly record struct CheckGates(Gate Asked, Gate Held)
{
    /// <summary>What was asked before each kind of boat had its own check.</summary>
    public const Gate Usual = Gate.RudderCentred | Gate.SteadyFullSpeed | Gate.Flat | Gate.Trimmed;

    /// <summary>The usual four asked, and all of them held.</summary>
    public static readonly CheckGates AllHeld = new(Usual, Usual);

    /// <summary>Whether a gate held; one that nobody asked is not held against anybody.</summary>
    public bool Broken(Gate gate) => Asked.HasFlag(gate) && !Held.HasFlag(gate);

    /// <summary>The same, but for a gate that did not hold.</summary>
    public CheckGates Without(Gate gate) => this with { Held = Held & ~gate };

    /// <summary>The gates of a set, one by one, in the order they are asked.</summary>
    public static IEnumerable<Gate> Each(Gate gates) => Enum.GetValues<Gate>().Where(gate => gate != Gate.None && gates.HasFlag(gate));

    /// <summary>Gates joined to a set.</summary>
    public static Gate Joined(IEnumerable<Gate> gates) => gates.Aggregate(Gate.None, (all, gate) => all | gate);
}
