using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Web.Forms;

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

    /// <summary>Reads the form into a cell. A mark that was not touched stays to the hair, even where a new step has passed it
    /// by.</summary>
    public (Cell? Cell, CellForm Form) Read(Control control, Cell? before)
    {
        var form = new FormReader();
        var untouched =
            before is { Mark: { } was, IsRange: false, Word: null } && Mark == control.Scale.Show(was) ? was : (Core.Marks.Mark?)null;
        var tolerance = form.May("tolerance", Tolerance, control.Scale.ReadDistance) ?? 0;
        var source = Measured ? CellSource.Measured : CellSource.Entered;
        var read =
            Mark.Trim().Length == 0
                ? Cell.Of(null, 0, Target, Note, source)
                : CellText.Read(
                    control,
                    Mark,
                    tolerance,
                    Target,
                    Note,
                    text => untouched is { } same ? Parsed<Core.Marks.Mark>.Good(same) : control.Scale.ReadOnStep(text)
                );
        var cell = form.Ok ? form.Take("mark", read)?.From(source) : null;
        return (form.Ok ? cell : null, this with { Problems = form.Problems });
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
