namespace Regatta.Web.Drawings;

/// <summary>A control's lane in the order of set-up.</summary>
/// <param name="Control">The control.</param>
/// <param name="Y">The middle of its lane.</param>
/// <param name="Together">Whether it is set together with others that disturb each other round about.</param>
public sealed record SetUpLane(Control Control, double Y, bool Together);

/// <summary>A coupling between two lanes.</summary>
/// <param name="Path">From the one that disturbs to the disturbed.</param>
/// <param name="Up">Whether it goes back to a control set before: the second pass.</param>
/// <param name="Says">What it is, for whoever does not see it.</param>
public sealed record CouplingArc(string Path, bool Up, string Says);

/// <summary>The couplings of a class as lanes in the order of set-up: down is forward, up is the second pass.</summary>
/// <param name="Height">In drawing units.</param>
/// <param name="Lanes">The lanes, in order.</param>
/// <param name="Arcs">The couplings.</param>
public sealed record CouplingDrawing(double Height, IReadOnlyList<SetUpLane> Lanes, IReadOnlyList<CouplingArc> Arcs)
{
    public const double Width = 560;
    public const double NameRight = 210;
    private const double Row = 34;
    private const double Widest = 320;

    public static CouplingDrawing Of(IReadOnlyList<Control> controls)
    {
        var order = SetUpOrder.Of(controls);
        var lanes = order
            .First.SelectMany(group => group.Controls.Select(control => (control, Together: group.Controls.Count > 1)))
            .Select((one, at) => new SetUpLane(one.control, 24 + (at * Row), one.Together))
            .ToList();
        var place = lanes.Select((lane, at) => (lane.Control.Key, at)).ToDictionary(lane => lane.Key, lane => lane.at);
        var arcs =
            from lane in lanes
            from coupling in lane.Control.Disturbs
            where place.ContainsKey(coupling.Control) && coupling.Control != lane.Control.Key
            let to = lanes[place[coupling.Control]]
            let far = Math.Abs(place[coupling.Control] - place[lane.Control.Key])
            let reach = NameRight + 14 + (Widest * far / Math.Max(1, lanes.Count - 1))
            // Leaves a little below the middle of its lane and arrives a little above, so that there and back stand apart.
            select new CouplingArc(
                $"M{Svg.N(NameRight + 8)} {Svg.N(lane.Y + 5)}C{Svg.N(reach)} {Svg.N(lane.Y + 5)} {Svg.N(reach)} {Svg.N(to.Y - 5)} "
                    + $"{Svg.N(NameRight + 12)} {Svg.N(to.Y - 5)}",
                place[coupling.Control] < place[lane.Control.Key],
                $"{lane.Control.Name} disturbs {to.Control.Name}: {coupling.Why}"
            );
        return new(48 + (lanes.Count * Row), lanes, [.. arcs]);
    }
}
