using Regatta.Core;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Benches;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Tuning;

/// <summary>What was typed into a cell's form, and what was wrong with it.</summary>
public sealed record CellForm(string Mark, string Tolerance, string Target, string Note, IReadOnlyDictionary<string, string> Problems)
{
    private static readonly IReadOnlyDictionary<string, string> NoProblems = new Dictionary<string, string>();

    /// <summary>A form filled from a cell as it stands.</summary>
    public static CellForm Of(Cell? cell, Control control) => new(
        cell?.Mark is { } mark ? control.Scale.Show(mark) : "",
        control.Scale.HasMarks ? control.Scale.ShowDistance(cell?.Tolerance ?? control.Scale.UsualTolerance) : "",
        cell?.Target ?? "",
        cell?.Note ?? "",
        NoProblems);

    /// <summary>Reads the form into a cell. A mark that was not touched stays to the hair, even where a new step has passed it by.</summary>
    public (Cell? Cell, CellForm Form) Read(Control control, Cell? before)
    {
        var form = new FormReader();
        var mark = form.May("mark", Mark, text => before?.Mark is { } was && text == control.Scale.Show(was) ? Parsed<Mark>.Good(was) : control.Scale.ReadOnStep(text));
        var tolerance = form.May("tolerance", Tolerance, control.Scale.ReadDistance) ?? 0;
        var cell = form.Ok ? form.Take("mark", Cell.Of(mark, mark is null ? 0 : tolerance, Target, Note, CellSource.Entered)) : null;
        return (form.Ok ? cell : null, this with { Problems = form.Problems });
    }

    /// <summary>The fields as they are drawn.</summary>
    public IEnumerable<Field> Fields(Control control)
    {
        if (control.Scale.Choices is { } stops)
        {
            yield return new Field("mark", "Mark", Mark) { Choices = ["", .. stops], Problem = Problems.GetValueOrDefault("mark") };
        }
        else if (control.Scale.HasMarks)
        {
            yield return new Field("mark", "Mark", Mark) { Hint = control.Scale.Hint, Problem = Problems.GetValueOrDefault("mark") };
            yield return new Field("tolerance", "Give or take", Tolerance) { Problem = Problems.GetValueOrDefault("tolerance") };
        }

        yield return new Field("target", control.Scale.HasMarks ? "Or what to look for" : "What to look for", Target)
        {
            Problem = Problems.GetValueOrDefault("target") ?? (control.Scale.HasMarks ? null : Problems.GetValueOrDefault("mark")),
        };
        yield return new Field("note", "Note", Note) { Problem = Problems.GetValueOrDefault("note") };
    }
}

/// <summary>One cell, opened: what it says, how far to trust it, the logs behind it and the proposal.</summary>
public sealed record CellDrawer(Bench Bench, WindBand Band, Control Control, CellForm Form, int Revision)
{
    /// <summary>The most sessions listed.</summary>
    public const int MostListed = 8;

    /// <summary>Who changed the cell while it was being edited; null when nobody did.</summary>
    public DraftCell? Theirs { get; init; }

    /// <summary>What was wrong with a decision on the proposal; null when nothing was.</summary>
    public string? DecisionProblem { get; init; }

    /// <summary>What was typed as the reason of a decision.</summary>
    public string Reason { get; init; } = "";

    public CellAddress Address => new(Band.Id, Control.Key);

    public Cell? Cell => Bench.Matrix[Address];

    public Cell? Published => Bench.Newest?.Matrix[Address];

    public CellTrust Trust => Bench.Trust[Address];

    public Proposal? Proposal => Bench.Proposals.GetValueOrDefault(Address);

    public Decision? Decision => Bench.Decisions.GetValueOrDefault(Address);

    public DraftCell? Draft => Bench.Draft.Cells.GetValueOrDefault(Address);

    /// <summary>The cell as it stands, its form filled from it.</summary>
    public static CellDrawer? Of(Bench bench, string? cell) =>
        CellNames.Read(cell) is { } address && bench.Matrix.Bands.Find(address.Band) is { } band && bench.Class.Find(address.Control) is { } control
            ? new(bench, band, control, CellForm.Of(bench.Matrix[address], control), bench.Revision(address))
            : null;
}

/// <summary>Cells as addresses name them: <c>3.gooseneck</c>.</summary>
public static class CellNames
{
    public static string Name(this CellAddress address) => $"{address.Band.Number}.{address.Control.Name}";

    public static CellAddress? Read(string? name) =>
        name?.Split('.', 2) is [var band, var control] && int.TryParse(band, out var number) ? new(new(number), new(control)) : null;
}
