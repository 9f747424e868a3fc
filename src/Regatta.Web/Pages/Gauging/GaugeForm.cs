using System.Globalization;

namespace Regatta.Web.Pages.Gauging;

/// <summary>The form of a gauge: the points as numbers, what must be known beside them, and the picture they come to.</summary>
/// <param name="gauge">The gauge.</param>
/// <param name="typed">What was typed, or put there by the script that shows the picture.</param>
public sealed class GaugeForm(Gauge gauge, IReadOnlyDictionary<string, string> typed)
{
    /// <summary>The field that names a reading, so that one sent twice is one.</summary>
    public const string KeyField = "readingKey";

    private const string WidthField = "width";
    private const string HeightField = "height";
    private const string TapField = "tap";
    private const string FactPrefix = "fact-";

    /// <summary>Sides and corners of a rectangle, and the points of two straight edges, as they are named.</summary>
    private static readonly string[] Corners = ["Top left", "Top right", "Bottom right", "Bottom left"];

    private static readonly string[] EdgePoints =
    [
        "First edge, one end",
        "First edge, between",
        "First edge, other end",
        "Second edge, one end",
        "Second edge, between",
        "Second edge, other end",
    ];

    public FormReader Reader { get; } = new();

    public Gauge Gauge => gauge;

    public Guid Key { get; } = Guid.TryParse(typed.GetValueOrDefault(KeyField), out var key) ? key : Guid.NewGuid();

    /// <summary>The points to tap, with their fields: those of the gauge, then those that may be tapped more.</summary>
    public IEnumerable<TapField> Points =>
        Enumerable
            .Range(0, gauge.Points.Count + gauge.MorePoints)
            .Select(at =>
                at < gauge.Points.Count
                    ? Tapped($"p{at}", gauge.Points[at].Name, gauge.Points[at].Where, false)
                    : Tapped($"p{at}", "One more between", "anywhere along the same line", true)
            );

    /// <summary>The corners of a rectangle in the plane of the points; none where the gauge's points lie in none.</summary>
    public IEnumerable<TapField> Rectangle => gauge.InOnePlane ? Corners.Select((name, at) => Tapped($"r{at}", name, "", true)) : [];

    /// <summary>Two straight edges, for a lens that bends.</summary>
    public IEnumerable<TapField> Edges => EdgePoints.Select((name, at) => Tapped($"e{at}", name, "", true));

    public IEnumerable<Field> RectangleSize =>
        new Field[] { new("rectangleWidth", "Its width", ""), new("rectangleHeight", "Its height", "") }.Select(Filled);

    /// <summary>What must be known.</summary>
    public IEnumerable<Field> Facts =>
        gauge.Facts.Select(fact =>
            Filled(
                fact.Kind == GaugeFactKind.OneOfTwo
                    ? new(FactPrefix + fact.Key, fact.Name, fact.Words.Plus) { Choices = [fact.Words.Plus, fact.Words.Minus] }
                    : new(FactPrefix + fact.Key, fact.Name, fact.Usual is { } usual ? Shown(fact, usual) : "")
                    {
                        Hint = fact.Kind == GaugeFactKind.Metres ? "Such as 4.25 m, 85 cm or 33 in." : "",
                        InputMode = fact.Kind == GaugeFactKind.Metres ? null : "decimal",
                    }
            )
        );

    /// <summary>What is said beside the points as a whole.</summary>
    public IReadOnlyList<(string Name, string Value)> Hidden =>
        [.. new[] { WidthField, HeightField, TapField }.Select(name => (name, typed.GetValueOrDefault(name, "")))];

    /// <summary>Whether every point the gauge needs is there.</summary>
    public bool IsTapped => Points.All(point => point.May || point.X.Length > 0);

    /// <summary>Facts as they were said last, so that a boat's lengths are typed once.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Again(Gauge gauge, GaugePicture last) =>
        from fact in gauge.Facts
        where last.Facts.ContainsKey(fact.Key)
        select KeyValuePair.Create(FactPrefix + fact.Key, Shown(fact, last.Facts[fact.Key]));

