namespace Regatta.Core.Matrices;

/// <summary>Where a cell stands within a matrix: a control in a band.</summary>
/// <param name="Band">The band.</param>
/// <param name="Control">The control.</param>
public readonly record struct CellAddress(BandId Band, ControlKey Control);

/// <summary>Where a cell stands within a class: in which of its matrices, and where there.</summary>
/// <param name="PlanMode">The matrix.</param>
/// <param name="Address">The cell in it.</param>
public readonly record struct CellPlace(PlanMode PlanMode, CellAddress Address);

/// <summary>Where a cell's content came from.</summary>
public enum CellSource
{
    /// <summary>Somebody wrote it.</summary>
    Entered,

    /// <summary>A proposal from the logs was accepted, or the logs' own marks were taken.</summary>
    Proposed,

    /// <summary>Somebody read it off a boat with a tape.</summary>
    Measured,

    /// <summary>Worked out between neighbouring bands; stays so until somebody confirms it.</summary>
    Interpolated,

    /// <summary>Taken over from another class, club, plan or mode.</summary>
    Borrowed,
}

/// <summary>What a cell can say where it has no number of its own.</summary>
public enum CellWord
{
    /// <summary>The same as one band down.</summary>
    AsBelow,

    /// <summary>As far as the scale goes.</summary>
    Max,

    /// <summary>On until it just begins to work; not a number.</summary>
    JustOn,
}

/// <summary>What the matrix says of one control in one band: a mark with its tolerance, a range, a word, an observed target, or a mark with
/// a target.</summary>
public sealed record Cell
{
    /// <summary>The longest target, note or origin, in characters.</summary>
    public const int LongestText = 300;

    private Cell(Mark? mark, double tolerance, string target, string note, CellSource source) =>
        (Mark, Tolerance, Target, Note, Source) = (mark, tolerance, target, note, source);

    /// <summary>The mark, or null when the setting is not a number: the middle of a range, or what a word came to.</summary>
    public Mark? Mark { get; private init; }

    /// <summary>How far to either side still counts as the mark, in positions of the scale; zero or more.</summary>
    public double Tolerance { get; private init; }

    /// <summary>Whether the cell says "from … to …" and not "… give or take …".</summary>
    public bool IsRange { get; private init; }

    /// <summary>The word it says, or null.</summary>
    public CellWord? Word { get; private init; }

    /// <summary>What to look for, in words; may be empty.</summary>
    public string Target { get; private init; }

    /// <summary>A remark; may be empty.</summary>
    public string Note { get; private init; }

    /// <summary>Where it came from.</summary>
    public CellSource Source { get; private init; }

    /// <summary>Whose it was, for a borrowed cell; else empty.</summary>
    public string Origin { get; private init; } = "";

    /// <summary>The day it was set, where that is known.</summary>
    public DateOnly? Day { get; private init; }

    /// <summary>Joins the parts; refuses a cell that says nothing, a tolerance below zero, and texts too long.</summary>
    public static Parsed<Cell> Of(Mark? mark, double tolerance, string target, string note, CellSource source) =>
        (mark, target.Trim(), note.Trim()) switch
        {
            (null, "", _) => Parsed<Cell>.Bad("Write a mark, a target in words, or both; or clear the cell."),
            _ when !double.IsFinite(tolerance) || tolerance < 0 => Parsed<Cell>.Bad("A tolerance is zero or more."),
            (_, { Length: > LongestText }, _) or (_, _, { Length: > LongestText }) => Parsed<Cell>.Bad(
                $"Keep it under {LongestText} letters."
            ),
            var (_, words, remark) => Parsed<Cell>.Good(new(mark, mark is null ? 0 : tolerance, words, remark, source)),
        };

    /// <summary>A cell that says a range; the ends may come in either order.</summary>
    public static Parsed<Cell> Between(Mark one, Mark other, string target, string note, CellSource source) =>
        Of(new Mark((one.Position + other.Position) / 2), one.DistanceTo(other) / 2, target, note, source)
            .Then(cell => Parsed<Cell>.Good(cell with { IsRange = true }));

    /// <summary>A cell that says a word, perhaps with a target.</summary>
    public static Parsed<Cell> Saying(CellWord word, double tolerance, string target, string note, CellSource source) =>
        Of(new Mark(0), tolerance, target, note, source).Then(cell => Parsed<Cell>.Good(cell with { Mark = null, Word = word }));

    /// <summary>A cell with all its parts, as it was kept: no rule is held against it any more.</summary>
    public static Cell Stored(
        Mark? mark,
        double tolerance,
        bool isRange,
        CellWord? word,
        string target,
        string note,
        CellSource source,
        string origin,
        DateOnly? day
    ) =>
        new(word is null ? mark : null, tolerance, target, note, source)
        {
            IsRange = isRange && mark is not null,
            Word = word,
            Origin = origin,
            Day = day,
        };

