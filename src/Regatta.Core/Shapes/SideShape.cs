namespace Regatta.Core.Shapes;

/// <summary>A point of a boat's side view.</summary>
/// <param name="X">Forward of the transom; negative behind it.</param>
/// <param name="Z">Above the waterline; negative below it.</param>
public readonly record struct SidePoint(Length X, Length Z)
{
    /// <summary>The point turned about another: what stands above it goes aft, what hangs below it forward.</summary>
    public SidePoint Turned(SidePoint about, Angle aft)
    {
        var (sin, cos) = Math.SinCos(aft.Degrees * Math.PI / 180);
        var (x, z) = (X.Metres - about.X.Metres, Z.Metres - about.Z.Metres);
        return new(Length.FromMetres(about.X.Metres + (x * cos) - (z * sin)), Length.FromMetres(about.Z.Metres + (z * cos) + (x * sin)));
    }
}

/// <summary>A sail, or a part of the boat below the water, as it stands in the side view, at its real shape.</summary>
/// <param name="Name">What sailors call it.</param>
/// <param name="Outline">Its corners in order, either way round; the last joins the first.</param>
public sealed record SideShape(string Name, IReadOnlyList<SidePoint> Outline)
{
    /// <summary>The fewest corners of a shape.</summary>
    public const int FewestPoints = 3;

    /// <summary>No boat of a club reaches further than this from its transom.</summary>
    public const double FurthestMetres = 60;

    /// <summary>Its area in m², by the shoelace formula; zero for a line.</summary>
    public double Area => Math.Abs(Doubled()) / 2;

    /// <summary>Its centroid, by the shoelace formula; the mean of the corners where it has no area, the origin where
    /// it has none.</summary>
    public SidePoint Centroid
    {
        get
        {
            var doubled = Doubled();
            if (Outline.Count == 0)
            {
                return default;
            }

            if (Math.Abs(doubled) < 1e-12)
            {
                return At(Outline.Average(point => point.X.Metres), Outline.Average(point => point.Z.Metres));
            }

            // From the first corner, so that a shape far from the origin loses no digits.
            var (x0, z0) = (Outline[0].X.Metres, Outline[0].Z.Metres);
            var (x, z) = (0.0, 0.0);
            foreach (var (one, next) in Sides())
            {
                var cross = Cross(one, next, x0, z0);
                x += (one.X.Metres + next.X.Metres - (2 * x0)) * cross;
                z += (one.Z.Metres + next.Z.Metres - (2 * z0)) * cross;
            }

            return At(x0 + (x / (3 * doubled)), z0 + (z / (3 * doubled)));
        }
    }

    /// <summary>What makes it no sail, in a sentence; null where it is one.</summary>
    public string? Problem =>
        Outline.Count is < FewestPoints or > Limits.OutlinePoints
            ? $"{Name}: an outline has {FewestPoints} to {Limits.OutlinePoints} corners."
        : Outline.Any(point => !(Math.Abs(point.X.Metres) <= FurthestMetres && Math.Abs(point.Z.Metres) <= FurthestMetres))
            ? $"{Name}: its corners lie within {FurthestMetres:0} m of the transom."
        : CrossesItself() ? $"{Name}: this outline crosses itself."
        : Area < 0.001 ? $"{Name}: this outline encloses nothing."
        : null;

    /// <summary>The shape turned about a point: what stands above it goes aft, what hangs below it forward.</summary>
    public SideShape Turned(SidePoint about, Angle aft) => this with { Outline = [.. Outline.Select(point => point.Turned(about, aft))] };

    /// <summary>The shape moved.</summary>
    public SideShape Moved(Length forward, Length up) =>
        this with
        {
            Outline = [.. Outline.Select(point => At(point.X.Metres + forward.Metres, point.Z.Metres + up.Metres))],
        };

