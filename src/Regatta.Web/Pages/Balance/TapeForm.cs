namespace Regatta.Web.Pages.Balance;

/// <summary>A few lengths by the tape, in metres.</summary>
/// <param name="typed">What was typed.</param>
public sealed class TapeForm(IReadOnlyDictionary<string, string> typed)
{
    private static readonly (string Name, string Label)[] Parts =
    [
        ("tape-waterline", "Length at the waterline, m"),
        ("tape-mast", "Mast, forward of the transom, m"),
        ("tape-board", "Board’s front edge, forward of the transom, m"),
        ("tape-depth", "Board, depth below the hull, m"),
        ("tape-luff", "Main’s luff, m"),
        ("tape-foot", "Main’s foot, m"),
        ("tape-jib-luff", "Headsail’s luff, m"),
        ("tape-jib-foot", "Headsail’s foot, m"),
    ];

    /// <summary>The field a refusal of the whole stands beside.</summary>
    public const string FirstField = "tape-waterline";

    public FormReader Reader { get; } = new();

    public IEnumerable<Field> Fields =>
        Parts.Select(part => new Field(part.Name, part.Label, "") { InputMode = "decimal" }.Filled(typed, Reader.Problems));

    /// <summary>Reads the lengths; null where something is wrong.</summary>
    public TapeMeasures? Read()
    {
        var (waterline, mast) = (
            Reader.Need("tape-waterline", Text("tape-waterline"), "How long is she?", ReadMetres),
            Reader.Need("tape-mast", Text("tape-mast"), "Where does the mast stand?", ReadMetres)
        );
        var board = Reader.May("tape-board", Text("tape-board"), ReadMetres);
        var depth = Reader.May("tape-depth", Text("tape-depth"), ReadMetres);
        var (luff, foot) = (Reader.May("tape-luff", Text("tape-luff"), ReadMetres), Reader.May("tape-foot", Text("tape-foot"), ReadMetres));
        var (jibLuff, jibFoot) = (
            Reader.May("tape-jib-luff", Text("tape-jib-luff"), ReadMetres),
            Reader.May("tape-jib-foot", Text("tape-jib-foot"), ReadMetres)
        );
        if (!Reader.Ok)
        {
            return null;
        }

        var measures = new TapeMeasures(waterline, mast, board, depth ?? default, luff, foot) { JibLuff = jibLuff, JibFoot = jibFoot };
        if (measures.Problem is { } problem)
        {
            Reader.Refuse(FirstField, problem);
            return null;
        }

        return measures;
    }

    private static Parsed<Length> ReadMetres(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is "" or "m" && read.Number is > 0 and <= 60
                    ? Parsed<Length>.Good(Length.FromMetres(read.Number))
                    : Parsed<Length>.Bad("Metres by the tape, such as 4.1.")
            );

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();
}
