using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>What disturbs what as rows of fields; the couplings there are, and some more.</summary>
/// <param name="definition">The class.</param>
/// <param name="typed">What was typed.</param>
/// <param name="fill">Puts what was typed, and what others changed, into a field.</param>
public sealed class CouplingForm(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill)
    : IDefinitionForm
{
    private const int EmptyRows = 3;
    private const string Between = " to ";

    private readonly RowsForm<(Control From, Coupling Coupling)> rows = new(
        [.. definition.Controls.SelectMany(control => control.Disturbs.Select(coupling => (control, coupling)))],
        Limits.Couplings,
        EmptyRows
    );

    public FormReader Reader { get; } = new();

    public string FirstField => "why-0";

    /// <summary>For each coupling its sentence, then which two it joins.</summary>
    public IEnumerable<(Field Text, IReadOnlyList<Field> Where)> Rows => rows.Open(Row);

    /// <summary>Reads the form; null where something is wrong. An emptied sentence goes.</summary>
    public ClassChange? Read()
    {
        var read = rows.Read<(ControlKey From, Coupling Coupling)>((at, was) => ReadRow(at, was.Coupling));
        return Reader.Ok
            ? new SetCouplings(
                read.GroupBy(row => row.From)
                    .ToDictionary(group => group.Key, IReadOnlyList<Coupling> (group) => [.. group.Select(row => row.Coupling)])
            )
            : null;
    }

    private (Field Text, IReadOnlyList<Field> Where) Row(int at, (Control From, Coupling Coupling) was)
    {
        var (from, coupling) = ((Control?)was.From, (Coupling?)was.Coupling);
        IReadOnlyList<string> names = ["", .. definition.Controls.Select(control => control.Name)];
        return (
            fill(new($"why-{at}", coupling is null ? "Another: how does it disturb it?" : $"{at + 1}. How?", coupling?.Why ?? "")),
            [
                fill(new($"from-{at}", "Changing", from?.Name ?? "") { Choices = names }),
                fill(
                    new($"to-{at}", "disturbs", coupling is null ? "" : definition.Find(coupling.Control)?.Name ?? "") { Choices = names }
                ),
                fill(
                    new($"follows-{at}", "which goes along, for each unit", Followed(coupling))
                    {
                        Hint = at == 0 ? "Such as 1 to 2. Empty: only to be checked." : "",
                    }
                ),
            ]
        );
    }

    private (ControlKey From, Coupling Coupling)? ReadRow(int at, Coupling? was)
    {
        var why = Text($"why-{at}");
        var (from, to) = (Named($"from-{at}"), Named($"to-{at}"));
        if (why.Length == 0)
        {
            return null;
        }

        if (from is null || to is null || from.Key == to.Key)
        {
            Reader.Refuse(
                from is null ? $"from-{at}" : $"to-{at}",
                "Choose two controls: the one that is changed, and the one it disturbs."
            );
            return null;
        }

        var follows = Reader.May(
            $"follows-{at}",
            Text($"follows-{at}"),
            FormReader.Kept(Followed(was), was?.Follows ?? default, ReadRange)
        );
        return (from.Key, new(to.Key, why) { Follows = Text($"follows-{at}").Length == 0 ? null : follows });
    }

    private static Parsed<(double Least, double Most)> ReadRange(string text)
    {
        var ends = text.Split(Between.Trim(), StringSplitOptions.TrimEntries).Select(NumberText.Read).ToList();
        return ends.Count is 1 or 2 && ends.TrueForAll(end => end.Ok)
            ? Parsed<(double, double)>.Good((ends.Min(end => end.Value.Number), ends.Max(end => end.Value.Number)))
            : Parsed<(double, double)>.Bad("How far the other goes for each unit of this one: a number, or two such as 1 to 2.");
    }

    private static string Followed(Coupling? coupling) =>
        coupling?.Follows is var (least, most)
            ? NumberText.Plain(least, 3) + (most > least ? Between + NumberText.Plain(most, 3) : "")
            : "";

    private Control? Named(string field) => definition.Controls.FirstOrDefault(control => control.Name == Text(field));

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();
}
