namespace Regatta.Web.Access;

/// <summary>The address of a page of a class and what it is asked, in the order it was named.</summary>
/// <param name="Page">Its path.</param>
public sealed record ClassAddress(string Page)
{
    /// <summary>What it is asked, in the order it was named.</summary>
    public IReadOnlyList<(string Name, string Value)> Query { get; private init; } = [];

    /// <summary>Asked so; unchanged where there is nothing to ask.</summary>
    public ClassAddress With(string name, string? value) => value is null ? this : this with { Query = [.. Query, (name, value)] };

    /// <summary>What is carried, and how she is sailed.</summary>
    public ClassAddress In(PlanMode planMode) => With("plan", planMode.Plan.Name).With("mode", planMode.Mode.Name);

    /// <summary>A wind, to a tenth of a unit.</summary>
    public ClassAddress At(Speed wind, SpeedUnit unit) => With("wind", NumberText.Plain(wind.In(unit), 1)).With("unit", unit.Symbol());

    /// <summary>A cell that is opened.</summary>
    public ClassAddress Cell(BandId band, ControlKey control) => With("cell", new CellAddress(band, control).Name());

    /// <summary>What for.</summary>
    public ClassAddress For(Purpose? purpose) => With("purpose", purpose?.Key.Name);

    /// <summary>The boat it is read on, where the reader has a choice.</summary>
    public ClassAddress On(BoatChoice choice) => With("boat", choice.Boats.Count > 0 ? choice.InAddress : null);

    /// <summary>What is done there.</summary>
    public ClassAddress Handled(string handler) => With("handler", handler);

    public override string ToString() =>
        Page + string.Concat(Query.Select((part, at) => $"{(at == 0 ? '?' : '&')}{part.Name}={Uri.EscapeDataString(part.Value)}"));
}

/// <summary>Cells as addresses name them: <c>3.gooseneck</c>.</summary>
public static class CellNames
{
    public static string Name(this CellAddress address) => $"{address.Band.Number}.{address.Control.Name}";

    public static CellAddress? Read(string? name) =>
        name?.Split('.', 2) is [var band, var control] && int.TryParse(band, out var number) ? new(new(number), new(control)) : null;
}
