namespace Regatta.Core.Sails;

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

/// <summary>A mark that belongs to a plan: where the halyard, the car or a strip stands with it.</summary>
/// <param name="What">What is marked.</param>
/// <param name="Says">Where it stands, as sailors read it.</param>
public sealed record PlanMark(string What, string Says);

/// <summary>What a boat carries: full sail, a reef, a smaller sail, another rig. A class lists its plans from the largest to the
/// smallest.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What sailors call it.</param>
public sealed record SailPlan(PlanKey Key, string Name)
{
    /// <summary>The plan of a class that has but one.</summary>
    public static SailPlan Full { get; } = new(new("full"), "full sail");

    /// <summary>Its area in m², where somebody stated it.</summary>
    public double? StatedArea { get; init; }

    /// <summary>How far its centre of effort stands above the boat's side resistance, where somebody stated it.</summary>
    public Length? StatedArm { get; init; }

    /// <summary>The mean wind at which it was found to be too much, at the class's height; null where nobody measured it.</summary>
    public Speed? MeasuredLimit { get; init; }

    /// <summary>What stands of its sails, at their real shape.</summary>
    public IReadOnlyList<SideShape> Sails { get; init; } = [];

    /// <summary>The marks that belong to it.</summary>
    public IReadOnlyList<PlanMark> Marks { get; init; } = [];

    /// <summary>Its area in m²: as stated, or of its outlines; null without either.</summary>
    public double? Area => StatedArea ?? (Sails.Count > 0 ? Sails.Sum(sail => sail.Area) : null);

    /// <summary>Its heeling arm: as stated, or the height of its outlines' centre above the water, which leaves the part below out
    /// (ours); null without either.</summary>
    public Length? Arm =>
        StatedArm
        ?? (
            Sails.Sum(sail => sail.Area) is > 0 and var area
                ? Length.FromMetres(Sails.Sum(sail => sail.Area * sail.Centroid.Z.Metres) / area)
                : null
        );

    /// <summary>What makes it no plan, in a sentence; null where it is one.</summary>
    public string? Problem =>
        StatedArea is <= 0 or > 1000 || StatedArm is { Metres: <= 0 or > 40 } || MeasuredLimit is { Knots: <= 0 or > 80 }
            ? $"{Name}: area and arm lie above zero, up to 1000 m² and 40 m, and the limit below 80 kn."
        : Sails.Count > Limits.PlanParts || Marks.Count > Limits.PlanParts
            ? $"{Name}: a plan has at most {Limits.PlanParts} outlines and as many marks."
        : Sails.Select(sail => sail.Problem).FirstOrDefault(problem => problem is not null);

    /// <summary>The same plan in every part.</summary>
    public bool Equals(SailPlan? other) =>
        other is not null
        && (Key, Name, StatedArea, StatedArm, MeasuredLimit)
            == (other.Key, other.Name, other.StatedArea, other.StatedArm, other.MeasuredLimit)
        && Sails.SequenceEqual(other.Sails)
        && Marks.SequenceEqual(other.Marks);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Key, Name);
}

/// <summary>A way of sailing with marks of its own: upwind, reach, soak, planing. The class chooses.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What sailors call it.</param>
public sealed record SailingMode(ModeKey Key, string Name)
{
    /// <summary>The mode of a class that has but one.</summary>
    public static SailingMode Upwind { get; } = new(new("upwind"), "upwind");

    /// <summary>When to go over to it, and back; null where the class does not say.</summary>
    public ModeTrigger? Trigger { get; init; }

    /// <summary>The mean wind at which it ends, whatever its trigger says; null where the class does not say.</summary>
    public Speed? Ends { get; init; }

    /// <summary>The sail with limits of its own that stands in it; null for the one that is called as the mode is, if there is
    /// one.</summary>
    public string? Sail { get; init; }

    /// <summary>What makes it no mode, in a sentence; null where it is one.</summary>
    public string? Problem =>
        Trigger?.Problem
        ?? (
            Ends is { } ends && (ends.Knots > 60 || !(ends > (Trigger?.In ?? default)))
                ? "A mode ends above the wind it begins at, and below 60 kn."
            : Sail?.Trim().Length is 0 or > PlanModes.LongestName ? $"A sail’s name has 1 to {PlanModes.LongestName} letters."
            : null
        );
}

/// <summary>One of a class's matrices: the marks of a sail plan in a mode.</summary>
/// <param name="Plan">With which sails.</param>
/// <param name="Mode">Sailed how.</param>
public readonly record struct PlanMode(PlanKey Plan, ModeKey Mode)
{
    /// <summary>Full sail upwind: the plan and mode of a class that has but one.</summary>
    public static PlanMode Usual { get; } = new(SailPlan.Full.Key, SailingMode.Upwind.Key);
}
