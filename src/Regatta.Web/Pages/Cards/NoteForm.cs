namespace Regatta.Web.Pages.Cards;

/// <summary>The two fields of "note it now": a control that is set otherwise than the card says, and where it stands.</summary>
/// <param name="card">The card it is noted from.</param>
/// <param name="typed">What was typed; nothing where nobody typed yet.</param>
public sealed class NoteForm(CardReading card, IReadOnlyDictionary<string, string> typed)
{
    /// <summary>What stands in the list where nothing differs.</summary>
    public const string AsTheCardSays = "as the card says";

    public FormReader Reader { get; } = new();

    /// <summary>The page of the class it leads back to; null for the card.</summary>
    public string? Back { get; init; }

    /// <summary>Names the note, so that two taps are one.</summary>
    public Guid Key => Guid.TryParse(typed.GetValueOrDefault("noteKey"), out var key) ? key : Guid.NewGuid();

    public Field Differs =>
        new Field("differs", "What differs?", AsTheCardSays)
        {
            Choices = [AsTheCardSays, .. Controls.Select(control => control.Name)],
        }.Filled(typed, Reader.Problems);

    public Field Stands => new Field("stands", "Where does it stand?", "").Filled(typed, Reader.Problems);

    private IEnumerable<Control> Controls => card.Lines.Select(line => line.Control).Where(control => control.Scale.HasMarks);

    /// <summary>What a tap may tell of the leg before, with its words.</summary>
    public static IReadOnlyList<(Felt Felt, string Words)> Feels { get; } =
    [(Felt.Fast, "Fast"), (Felt.Usual, "As before"), (Felt.Slow, "Slow")];

    /// <summary>How the leg before was; not said where another button was tapped.</summary>
    public Felt Felt => Feels.FirstOrDefault(feel => EnumText.Of(feel.Felt) == typed.GetValueOrDefault("felt")).Felt;

    /// <summary>Reads what differs; nothing where nothing does. What is wrong stands beside its field.</summary>
    public (ControlKey Control, Mark Mark)? Read()
    {
        var named = typed.GetValueOrDefault("differs", AsTheCardSays);
        var stands = typed.GetValueOrDefault("stands", "");
        var control = Controls.FirstOrDefault(control => control.IsCalled(named));
        if (control is null)
        {
            if (stands.Trim().Length > 0)
            {
                Reader.Refuse("differs", "Say which control stands there.");
            }

            return null;
        }

        var mark = Reader.Need("stands", stands, $"Where does {control.Name} stand? {control.Scale.Hint}", control.Scale.Read);
        return Reader.Ok ? (control.Key, mark) : null;
    }
}
