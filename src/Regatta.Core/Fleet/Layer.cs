namespace Regatta.Core.Fleet;

/// <summary>Names a sail plan within its class: lower-case letters, digits and hyphens.</summary>
/// <param name="Name">Such as <c>reef-1</c>.</param>
public readonly record struct PlanKey(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;
}

/// <summary>Names a mode within its class: lower-case letters, digits and hyphens.</summary>
/// <param name="Name">Such as <c>upwind</c>.</param>
public readonly record struct ModeKey(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;
}

/// <summary>What a boat carries: full sail, a reef, a smaller sail, another rig. A class lists its plans from the largest to the
/// smallest.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What sailors call it.</param>
public sealed record SailPlan(PlanKey Key, string Name)
{
    /// <summary>The plan of a class that has but one.</summary>
    public static SailPlan Full { get; } = new(new("full"), "full sail");
}

/// <summary>A way of sailing with marks of its own: upwind, reach, soak, planing. The class chooses.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What sailors call it.</param>
public sealed record SailingMode(ModeKey Key, string Name)
{
    /// <summary>The mode of a class that has but one.</summary>
    public static SailingMode Upwind { get; } = new(new("upwind"), "upwind");
}

/// <summary>One of a class's matrices: the marks of a sail plan in a mode.</summary>
/// <param name="Plan">With which sails.</param>
/// <param name="Mode">Sailed how.</param>
public readonly record struct Layer(PlanKey Plan, ModeKey Mode)
{
    /// <summary>Full sail upwind: the layer of a class that has but one.</summary>
    public static Layer Usual { get; } = new(SailPlan.Full.Key, SailingMode.Upwind.Key);
}
