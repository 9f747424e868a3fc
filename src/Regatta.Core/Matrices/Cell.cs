using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Wind;

namespace Regatta.Core.Matrices;

/// <summary>Where a cell stands: a control in a band.</summary>
/// <param name="Band">The band.</param>
/// <param name="Control">The control.</param>
public readonly record struct CellAddress(BandId Band, ControlKey Control);

/// <summary>Where a cell's content came from.</summary>
public enum CellSource
{
    /// <summary>Somebody wrote it.</summary>
    Entered,

    /// <summary>A proposal from the logs was accepted.</summary>
    Proposed,
}

/// <summary>What the matrix says of one control in one band: a mark with its tolerance, or an observed target, or both.</summary>
public sealed record Cell
{
    /// <summary>The longest target or note, in characters.</summary>
    public const int LongestText = 300;

    private Cell(Mark? mark, double tolerance, string target, string note, CellSource source) =>
        (Mark, Tolerance, Target, Note, Source) = (mark, tolerance, target, note, source);

    /// <summary>The mark, or null when the setting is not a number.</summary>
    public Mark? Mark { get; }

    /// <summary>How far to either side still counts as the mark, in positions of the scale; zero or more.</summary>
    public double Tolerance { get; }

    /// <summary>What to look for, in words; may be empty.</summary>
    public string Target { get; }

    /// <summary>A remark; may be empty.</summary>
    public string Note { get; }

    /// <summary>Where it came from.</summary>
    public CellSource Source { get; }

    /// <summary>Joins the parts; refuses a cell that says nothing, a tolerance below zero, and texts too long.</summary>
    public static Parsed<Cell> Of(Mark? mark, double tolerance, string target, string note, CellSource source) => (mark, target.Trim(), note.Trim()) switch
    {
        (null, "", _) => Parsed<Cell>.Bad("Write a mark, a target in words, or both; or clear the cell."),
        _ when !double.IsFinite(tolerance) || tolerance < 0 => Parsed<Cell>.Bad("A tolerance is zero or more."),
        (_, { Length: > LongestText }, _) or (_, _, { Length: > LongestText }) => Parsed<Cell>.Bad($"Keep it under {LongestText} letters."),
        var (_, words, remark) => Parsed<Cell>.Good(new(mark, tolerance, words, remark, source)),
    };

    /// <summary>Whether a mark counts as this cell's.</summary>
    public bool Holds(Mark sailed) => Mark is { } set && set.DistanceTo(sailed) <= Tolerance + 1e-9;

    /// <summary>The mark as read on the boat, with the target in words when there is one.</summary>
    public string Show(Scale scale) => (Mark, Target) switch
    {
        ({ } mark, "") => scale.Show(mark),
        ({ } mark, var words) => $"{scale.Show(mark)}, {words}",
        (null, var words) => words,
    };
}
