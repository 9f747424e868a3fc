using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Balance;

/// <summary>What cures what as rows of fields, in the order it is tried.</summary>
/// <param name="definition">The class.</param>
/// <param name="typed">What was typed.</param>
/// <param name="fill">Puts what was typed, and what others changed, into a field.</param>
public sealed class CureForm(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill)
    : IDefinitionForm
{
    private const int EmptyRows = 3;
    private const string Nothing = "";

    private static readonly Choice<CureKind> Kinds = new(
        ("free", CureKind.Free),
        ("a sail", CureKind.Sail),
        ("the board", CureKind.Board),
        ("the rig", CureKind.Rig)
    );

    private readonly IReadOnlyList<Cure> now = UsualCures.For(definition);
    private readonly RowsForm<Cure> rows = new(UsualCures.For(definition), Limits.Cures, EmptyRows);
    private readonly IReadOnlyList<(Sign Sign, string Words)> signs = Signs.All(definition);

    public FormReader Reader { get; } = new();

    public string FirstField => "why-0";

    /// <summary>For each cure its reason, then what it cures, by what.</summary>
    public IEnumerable<(Field Text, IReadOnlyList<Field> Where)> Rows => rows.Open(Row);

    /// <summary>Reads the form; null where something is wrong. An emptied reason goes.</summary>
    public ClassChange? Read()
    {
        var read = rows.Read<Cure>((at, _) => ReadRow(at));
        // The usual cures sent as they opened stay the usual ones.
        var untouched = definition.Cures.Count == 0 && read.SequenceEqual(now);
        return Reader.Ok ? new SetCures(untouched ? [] : read) : null;
    }

    private (Field Text, IReadOnlyList<Field> Where) Row(int at, Cure? cure)
    {
        return (
            fill(new($"why-{at}", cure is null ? "Another: why does it help?" : $"{at + 1}. Why does it help?", cure?.Why ?? "")),
            [
                fill(
                    new(
                        $"sign-{at}",
                        "Cures",
                        cure is null ? Nothing : signs.FirstOrDefault(sign => sign.Sign == cure.Sign).Words ?? Nothing
                    )
                    {
                        Choices = [Nothing, .. signs.Select(sign => sign.Words)],
                    }
                ),
                fill(Kinds.Field($"kind-{at}", "Costs", cure?.Kind ?? CureKind.Free)),
                fill(new($"act-{at}", "Do this", cure?.Act ?? "")),
                fill(
                    new($"control-{at}", "or change", cure?.Control is { } key ? definition.Find(key)?.Name ?? Nothing : Nothing)
                    {
                        Choices = [Nothing, .. definition.Marked.Select(control => control.Name)],
                    }
                ),
                fill(
                    new($"steps-{at}", "by steps, − for lower marks", cure is { Control: not null } ? NumberText.Plain(cure.Steps, 0) : "")
                ),
            ]
        );
    }

    private Cure? ReadRow(int at)
    {
        var why = Text($"why-{at}");
        if (why.Length == 0)
        {
            return null;
        }

        var sign = signs.FirstOrDefault(offered => offered.Words == Text($"sign-{at}"));
        if (sign.Words is null)
        {
            Reader.Refuse($"sign-{at}", "Choose what it cures.");
        }

        var control = definition.Marked.FirstOrDefault(known => known.Name == Text($"control-{at}"));
        var steps = control is null ? 0 : (int)Math.Round(Reader.Take($"steps-{at}", NumberText.Read(Text($"steps-{at}"))).Number);
        var cure = new Cure(sign.Sign, Kinds.Read(Text($"kind-{at}")), why)
        {
            Act = control is null ? Text($"act-{at}") : "",
            Control = control?.Key,
            Steps = Math.Clamp(steps, -100, 100),
        };
        if (cure.Problem is { } problem)
        {
            Reader.Refuse(control is null ? $"act-{at}" : $"steps-{at}", problem);
        }

        return cure;
    }

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();
}
