namespace Regatta.Core.Controls;

/// <summary>A control of a gear, and how many of its steps it goes for one step of the gear; negative for the other way.</summary>
/// <param name="Control">The control.</param>
/// <param name="Steps">Its steps; not zero.</param>
public sealed record GearMember(ControlKey Control, int Steps);

/// <summary>Controls that move as one: one step, one line on the card, one undo.</summary>
/// <param name="Name">What sailors call it.</param>
/// <param name="Members">The controls, the one it is read by first; at least two.</param>
/// <param name="Loosened">Whether a captain lets them be set each by itself: the other school.</param>
public sealed record Gear(string Name, IReadOnlyList<GearMember> Members, bool Loosened)
{
    /// <summary>Whether it binds a control now.</summary>
    public bool Binds(ControlKey control) => !Loosened && Members.Any(member => member.Control == control);

    /// <summary>The same controls bound in the same way.</summary>
    public bool Equals(Gear? other) =>
        other is not null && (Name, Loosened) == (other.Name, other.Loosened) && Members.SequenceEqual(other.Members);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Members.Count);
}
