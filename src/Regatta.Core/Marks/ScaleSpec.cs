namespace Regatta.Core.Marks;

/// <summary>A scale as plain data, for files and the database: its kind by name, and the members that kind has. Lengths in mm, angles in
/// degrees.</summary>
/// <param name="Kind"><c>length</c>, <c>strip</c>, <c>holes</c>, <c>pins</c>, <c>turns</c>, <c>clicks</c>, <c>dots</c>, <c>angle</c>,
/// <c>body</c>, <c>stops</c> or <c>target</c>.</param>
/// <param name="Unit">Of a length: <c>mm</c>, <c>cm</c>, <c>in</c> or <c>decimalIn</c>.</param>
/// <param name="Min">The lowest mark.</param>
/// <param name="Max">The highest mark.</param>
/// <param name="Step">The smallest change worth making.</param>
/// <param name="Count">How many holes or pins.</param>
/// <param name="CountedFrom">The end where counting starts.</param>
/// <param name="Zero">From the datum to where a strip or a count would be zero.</param>
/// <param name="Pitch">From one number to the next.</param>
/// <param name="BothSides">Whether the same is set on both sides.</param>
/// <param name="Measure">The body measure.</param>
/// <param name="Usual">How long one is on the person the class was measured by.</param>
/// <param name="Stops">The named stops, from least to most.</param>
public sealed record ScaleSpec(
    string Kind,
    string? Unit = null,
    double? Min = null,
    double? Max = null,
    double? Step = null,
    int? Count = null,
    string? CountedFrom = null,
    double? Zero = null,
    double? Pitch = null,
    bool? BothSides = null,
    string? Measure = null,
    double? Usual = null,
    IReadOnlyList<string>? Stops = null
)
{
    /// <summary>A scale as data.</summary>
    public static ScaleSpec Of(Scale scale) => scale.Spec;

    /// <summary>The scale it describes, or what is missing or wrong in a sentence.</summary>
    public Parsed<Scale> ToScale()
    {
        if (ScaleKind.All.FirstOrDefault(kind => kind.Name == Kind) is not { } known)
        {
            var names = ScaleKind.All.Select(kind => kind.Name).ToList();
            return Parsed<Scale>.Bad(
                $"“{PlainText.Shown(Kind)}” is no kind of scale; it is {string.Join(", ", names.SkipLast(1))} or {names[^1]}."
            );
        }

        try
        {
            return known.Make(this) is { } scale ? Parsed<Scale>.Good(scale) : Parsed<Scale>.Bad(known.Lacks);
        }
        catch (ArgumentException refused)
        {
            return Parsed<Scale>.Bad(refused.Message);
        }
    }
}