    /// <summary>What of the shape lies below a height (Sutherland and Hodgman 1974); null where nothing does.</summary>
    public SideShape? Below(double height)
    {
        var kept = new List<SidePoint>();
        foreach (var (one, next) in Sides())
        {
            if (one.Z.Metres <= height)
            {
                kept.Add(one);
            }

            if ((one.Z.Metres <= height) != (next.Z.Metres <= height))
            {
                var share = (height - one.Z.Metres) / (next.Z.Metres - one.Z.Metres);
                kept.Add(At(one.X.Metres + (share * (next.X.Metres - one.X.Metres)), height));
            }
        }

        var below = this with { Outline = kept };
        return kept.Count >= FewestPoints && below.Area > 1e-9 ? below : null;
    }

    /// <summary>Reads corners as a person writes them: pairs of metres forward of the transom and above the water, with commas, semicolons
    /// or lines between the pairs.</summary>
    public static Parsed<SideShape> Read(string name, string text)
    {
        var pairs = text.Split([',', ';', '\n'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (pairs.Length > Limits.OutlinePoints)
        {
            return Parsed<SideShape>.Bad($"An outline has at most {Limits.OutlinePoints} corners.");
        }

        var corners = new List<SidePoint>();
        foreach (var read in pairs.Select(ReadPoint))
        {
            if (!read.Ok)
            {
                return Parsed<SideShape>.Bad(read.Problem!);
            }

            corners.Add(read.Value);
        }

        var shape = new SideShape(name, corners);
        return shape.Problem is { } problem ? Parsed<SideShape>.Bad(problem) : Parsed<SideShape>.Good(shape);
    }

    /// <summary>Reads a point as a person writes it: two numbers in metres.</summary>
    public static Parsed<SidePoint> ReadPoint(string text)
    {
        var numbers = text.Split([' ', '\t'], StringSplitOptions.RemoveEmptyEntries);
        return
            numbers.Length == 2
            && NumberText.Read(numbers[0]) is { Ok: true, Value: { Tail: "", Number: var x } }
            && NumberText.Read(numbers[1]) is { Ok: true, Value: { Tail: "", Number: var z } }
            && Math.Abs(x) <= FurthestMetres
            && Math.Abs(z) <= FurthestMetres
            ? Parsed<SidePoint>.Good(At(x, z))
            : Parsed<SidePoint>.Bad(
                $"“{PlainText.Shown(text)}” is no point: two numbers in metres, such as 2.35 0.95, within {FurthestMetres:0} m."
            );
    }

    /// <summary>The same shape, corner for corner.</summary>
    public bool Equals(SideShape? other) => other is not null && Name == other.Name && Outline.SequenceEqual(other.Outline);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Outline.Count);

    private static SidePoint At(double x, double z) => new(Length.FromMetres(x), Length.FromMetres(z));

    private IEnumerable<(SidePoint One, SidePoint Next)> Sides() => Outline.Zip(Outline.Skip(1).Append(Outline[0]));

    private double Doubled() =>
        Outline.Count == 0 ? 0 : Sides().Sum(side => Cross(side.One, side.Next, Outline[0].X.Metres, Outline[0].Z.Metres));

    private static double Cross(SidePoint one, SidePoint next, double x0, double z0) =>
        ((one.X.Metres - x0) * (next.Z.Metres - z0)) - ((next.X.Metres - x0) * (one.Z.Metres - z0));

    private bool CrossesItself()
    {
        var sides = Sides().ToList();
        for (var first = 0; first < sides.Count; first++)
        {
            for (var second = first + 2; second < sides.Count; second++)
            {
                if ((first != 0 || second != sides.Count - 1) && Cross(sides[first], sides[second]))
                {
                    return true;
                }
            }
        }

        return false;
    }

    private static bool Cross((SidePoint A, SidePoint B) one, (SidePoint A, SidePoint B) other) =>
        Turn(one.A, one.B, other.A) * Turn(one.A, one.B, other.B) < 0 && Turn(other.A, other.B, one.A) * Turn(other.A, other.B, one.B) < 0;

    private static double Turn(SidePoint a, SidePoint b, SidePoint c) => Cross(b, c, a.X.Metres, a.Z.Metres);
}