    /// <summary>Reads it; null where something is not understood, with a sentence beside it.</summary>
    public GaugePicture? Read()
    {
        var facts = new Dictionary<string, double>();
        foreach (var (fact, field) in gauge.Facts.Zip(Facts))
        {
            facts[fact.Key] = Reader.Need(field.Name, field.Value, $"{fact.Name}: say what it is.", text => ReadFact(fact, text));
        }

        var points = ReadPoints(Points);
        var rectangle = ReadPoints(Rectangle);
        var size =
            rectangle.Count > 0
                ? new PlaneSize(ReadSize("rectangleWidth", "How wide is it?"), ReadSize("rectangleHeight", "How high is it?"))
                : default;
        var edges = ReadPoints(Edges);
        if (edges.Count > 0 && Number(WidthField) is null)
        {
            Reader.Refuse("e0", "Choose the picture first: a lens bends about its middle.");
        }

        return Reader.Ok
            ? new(Number(WidthField) ?? GaugePicture.Largest, Number(HeightField) ?? GaugePicture.Largest, points, facts)
            {
                Tap = Math.Clamp(Number(TapField) ?? GaugePicture.UsualTap, GaugePicture.SurestTap, GaugePicture.WildestTap),
                Rectangle = rectangle,
                RectangleSize = size,
                Edges = edges,
            }
            : null;
    }

    private TapField Tapped(string name, string label, string where, bool may) =>
        new(name, label, where, may, typed.GetValueOrDefault(name + "x", ""), typed.GetValueOrDefault(name + "y", ""));

    private Field Filled(Field field) => field.Filled(typed, Reader.Problems);

    /// <summary>The points that are there, in order; a point is two numbers or none.</summary>
    private List<PicturePoint> ReadPoints(IEnumerable<TapField> fields)
    {
        var read = new List<PicturePoint>();
        foreach (var field in fields.Where(field => field.X.Length > 0 || field.Y.Length > 0))
        {
            if (NumberOf(field.X) is { } x && NumberOf(field.Y) is { } y)
            {
                read.Add(new(x, y));
            }
            else
            {
                Reader.Refuse(field.Name, $"{field.Label}: two numbers, in pixels from the top left corner.");
            }
        }

        return read;
    }

    private double ReadSize(string field, string missing) =>
        Reader.Need(field, typed.GetValueOrDefault(field), missing, text => ReadMetres(text));

    private double? Number(string field) => NumberOf(typed.GetValueOrDefault(field, ""));

    private static double? NumberOf(string text) =>
        NumberText.Read(text) is { Ok: true, Value: { Tail: "", Number: var number } } && Math.Abs(number) < GaugeReading.Beyond
            ? number
            : null;

    private static Parsed<double> ReadFact(GaugeFact fact, string text) =>
        fact.Kind switch
        {
            GaugeFactKind.OneOfTwo => text == fact.Words.Plus ? Parsed<double>.Good(1)
            : text == fact.Words.Minus ? Parsed<double>.Good(-1)
            : Parsed<double>.Bad($"Choose {fact.Words.Plus} or {fact.Words.Minus}."),
            GaugeFactKind.Metres => ReadMetres(text),
            _ => NumberText
                .Read(text)
                .Then(read =>
                    read.Tail is "" or "°" && Math.Abs(read.Number) < GaugeReading.Beyond
                        ? Parsed<double>.Good(read.Number)
                        : Parsed<double>.Bad("Write a number.")
                ),
        };

    private static Parsed<double> ReadMetres(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail.ToLowerInvariant() switch
                {
                    "m" => Parsed<double>.Good(read.Number),
                    "cm" => Parsed<double>.Good(read.Number / 100),
                    "mm" => Parsed<double>.Good(read.Number / 1000),
                    "in" or "\"" => Parsed<double>.Good(read.Number * Length.MetresPerInch),
                    "ft" => Parsed<double>.Good(read.Number * Length.MetresPerInch * 12),
                    "" when read.Number == 0 => Parsed<double>.Good(0),
                    _ => Parsed<double>.Bad("Write it with its unit: m, cm, mm, in or ft."),
                }
            );

    private static string Shown(GaugeFact fact, double value) =>
        fact.Kind switch
        {
            GaugeFactKind.OneOfTwo => value > 0 ? fact.Words.Plus : fact.Words.Minus,
            GaugeFactKind.Metres when value is > 0 and < 1 => value.ToString("0.###", CultureInfo.InvariantCulture) is var metres
                ? $"{NumberText.Exact(double.Parse(metres, CultureInfo.InvariantCulture) * 100)} cm"
                : "",
            GaugeFactKind.Metres => $"{NumberText.Exact(value)} m",
            _ => NumberText.Exact(value),
        };
}

/// <summary>A point of the form: its name and its two numbers.</summary>
/// <param name="Name">The field's name, without its x or y.</param>
/// <param name="Label">What it is.</param>
/// <param name="Where">Where it is found.</param>
/// <param name="May">Whether it may be left out.</param>
/// <param name="X">To the right, in pixels.</param>
/// <param name="Y">Down, in pixels.</param>
public sealed record TapField(string Name, string Label, string Where, bool May, string X, string Y);
