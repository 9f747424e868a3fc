namespace Regatta.Web.Pages.Rigging;

/// <summary>Which control disturbs which, in which order they are set therefore, and what a shroud hole is worth; for members.</summary>
[Authorize(Policies.Member)]
public sealed class CouplingsModel(ClubContext here, CardReaderOf readers, IReadLogs logs) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public CouplingDrawing Drawing { get; private set; } = null!;

    public SetUpOrder Order { get; private set; } = null!;

    /// <summary>The control asked about; null for none.</summary>
    public Control? Asked { get; private set; }

    /// <summary>What it disturbs, and what that disturbs in turn.</summary>
    public IReadOnlyList<Control> Disturbed { get; private set; } = [];

    /// <summary>For each whole hole the rake, and what it is worth against the next one up; empty where nobody measured the rig.</summary>
    public IReadOnlyList<(int Hole, Angle Rake, RakeAt? AgainstNext, bool BlockToBlock)> Holes { get; private set; } = [];

    /// <summary>The hole the boat was logged in last, where the card says another for that wind; null else.</summary>
    public (string Boat, double Hole, double OfTheCard, RakeAt Worth)? StandsElsewhere { get; private set; }

    public async Task OnGetAsync(string? control, string? boat)
    {
        var view = await here.ClassAsync();
        Class = view.Class;
        Drawing = CouplingDrawing.Of(Class.Controls);
        Order = SetUpOrder.Of(Class.Controls);
        Asked = Class.Controls.FirstOrDefault(known => known.Key.Name == control);
        Disturbed = Asked is { } asked ? SetUpOrder.Disturbed(Class.Controls, [asked.Key]) : [];
        if (Class.Rake is { } rig && Class.Find(rig.Holes) is { } holes)
        {
            StandsElsewhere = await LastHoleAsync(view, rig, await readers.ForAsync(view.Ref, User.Id(), boat, null));
            var (first, last) = ((int)Math.Ceiling(holes.Scale.Min.Position), (int)Math.Floor(holes.Scale.Max.Position));
            Holes =
            [
                .. Enumerable
                    .Range(first, Math.Max(0, last - first + 1))
                    .Reverse()
                    .Where(hole => rig.RakeIn(hole) is not null)
                    .Select(hole =>
                        (
                            hole,
                            rig.RakeIn(hole)!.Value,
                            hole < last ? rig.Compare(hole, hole + 1) : null,
                            rig.IsBlockToBlock(rig.RakeIn(hole)!.Value)
                        )
                    ),
            ];
        }
    }

    /// <summary>The hole the reader's boat was logged in last, held against the card for that wind.</summary>
    private async Task<(string Boat, double Hole, double OfTheCard, RakeAt Worth)?> LastHoleAsync(
        ClassView view,
        RakeGeometry rig,
        ReaderChoice who
    )
    {
        if (who.Choice.Boat is not { } boat || view.Newest is not { } newest)
        {
            return null;
        }

        var logged = (await logs.OfBoatAsync(view.Ref, boat.Number, Limits.RunsOfBoat)).Where(run => run.Marks.ContainsKey(rig.Holes));
        if (
            logged.MaxBy(run => (run.SailedAt, run.Run)) is not { } last
            || CardReading
                .Of(newest, new(last.Wind.Mean, last.Wind.Gust), last.PlanMode.Plan.Name, last.PlanMode.Mode.Name, who.Reader)
                .MarkOf(rig.Holes)
                is not { } card
        )
        {
            return null;
        }

        var (hole, said) = (last.Marks[rig.Holes].Position, card.Position);
        return Math.Abs(hole - said) >= 1 && rig.Compare(hole, said) is { } worth ? (boat.Name, hole, said, worth) : null;
    }
}
