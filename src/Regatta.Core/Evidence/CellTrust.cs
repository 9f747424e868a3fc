using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Evidence;

/// <summary>How far a cell can be trusted.</summary>
public enum CellStatus
{
    /// <summary>Says nothing yet.</summary>
    Empty,

    /// <summary>Worked out between its neighbours; nobody has confirmed it.</summary>
    Interpolated,

    /// <summary>Somebody wrote it; the logs are too few to tell.</summary>
    Entered,

    /// <summary>Enough sessions at this mark, and they agree with it.</summary>
    Supported,

    /// <summary>Enough sessions at this mark, and they disagree with it.</summary>
    Contested,

    /// <summary>It was supported or contested, but nobody has logged it for a season.</summary>
    Stale,
}

/// <summary>A cell's status with its reason and the sessions behind it.</summary>
/// <param name="Status">How far it can be trusted.</param>
/// <param name="Why">The reason in one sentence.</param>
/// <param name="Sessions">The valid sessions at this mark in this band, newest first.</param>
public sealed record CellTrust(CellStatus Status, string Why, IReadOnlyList<SessionEvidence> Sessions)
{
    /// <summary>So many valid sessions make a cell supported or contested.</summary>
    public const int Enough = 3;

    /// <summary>A season: a cell nobody logged for longer is stale.</summary>
    public static readonly TimeSpan Season = TimeSpan.FromDays(365);

    /// <summary>Judges one cell.</summary>
    /// <param name="boatClass">Its class.</param>
    /// <param name="matrix">The matrix it stands in.</param>
    /// <param name="band">Its band.</param>
    /// <param name="control">Its control.</param>
    /// <param name="sessions">The sessions whose wind lay mostly in this band.</param>
    /// <param name="today">The time to judge staleness by.</param>
    public static CellTrust Judge(
        ClassDefinition boatClass,
        Matrix matrix,
        WindBand band,
        Control control,
        IEnumerable<SessionEvidence> sessions,
        DateTimeOffset today
    )
    {
        if (matrix[band, control] is not { } cell)
        {
            return new(CellStatus.Empty, "Nobody has said anything here yet.", []);
        }

        if (cell.Mark is null)
        {
            return new(CellStatus.Entered, "Words to go by; logs can neither support nor contest them.", []);
        }

        var valid = sessions
            .Where(session => session.Weight?.Weight > 0 && session.Marks.TryGetValue(control.Key, out var sailed) && cell.Holds(sailed))
            .OrderByDescending(session => session.SailedAt)
            .ToList();
        if (valid.Count < Enough)
        {
            return cell.Source == CellSource.Interpolated
                ? new(CellStatus.Interpolated, "Worked out between the bands beside it; sail it, or confirm it.", valid)
                : new(CellStatus.Entered, $"{Count(valid.Count)} at this mark; {Enough} are needed before the logs can tell.", valid);
        }

        if (today - valid[0].SailedAt > Season)
        {
            return new(CellStatus.Stale, $"{Count(valid.Count)} at this mark, but none for a season.", valid);
        }

        return control.HelmPerUnit is null ? ByFeel(valid) : ByHelm(boatClass.Helm, valid);
    }

    private static CellTrust ByHelm(HelmAim aim, List<SessionEvidence> valid)
    {
        var weight = valid.Sum(session => session.Weight!.Weight);
        var mean = valid.Sum(session => session.Weight!.Weight * session.Check!.Helm.Mean.Degrees) / weight;
        var off = mean - aim.Target.Degrees;
        var carried =
            $"{Count(valid.Count)} at this mark carried {Checks.HelmWords.Describe(Angle.FromDegrees(mean))} "
            + $"on average; the class aims at {NumberText.Plain(aim.Target.Degrees, 1)}°";
        return Math.Abs(off) <= aim.Tolerance.Degrees
            ? new(CellStatus.Supported, $"{carried}, within {NumberText.Plain(aim.Tolerance.Degrees, 1)}°.", valid)
            : new(CellStatus.Contested, $"{carried}, and {NumberText.Plain(Math.Abs(off), 1)}° is too far off.", valid);
    }

    private static CellTrust ByFeel(List<SessionEvidence> valid)
    {
        var slow = valid.Count(session => session.Felt is Felt.Slow or Felt.RatherSlow);
        return slow * 2 > valid.Count
            ? new(CellStatus.Contested, $"{slow} of {valid.Count} sessions at this mark felt slow.", valid)
            : new(CellStatus.Supported, $"{Count(valid.Count)} at this mark, {valid.Count - slow} of them not slow.", valid);
    }

    private static string Count(int sessions) => sessions == 1 ? "1 session" : $"{sessions} sessions";
}
