using System.Runtime.CompilerServices;

namespace Regatta.Core.Checks;

/// <summary>A helm-balance check as it was done.</summary>
/// <param name="Helm">The helm on each tack.</param>
/// <param name="Gates">Which gates were asked, and which held.</param>
/// <param name="Heel">Degrees of heel to leeward (− to windward), or null when not noted.</param>
public sealed record HelmCheck(HelmReading Helm, CheckGates Gates, Angle? Heel)
{
    /// <summary>Whether the helm was given in words, which lie three degrees apart.</summary>
    public bool InWords { get; init; }
}

/// <summary>How far a check can be believed, and why not further.</summary>
/// <param name="Weight">0 (tells nothing) to 1 (counts fully).</param>
/// <param name="Reasons">What took weight away; empty at 1.</param>
public sealed record CheckWeight(double Weight, IReadOnlyList<string> Reasons)
{
    /// <summary>The weight in a word.</summary>
    public string Word =>
        Weight switch
        {
            0 => "set aside",
            1 => "counts fully",
            _ => "counts in part",
        };
}

/// <summary>Turns the validity of a check into the weight its helm gets in the fit. The factors are our own choice; the gates are common
/// practice.</summary>
public static class CheckValidity
{
    /// <summary>Beyond this heel she only slides sideways, and helm says nothing of balance. Common practice.</summary>
    public static readonly Angle MostHeel = Angle.FromDegrees(30);

    /// <summary>Beyond this difference between mean and tack the rudder is the first suspect.</summary>
    public static readonly Angle MostBias = Angle.FromDegrees(4);

    /// <summary>A check never changes, so it is weighed once.</summary>
    private static readonly ConditionalWeakTable<HelmCheck, CheckWeight> Known = [];

    /// <summary>The weight of a check.</summary>
    public static CheckWeight Of(HelmCheck check) => Known.GetValue(check, Weigh);

    /// <summary>Weighs a check: each fault takes its factor, and the first that makes it worthless sets it aside. A gate that was never
    /// asked takes nothing.</summary>
    public static CheckWeight Weigh(HelmCheck check)
    {
        var gates = check.Gates;
        var rudder = gates.Broken(Gate.RudderCentred);
        (bool Fault, double Factor, string Reason)[] faults =
        [
            (gates.Broken(Gate.SteadyFullSpeed), 0, "not at full speed in a steady breeze"),
            (gates.Broken(Gate.CloseHauled), 0, "not close-hauled"),
            (check.Heel is { } heel && heel.Abs().CompareTo(MostHeel) > 0, 0, "heeled beyond 30°: depower first"),
            (rudder && !check.Helm.BothTacks, 0, "rudder not known to be centred, and only one tack"),
            (rudder && check.Helm.BothTacks, 0.5, "rudder not known to be centred"),
            (!rudder && !check.Helm.BothTacks, 0.5, "only one tack"),
            (gates.Broken(Gate.Flat), 0.5, check.Heel is null ? "not at her usual heel, and the heel not noted" : "not at her usual heel"),
            (gates.Broken(Gate.Trimmed), 0.5, "sails not trimmed"),
            (gates.Broken(Gate.HandsOff), 0.5, "not hands off"),
            (gates.Broken(Gate.RigUpright), 0.5, "the rig not upright"),
            (gates.Broken(Gate.DraftSteady), 0.5, "the draft wandered"),
            (check.InWords, EvidenceRules.WordWeight, "balance given in words"),
            (
                check.Helm.Bias is { } bias && bias.Abs().CompareTo(MostBias) > 0,
                0.5,
                gates.Asked.HasFlag(Gate.RigUpright)
                    ? "the tacks differ much: look at the lines of both sides"
                    : "the tacks differ much: look at the rudder and at mast lean"
            ),
        ];
        var found = faults.Where(fault => fault.Fault).ToList();
        return new(found.Aggregate(1.0, (weight, fault) => weight * fault.Factor), [.. found.Select(fault => fault.Reason)]);
    }
}
