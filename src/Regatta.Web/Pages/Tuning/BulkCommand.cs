using System.Globalization;

namespace Regatta.Web.Pages.Tuning;

/// <summary>Something to do to many cells at once: to those chosen on the page, or to what the open cell stands for.</summary>
public sealed record BulkCommand(string Deed, IReadOnlyList<CellAddress> Over, Func<CellAddress, int>? Seen)
{
    private static readonly Dictionary<string, string> Deeds = new()
    {
        ["interpolate"] = "interpolated",
        ["fill-right"] = "filled to stronger bands",
        ["fill-down"] = "filled down",
        ["less"] = "moved a step down",
        ["more"] = "moved a step up",
        ["confirm"] = "confirmed",
        ["clear"] = "cleared",
    };

    /// <summary>What it is, as the status line and the history tell it.</summary>
    public string What => Deeds[Deed];

    /// <summary>Reads an order; null when it asks for nothing that is known, or for no cells.</summary>
    /// <param name="act">What to do.</param>
    /// <param name="over">Cells with the revisions seen, <c>3.vang:2,4.vang:0</c>; null for what the open cell stands for: its row, or from
    /// it to the stronger end.</param>
    public static BulkCommand? Read(string act, string? over, CellDrawer? open, PlanModeView planMode)
    {
        if (!Deeds.ContainsKey(act))
        {
            return null;
        }

        if (over is null)
        {
            return open is null
                ? null
                : new(
                    act,
                    [
                        .. planMode
                            .Matrix.Bands.All.Where(band => act != "fill-right" || band.From >= open.Band.From)
                            .Select(band => new CellAddress(band.Id, open.Control.Key)),
                    ],
                    null
                );
        }

        var chosen = over.Split(',', StringSplitOptions.RemoveEmptyEntries)
            .Select(pair => pair.Split(':', 2))
            .Where(parts => parts.Length == 2 && CellNames.Read(parts[0]) is not null && int.TryParse(parts[1], out _))
            .Select(parts => (Address: CellNames.Read(parts[0])!.Value, Revision: int.Parse(parts[1], CultureInfo.InvariantCulture)))
            .Where(named =>
                planMode.Matrix.Bands.Find(named.Address.Band) is not null && planMode.Class.Find(named.Address.Control) is not null
            )
            .DistinctBy(named => named.Address)
            .ToDictionary(named => named.Address, named => named.Revision);
        return chosen.Count == 0
            ? null
            : new(act, [.. chosen.Keys], address => chosen.TryGetValue(address, out var revision) ? revision : planMode.Revision(address));
    }

    /// <summary>The edits it comes to, and what had to be left.</summary>
    public (IReadOnlyList<CellEdit> Edits, IReadOnlyList<string> Left) Edits(Matrix matrix)
    {
        var controls = matrix.Controls.Where(control => Over.Any(address => address.Control == control.Key)).ToList();
        var bands = matrix.Bands.All.Where(band => Over.Any(address => address.Band == band.Id)).ToList();
        switch (Deed)
        {
            case "interpolate":
                return ([.. controls.SelectMany(control => Building.Interpolate(matrix, control))], []);
            case "fill-right":
                return ([.. controls.SelectMany(control => Building.FillAcross(matrix, control, bands))], []);
            case "fill-down":
                var filled = bands.Select(band => Building.FillDown(matrix, band, controls)).ToList();
                return ([.. filled.SelectMany(cell => cell.Edits)], [.. filled.SelectMany(cell => cell.Left).Distinct()]);
            case "less" or "more":
                return (Building.Shift(matrix, Over, Deed == "less" ? -1 : 1), []);
            case "confirm":
                return (Building.Confirm(matrix, Over), []);
            default:
                return (Building.Clear(matrix, Over), []);
        }
    }
}
