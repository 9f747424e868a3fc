namespace Regatta.Core.Controls;

/// <summary>Names a purpose within its class: lower-case letters, digits and hyphens.</summary>
/// <param name="Name">Such as <c>recreation</c>.</param>
public readonly record struct PurposeKey(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;
}

/// <summary>What she is sailed for: racing, recreation, learning, jumping. The class lists its purposes; its cards' cells are the
/// first's.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What sailors call it.</param>
public sealed record Purpose(PurposeKey Key, string Name);

/// <summary>The mark a control has for a purpose.</summary>
/// <param name="Purpose">The purpose.</param>
/// <param name="Mark">The mark.</param>
/// <param name="Caution">What to beware of with it; may be empty.</param>
/// <param name="Until">The mean wind from which on it is refused and the first purpose's mark is set instead, at the class's height; null
/// for in every wind.</param>
public sealed record PurposeMark(PurposeKey Purpose, Mark Mark, string Caution, Speed? Until = null);
