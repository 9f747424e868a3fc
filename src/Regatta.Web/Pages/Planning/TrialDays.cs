namespace Regatta.Web.Pages.Planning;

/// <summary>The days a trial may be planned for.</summary>
public static class TrialDays
{
    /// <summary>The next days on the water on which a class is out.</summary>
    public static async Task<IReadOnlyList<PlannedOuting>> ForTrialsAsync(
        this IReadOutings outings,
        ClubId club,
        DateTimeOffset now,
        string classKey
    ) =>
        [
            .. (await outings.EndingAfterAsync(club, now))
                .Where(day => day.Outing.Kind != OutingKind.Marking && day.Outing.Classes.Contains(classKey))
                .Take(4),
        ];
}
