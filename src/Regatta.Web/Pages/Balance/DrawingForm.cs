using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Balance;

/// <summary>The side view of a boat as fields. What is typed and what is dragged in the drawing are the same text.</summary>
/// <param name="definition">The class.</param>
/// <param name="typed">What was typed.</param>
/// <param name="fill">Puts what was typed, and what others changed, into a field.</param>
public sealed class DrawingForm(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill)
    : IDefinitionForm
{
    private const int EmptyRows = 2;
    private const string Nothing = "";

    private static readonly Choice<BoardKind> Boards = new(
        ("stays where it is", BoardKind.Fixed),
        ("swings aft about its pin", BoardKind.Pivoting),
        ("slides up", BoardKind.Sliding)
    );

    private static readonly Choice<DrawnMove> Moves = new(
        ("leans the rig aft, degrees", DrawnMove.Rake),
        ("moves the rig forward, metres", DrawnMove.RigForward),
        ("lifts the sails, metres", DrawnMove.SailsUp),
        ("swings the board aft, degrees", DrawnMove.BoardAft),
        ("lifts the board, metres", DrawnMove.BoardUp),
        ("slides a lateen’s boom forward, metres", DrawnMove.Gooseneck)
    );

    private readonly BoatDrawing? now = definition.Drawing;

    public FormReader Reader { get; } = new();

    public string FirstField => "hull";

    /// <summary>Length, mast and outlines.</summary>
    public IEnumerable<Field> Shapes
    {
        get
        {
            yield return fill(
                new("waterline", "Length at the waterline, m", now is null ? "" : Number(now.Waterline.Metres)) { InputMode = "decimal" }
            );
            yield return fill(
                new("mast", "Mast foot, m", now is null ? "" : Shown(now.MastFoot)) { Hint = "forward of the transom, above the water" }
            );
            yield return fill(Outline("hull", "Hull below the water", now?.Hull));
            yield return fill(Outline("board", "Board, keel or skegs; empty for none", now?.Board));
            yield return fill(Outline("rudder", "Rudder; empty for none", now?.Rudder));
            yield return fill(Boards.Field("moves", "The board", now?.BoardMoves ?? BoardKind.Fixed));
            yield return fill(
                new("pin", "Its pin, m", now is { BoardMoves: BoardKind.Pivoting } ? Shown(now.BoardPin) : "") { Hint = "where it swings" }
            );
            yield return fill(
                new("windAboard", "Upwind in her usual wind, the wind aboard, kn", Shown(now?.WindAboard))
                {
                    InputMode = "decimal",
                    Hint = "Empty for a dinghy’s, 15.6 kn. It says how much an arm turns her.",
                }
            );
            yield return fill(
                new("boatSpeed", "and how fast she goes then, kn", Shown(now?.BoatSpeed))
                {
                    InputMode = "decimal",
                    Hint = "Empty for a dinghy’s, 4.5 kn.",
                }
            );
            yield return fill(
                new("lateen", "A lateen’s spars; empty for another rig", now?.Lateen is { } spars ? Shown(spars) : "")
                {
                    Hint =
                        "Six numbers: the angle between the spars in degrees; then in metres upper spar, boom, halyard point from the "
                        + "tack, its height above the water, gooseneck from the tack.",
                }
            );
        }
    }

    /// <summary>What controls move: the control, what it moves, how far, from which mark.</summary>
    public IEnumerable<(Field Control, IReadOnlyList<Field> Moves)> Effects =>
        EffectRows.Open(
            (at, effect) =>
                (
                    fill(
                        new($"control-{at}", effect is null ? "Another control" : $"Control {at + 1}", NameOf(effect))
                        {
                            Choices = [Nothing, .. definition.Marked.Select(control => control.Name)],
                        }
                    ),
                    (IReadOnlyList<Field>)
                        [
                            fill(Moves.Field($"move-{at}", "does what, in what", effect?.Move ?? DrawnMove.Rake)),
                            fill(new($"per-{at}", "for each unit more", effect is null ? "" : Number(effect.PerUnit))),
                            fill(new($"zero-{at}", "drawn at the mark", effect is null ? "" : Number(effect.Zero))),
                        ]
                )
        );

    private RowsForm<DrawnEffect> EffectRows => new(now?.Effects ?? [], Limits.Controls, EmptyRows);

    /// <summary>Reads the form; null where something is wrong.</summary>
    public ClassChange? Read()
    {
        if (Text("waterline").Length + Text("hull").Length == 0)
        {
            return new SetDrawing(null);
        }

        var waterline = Reader.Need(
            "waterline",
            Text("waterline"),
            "How long is she at the waterline?",
            Kept(
                now?.Waterline,
                length => Number(length.Metres),
                text => ReadNumber(text).Then(read => Parsed<Length>.Good(Length.FromMetres(read)))
            )
        );
        var mast = Reader.Need("mast", Text("mast"), "Where does the mast stand?", Kept(now?.MastFoot, Shown, SideShape.ReadPoint));
        var hull = Reader.Need("hull", Text("hull"), "Draw the hull.", ReadShape("hull", now?.Hull));
        var board = Optional("board", ReadShape("board", now?.Board));
        var rudder = Optional("rudder", ReadShape("rudder", now?.Rudder));
        var moves = Boards.Read(Text("moves"));
        var pin =
            moves == BoardKind.Pivoting
                ? Reader.Need("pin", Text("pin"), "Where does it swing?", Kept(now?.BoardPin, Shown, SideShape.ReadPoint))
                : default;
        var lateen = Optional(
            "lateen",
            text => now?.Lateen is { } was && text == Shown(was) ? Parsed<LateenSpars>.Good(was) : ReadLateen(text)
        );
        var effects = EffectRows.Read<DrawnEffect>((at, _) => ReadEffect(at));
        if (!Reader.Ok)
        {
            return null;
        }

        var drawing = new BoatDrawing(waterline, mast, hull!, board, rudder)
        {
            BoardMoves = moves,
            BoardPin = pin,
            Lateen = lateen,
            WindAboard = ReadSpeed("windAboard", now?.WindAboard),
            BoatSpeed = ReadSpeed("boatSpeed", now?.BoatSpeed),
            Effects = effects,
        };
        if (Reader.Ok && drawing.Problem is { } problem)
        {
            Reader.Refuse("hull", problem);
            return null;
        }

        return Reader.Ok ? new SetDrawing(drawing) : null;
    }

    private static string Shown(Speed? speed) => speed is { } known ? NumberText.Plain(known.Knots, 1) : "";

    private Speed? ReadSpeed(string field, Speed? before) =>
        Reader.May(field, Text(field), Kept(before, speed => Shown(speed), text => WindRange.ReadSpeed(text, SpeedUnit.Knot)));

    /// <summary>What was not touched keeps its exact value.</summary>
    private static Func<string, Parsed<T>> Kept<T>(T? before, Func<T, string> shown, Func<string, Parsed<T>> read)
        where T : struct => text => before is { } was && text == shown(was) ? Parsed<T>.Good(was) : read(text);

    private static Func<string, Parsed<SideShape>> ReadShape(string name, SideShape? before) =>
        text => before is not null && text == Shown(before) ? Parsed<SideShape>.Good(before) : SideShape.Read(name, text);

    private T? Optional<T>(string field, Func<string, Parsed<T>> read)
        where T : class => Text(field).Length == 0 ? null : Reader.Take(field, read(Text(field)));

    private DrawnEffect? ReadEffect(int at)
    {
        if (definition.Marked.FirstOrDefault(control => control.Name == Text($"control-{at}")) is not { } control)
        {
            return null;
        }

        var each = Reader.Need($"per-{at}", Text($"per-{at}"), "How far, for each unit of its mark?", ReadNumber);
        var zero = Reader.Need($"zero-{at}", Text($"zero-{at}"), "At which mark is she drawn?", ReadNumber);
        return new(control.Key, Moves.Read(Text($"move-{at}")), each, zero);
    }

    private static Parsed<double> ReadNumber(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail.Length == 0 && Math.Abs(read.Number) < 100_000
                    ? Parsed<double>.Good(read.Number)
                    : Parsed<double>.Bad("Write a number.")
            );

    private static Parsed<LateenSpars> ReadLateen(string text)
    {
        var read = text.Split([' ', ';'], StringSplitOptions.RemoveEmptyEntries).Select(ReadNumber).ToList();
        if (read.Count != 6 || read.Exists(number => !number.Ok))
        {
            return Parsed<LateenSpars>.Bad("Six numbers, such as 62 4.2 3 2.6 3.2 0.4.");
        }

        Length Metres(int at) => Length.FromMetres(read[at].Value);
        var spars = new LateenSpars(Angle.FromDegrees(read[0].Value), Metres(1), Metres(2), Metres(3), Metres(4), Metres(5));
        return spars.Problem is { } problem ? Parsed<LateenSpars>.Bad(problem) : Parsed<LateenSpars>.Good(spars);
    }

    private static Field Outline(string name, string label, SideShape? shape) =>
        new(name, label, shape is null ? "" : Shown(shape))
        {
            Hint = "Corners in order, m: forward of the transom, above the water; a comma between corners.",
        };

    private string NameOf(DrawnEffect? effect) => effect is null ? Nothing : definition.Find(effect.Control)?.Name ?? Nothing;

    private static string Shown(LateenSpars spars) =>
        string.Join(
            ' ',
            new[]
            {
                spars.Between.Degrees,
                spars.Upper.Metres,
                spars.Boom.Metres,
                spars.Halyard.Metres,
                spars.Hoist.Metres,
                spars.Gooseneck.Metres,
            }.Select(Number)
        );

    private static string Shown(SideShape shape) => string.Join(", ", shape.Outline.Select(Shown));

    private static string Shown(SidePoint point) => $"{Number(point.X.Metres)} {Number(point.Z.Metres)}";

    private static string Number(double number) => NumberText.Exact(number);

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();
}
