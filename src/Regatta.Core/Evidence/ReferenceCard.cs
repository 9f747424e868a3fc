namespace Regatta.Core.Evidence;

/// <summary>The card that marks are counted from in the fit of one plan and mode: for each cell the mark of the first published version
/// that had
/// its band. It stays the same whatever is edited or published later, so that what a season taught does not move with the card. A band that
/// was never published is counted from what the newest version says in its wind; a control that was never published, from the middle one of
/// the marks sailed. Source: models M7, the last two ours.</summary>
public sealed class ReferenceCard
{
    private readonly IReadOnlyList<Matrix> published;
    private readonly IReadOnlyDictionary<ControlKey, Mark> sailed;

    /// <param name="planMode">The plan and mode.</param>
    /// <param name="published">What was published, oldest first.</param>
    /// <param name="sailed">What a control that was never published is counted from; null for nothing.</param>
    public ReferenceCard(PlanMode planMode, IEnumerable<ClassState> published, IReadOnlyDictionary<ControlKey, Mark>? sailed = null)
    {
        this.published =
        [
            .. published.Where(state => state.Definition.PlanModes.Has(planMode)).Select(state => state.Set.AsSailed(planMode)),
        ];
        this.sailed = sailed ?? new Dictionary<ControlKey, Mark>();
    }

    /// <summary>The middle one of the marks sailed of each control.</summary>
    public static IReadOnlyDictionary<ControlKey, Mark> Middle(IEnumerable<SessionEvidence> sessions) =>
        sessions
            .SelectMany(session => session.Marks)
            .GroupBy(mark => mark.Key, mark => mark.Value.Position)
            .ToDictionary(marks => marks.Key, marks => new Mark(marks.Order().ElementAt(marks.Count() / 2)));

    /// <summary>The mark counted from; null where none was ever published or sailed.</summary>
    public Mark? this[WindBand band, Control control] =>
        published.Select(matrix => matrix.Bands.Find(band.Id) is { } same ? In(matrix, same, control) : null).FirstOrDefault(Known)
        ?? published.Reverse().Select(matrix => In(matrix, matrix.Bands.At(band.Middle), control)).FirstOrDefault(Known)
        ?? (sailed.TryGetValue(control.Key, out var mark) ? mark : null);

    private static bool Known(Mark? mark) => mark is not null;

    /// <summary>A mark counts only where it was read on the same terms.</summary>
    private static Mark? In(Matrix matrix, WindBand band, Control control) =>
        matrix.Controls.FirstOrDefault(known => known.Key == control.Key) is { } then && then.Scale.SameTerms(control.Scale)
            ? matrix[band, then]?.Mark
            : null;
}
