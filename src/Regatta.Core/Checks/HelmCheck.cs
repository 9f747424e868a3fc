using System.Runtime.CompilerServices;
using Regatta.Core.Evidence;
using Regatta.Core.Units;

namespace Regatta.Core.Checks;

/// <summary>The four gates of the helm-balance check, each held or not.</summary>
/// <param name="RudderCentred">The rudder was known to sit straight.</param>
/// <param name="SteadyFullSpeed">Judged in steady breeze at full speed, 10 to 20 m into the run.</param>
/// <param name="Flat">Hiked flat.</param>
/// <param name="Trimmed">Sails trimmed, telltales streaming.</param>
public readonly record struct CheckGates(bool RudderCentred, bool SteadyFullSpeed, bool Flat, bool Trimmed)
{
    /// <summary>Each in the order it is asked.</summary>
    public IReadOnlyList<bool> All => [RudderCentred, SteadyFullSpeed, Flat, Trimmed];

    /// <summary>All four held.</summary>
    public static readonly CheckGates AllHeld = new(true, true, true, true);
}

/// <summary>What broke first when heading up slowly.</summary>
public enum Luffing
{
    /// <summary>Nobody looked.</summary>
    NotLookedAt,

    /// <summary>The headsail, or the luff of a single sail at its head.</summary>
    First,

    /// <summary>All together: right.</summary>
    Together,

    /// <summary>The headsail after the main, or the foot of a single sail first.</summary>
    After,
}

/// <summary>A helm-balance check as it was done.</summary>
/// <param name="Helm">The helm on each tack.</param>
/// <param name="Gates">Which gates were held.</param>
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

    /// <summary>Weighs a check: each fault takes its factor, and the first that makes it worthless sets it aside.</summary>
    public static CheckWeight Weigh(HelmCheck check)
    {
        (bool Fault, double Factor, string Reason)[] faults =
        [
            (!check.Gates.SteadyFullSpeed, 0, "not at full speed in a steady breeze"),
            (check.Heel is { } heel && heel.Abs().CompareTo(MostHeel) > 0, 0, "heeled beyond 30°: depower first"),
            (!check.Gates.RudderCentred && !check.Helm.BothTacks, 0, "rudder not known to be centred, and only one tack"),
            (!check.Gates.RudderCentred && check.Helm.BothTacks, 0.5, "rudder not known to be centred"),
            (check.Gates.RudderCentred && !check.Helm.BothTacks, 0.5, "only one tack"),
            (!check.Gates.Flat, 0.5, check.Heel is null ? "not flat, and the heel not noted" : "not flat"),
            (!check.Gates.Trimmed, 0.5, "sails not trimmed"),
            (check.InWords, EvidenceRules.WordWeight, "helm given in words"),
            (
                check.Helm.Bias is { } bias && bias.Abs().CompareTo(MostBias) > 0,
                0.5,
                "the tacks differ much: look at the rudder and at mast lean"
            ),
        ];
        var found = faults.Where(fault => fault.Fault).ToList();
        return new(found.Aggregate(1.0, (weight, fault) => weight * fault.Factor), [.. found.Select(fault => fault.Reason)]);
    }
}
