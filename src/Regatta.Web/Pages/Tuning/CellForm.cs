namespace Regatta.Web.Pages.Tuning;

/// <summary>What was typed into a cell's form, and what was wrong with it.</summary>
public sealed record CellForm(
    string Mark,
    string Tolerance,
    string Target,
    string Note,
    bool Measured,
    IReadOnlyDictionary<string, string> Problems
)
{
    private static readonly IReadOnlyDictionary<string, string> NoProblems = new Dictionary<string, string>();

    /// <summary>A form filled from a cell as it stands.</summary>
    public static CellForm Of(Cell? cell, Control control) =>
        new(
            CellText.Typed(cell, control.Scale),
            control.Scale.HasMarks
                ? control.Scale.ShowDistance(cell is { IsRange: false, Mark: not null } ? cell.Tolerance : control.Scale.UsualTolerance)
                : "",
            cell?.Target ?? "",
            cell?.Note ?? "",
            cell?.Source == CellSource.Measured,
            NoProblems
        );

    /// <summary>What a form sent.</summary>
    public static CellForm Typed(IReadOnlyDictionary<string, string> typed) =>
        new(
            typed.GetValueOrDefault("mark", ""),
            typed.GetValueOrDefault("tolerance", ""),
            typed.GetValueOrDefault("target", ""),
            typed.GetValueOrDefault("note", ""),
            typed.ContainsKey("measured"),
            NoProblems
        );

    /// <summary>Reads the form into a cell. A mark that was not touched keeps its exact value, even where a new step has passed it
    /// by.</summary>
    public (Cell? Cell, CellForm Form) Read(Control control, Cell? before)
    {
        var (form, shown) = (new FormReader(), Of(before, control));
        var tolerance = form.May(
            "tolerance",
            Tolerance,
            FormReader.Kept(
                shown.Tolerance,
                before is { IsRange: false, Mark: not null } ? before.Tolerance : control.Scale.UsualTolerance,
                control.Scale.ReadDistance
            )
        );
        var source = Measured ? CellSource.Measured : CellSource.Entered;
        var untouched = before is not null && Mark == shown.Mark;
        var read =
            Mark.Trim().Length == 0 ? Cell.Of(null, 0, Target, Note, source)
            : untouched && before is { IsRange: true, Span: var (low, high) } ? Cell.Between(low, high, Target, Note, source)
            : CellText.Read(
                control,
                Mark,
                tolerance ?? 0,
                Target,
                Note,
                text =>
                    untouched && before is { Mark: { } same, Word: null }
                        ? Parsed<Core.Marks.Mark>.Good(same)
                        : control.Scale.ReadOnStep(text)
            );
        var cell = form.Ok ? form.Take("mark", read)?.From(source) : null;
        var same = cell is not null && Measured == shown.Measured && cell.SaysSame(before);
        return (form.Ok ? (same ? before : cell) : null, this with { Problems = form.Problems });
    }

    /// <summary>The fields as they are drawn.</summary>
    public IEnumerable<Field> Fields(Control control)
    {
        if (control.Scale.Choices is { } stops)
        {
            yield return new Field("mark", "Mark", Mark)
            {
                Choices = ["", .. stops, CellWord.AsBelow.Show()],
                Problem = Problems.GetValueOrDefault("mark"),
            };
        }
        else if (control.Scale.HasMarks)
        {
            yield return new Field("mark", "Mark", Mark)
            {
                Hint = control.Scale.Hint + "; a range, max, just on, as below",
                Problem = Problems.GetValueOrDefault("mark"),
            };
            yield return new Field("tolerance", "Give or take", Tolerance) { Problem = Problems.GetValueOrDefault("tolerance") };
        }

        yield return new Field("target", control.Scale.HasMarks ? "Or what to look for" : "What to look for", Target)
        {
            Problem = Problems.GetValueOrDefault("target") ?? (control.Scale.HasMarks ? null : Problems.GetValueOrDefault("mark")),
        };
        yield return new Field("note", "Note", Note) { Problem = Problems.GetValueOrDefault("note") };
    }
}