    /// <summary>The cell, held against the rules, as one that was sent has to be.</summary>
    public Parsed<Cell> Checked() =>
        Origin.Length > LongestText
            ? Parsed<Cell>.Bad($"Keep it under {LongestText} letters.")
            : Of(Word is null ? Mark : new Mark(0), Tolerance, Target, Note, Source)
                .Then(cell => Parsed<Cell>.Good(cell with { Mark = Mark, Word = Word, IsRange = IsRange, Origin = Origin, Day = Day }));

    /// <summary>Whether another cell says the same: mark and tolerance to a billionth of a position, range, word, target and note. Who set
    /// it, and when, does not matter.</summary>
    public bool SaysSame(Cell? other) =>
        other is not null
        && (Word, IsRange, Target, Note) == (other.Word, other.IsRange, other.Target, other.Note)
        && (Mark is null && Word is null || Near(Tolerance, other.Tolerance))
        && (Word is not null || (Mark is null) == (other.Mark is null) && Near(Mark?.Position ?? 0, other.Mark?.Position ?? 0));

    private static bool Near(double one, double other) =>
        Math.Abs(one - other) <= 1e-9 * Math.Max(1, Math.Max(Math.Abs(one), Math.Abs(other)));

    /// <summary>The same cell, come from elsewhere.</summary>
    public Cell From(CellSource source, string origin = "") => this with { Source = source, Origin = origin };

    /// <summary>The same cell, set on a day.</summary>
    public Cell On(DateOnly? day) => this with { Day = day };

    /// <summary>The same cell with another remark.</summary>
    public Cell Noted(string note) => this with { Note = note.Trim() };

    /// <summary>The same cell with something to look for beside its mark.</summary>
    public Parsed<Cell> Looking(string target) => (this with { Target = target }).Checked();

    /// <summary>The same cell at another mark, with its tolerance; a word gives way to the number.</summary>
    public Cell At(Mark mark) => this with { Mark = mark, Word = null };

    /// <summary>The same cell so far along the scale, on its steps and inside its ends. A range keeps its width and goes by whole steps, so
    /// that its ends stay marks one can set; a word gives way to the number.</summary>
    /// <param name="scale">The control's scale.</param>
    /// <param name="positions">How far; negative for less.</param>
    public Cell Moved(Scale scale, double positions)
    {
        if (Mark is not { } mark)
        {
            return this;
        }

        if (!IsRange)
        {
            return At(scale.Snap(new(mark.Position + positions)));
        }

        var (low, high) = Span!.Value;
        if (high.Position - low.Position > scale.Max.Position - scale.Min.Position)
        {
            // Wider than the scale it goes nowhere: it becomes the whole scale.
            return At(new((scale.Min.Position + scale.Max.Position) / 2)) with
            {
                Tolerance = (scale.Max.Position - scale.Min.Position) / 2,
            };
        }

        var room = Math.Clamp(
            Math.Round(positions / scale.Step),
            Math.Ceiling(((scale.Min.Position - low.Position) / scale.Step) - 1e-9),
            Math.Floor(((scale.Max.Position - high.Position) / scale.Step) + 1e-9)
        );
        return At(new(mark.Position + (room * scale.Step)));
    }

    /// <summary>The same cell with its tolerance wider, or a range with its ends further apart; never below nothing nor beyond the scale's
    /// whole length.</summary>
    /// <param name="scale">The control's scale.</param>
    /// <param name="halfSteps">By how many half steps to either side; negative for narrower.</param>
    public Cell Widened(Scale scale, int halfSteps) =>
        this with
        {
            Tolerance = Math.Clamp(Tolerance + (halfSteps * scale.Step / 2), 0, scale.Max.Position - scale.Min.Position),
            Word = null,
        };

    /// <summary>The same mark, no range, with another tolerance in positions.</summary>
    internal Cell Tolerating(double tolerance) => this with { Tolerance = tolerance, IsRange = false, Word = null };

    /// <summary>The same cell with what its word comes to.</summary>
    internal Cell Resolved(Mark? mark) => this with { Mark = mark };

    /// <summary>The ends of what counts as the mark; null where there is no number.</summary>
    public (Mark Low, Mark High)? Span => Mark is { } mark ? (new(mark.Position - Tolerance), new(mark.Position + Tolerance)) : null;

    /// <summary>Whether a mark counts as this cell's.</summary>
    public bool Holds(Mark sailed) => Mark is { } set && set.DistanceTo(sailed) <= Tolerance + 1e-9;

    /// <summary>The mark as read on the boat, with the target in words when there is one.</summary>
    public string Show(Scale scale)
    {
        var said = CellText.Write(this, scale);
        return (said, Target) switch
        {
            (_, "") => said,
            ("", _) => Target,
            _ => $"{said}, {Target}",
        };
    }

    /// <summary>The tolerance as read on the boat, with its sign; empty where the cell has none to speak of.</summary>
    public string ShowTolerance(Scale scale) => Mark is not null && Tolerance > 0 && !IsRange ? $"± {scale.ShowDistance(Tolerance)}" : "";
}
