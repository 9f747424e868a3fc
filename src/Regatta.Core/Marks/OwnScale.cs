using System.Collections.Immutable;

namespace Regatta.Core.Marks;

/// <summary>What a sailor reads a length in, where they do not read it as their class does: a unit of the tape, or a part of their body.
/// Practitioners differ on it, and it is theirs to choose.</summary>
public readonly record struct OwnMeasure
{
    private OwnMeasure(LengthUnit? unit, BodyMeasure? body) => (Unit, Body) = (unit, body);

    /// <summary>The unit of the tape; null for the body.</summary>
    public LengthUnit? Unit { get; }

    /// <summary>The part of the body; null for a tape.</summary>
    public BodyMeasure? Body { get; }

    /// <summary>All of them: a tape in mm, cm and inches, then the body.</summary>
    public static ImmutableArray<OwnMeasure> All { get; } =
    [
        .. new[] { LengthUnit.Millimetre, LengthUnit.Centimetre, LengthUnit.Inch }.Select(unit => new OwnMeasure(unit, null)),
        .. Enum.GetValues<BodyMeasure>().Select(body => new OwnMeasure(null, body)),
    ];

    /// <summary>The measure by the part of the body.</summary>
    public static OwnMeasure Of(BodyMeasure body) => new(null, body);

    /// <summary>The measure by a unit of the tape.</summary>
    public static OwnMeasure Of(LengthUnit unit) => All.First(measure => measure.Unit == unit);

    /// <summary>As the database has it.</summary>
    public string Name => Body is { } body ? EnumText.Of(body) : EnumText.Of(Unit!.Value);

    /// <summary>In words, as a choice names it.</summary>
    public string Words
    {
        get
        {
            var unit = Unit;
            return Body is { } body ? body.Word() : ScaleKind.Units.First(known => known.Unit == unit).Name;
        }
    }

    /// <summary>The measure of a name.</summary>
    /// <exception cref="InvalidOperationException">There is none of that name.</exception>
    public static OwnMeasure Named(string name) => All.First(measure => measure.Name == name);
}

/// <summary>A length of the class as one sailor reads it in their own measure.</summary>
public sealed record OwnScale : ScaleAsRead
{
    // Finer than any step somebody sets by hand, and as fine as they can read it.
    private const double BodyStep = 0.25;
    private const double ForearmStep = 0.125;
    private const double TapeStep = 5;
    private const double InchStep = 25.4 / 4;

    private readonly LengthwiseScale shown;

    private OwnScale(LengthwiseScale ofTheClass, LengthwiseScale shown)
        : base(ofTheClass) => this.shown = shown;

    /// <summary>The class's scale in somebody's own measure.</summary>
    /// <param name="ofTheClass">What the class reads it on.</param>
    /// <param name="measure">What they read it in.</param>
    /// <param name="hands">What they measured of themselves; what is missing is taken as usual.</param>
    public static OwnScale Of(LengthwiseScale ofTheClass, OwnMeasure measure, IReadOnlyDictionary<BodyMeasure, Length> hands)
    {
        var (min, max) = (ofTheClass.Min.Position, ofTheClass.Max.Position);
        if (measure.Body is not { } body)
        {
            var unit = measure.Unit!.Value;
            var step = Math.Min(unit == LengthUnit.Inch ? InchStep : TapeStep, ofTheClass.Step);
            return new(
                ofTheClass,
                new LengthScale(unit, Length.FromMillimetres(min), Length.FromMillimetres(max), Length.FromMillimetres(step))
            );
        }

        var own = hands.TryGetValue(body, out var measured) ? measured : body.Usual();
        var part = own.Millimetres > BodyMeasure.HandSpan.Usual().Millimetres ? ForearmStep : BodyStep;
        return new(
            ofTheClass,
            new BodyScale(
                body,
                Math.Floor(min / own.Millimetres / part) * part,
                Math.Ceiling(max / own.Millimetres / part) * part,
                part,
                own
            )
        );
    }

    /// <summary>Whether a class's scale can be read in a measure of one's own: it is laid along with a tape or the body, and nothing is
    /// fitted to read it on.</summary>
    public static bool Fits(Scale scale) => scale is LengthwiseScale { HasOwnNumbers: false };

    /// <inheritdoc/>
    public override ScaleCheck CheckedBy => shown.CheckedBy;

    /// <inheritdoc/>
    public override LengthUnit TapeUnit => shown.TapeUnit;

    /// <inheritdoc/>
    public override bool ReadsLength => shown.ReadsLength;

    /// <inheritdoc/>
    public override string Needs => shown.Needs;

    /// <inheritdoc/>
    public override double Grain => shown.Grain;

    /// <inheritdoc/>
    public override string Hint => $"in your own measure: {Show(Min)} to {Show(Max)}";

    /// <inheritdoc/>
    public override double ReadingAt(Mark mark) => shown.ReadingAt(mark);

    /// <inheritdoc/>
    public override Mark AtReading(double reading) => shown.AtReading(reading);

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) => shown.ReadReading(text);

    /// <inheritdoc/>
    public override string ShowReading(double reading) => shown.ShowReading(Math.Round(reading / Grain) * Grain);

    /// <inheritdoc/>
    public override Parsed<Mark> Read(string text) => shown.ReadReading(text).Then(reading => ToTheEnd(AtReading(reading), shown.Step));

    /// <inheritdoc/>
    public override string ShowChange(double positions) => shown.ShowChange(positions);

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) => shown.ReadDistance(text);
}
