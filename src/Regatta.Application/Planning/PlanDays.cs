using Regatta.Formats.Calendars;

namespace Regatta.Application.Planning;

/// <summary>Keeps the club's calendar of days on the water.</summary>
public sealed class PlanDays(Db db, Outings outings, Attendance comers, TimeProvider clock)
{
    /// <summary>Adds a day.</summary>
    public Task AddAsync(Actor actor, Outing day) => Retry.RunAsync(() => outings.SaveAsync(actor.Club.Ref, [day], keepsForecast: false));

    /// <summary>Writes a day anew; who comes still comes.</summary>
    /// <param name="actor">Who does.</param>
    /// <param name="seen">The day as they saw it.</param>
    /// <param name="day">What it is to be, with the uid of what they saw.</param>
    /// <returns>Whether it is; not where somebody else changed or removed it meanwhile.</returns>
    public Task<bool> ChangeAsync(Actor actor, PlannedOuting seen, Outing day) =>
        Retry.InOneAsync(
            db,
            async () =>
            {
                if ((await outings.LockAsync(actor.Club.Ref, seen.Number))?.Revision != seen.Revision)
                {
                    return false;
                }

                await outings.SaveAsync(actor.Club.Ref, [day], keepsForecast: false);
                return true;
            }
        );

    /// <summary>Removes a day; logs and wind stay.</summary>
    public Task RemoveAsync(Actor actor, long number) => Retry.RunAsync(() => outings.RemoveAsync(actor.Club.Ref, number));

    /// <summary>The person acting says they come on a day.</summary>
    /// <returns>Null; or why it cannot be, in a sentence.</returns>
    public async Task<string?> ComeAsync(Actor actor, PlannedOuting day, string classKey, long? boat) =>
        day.Outing.To < clock.GetUtcNow() ? "This day is over."
        : !await Retry.RunAsync(() => comers.SayAsync(actor.Club.Ref, day.Number, actor.Person, classKey, boat))
            ? "That boat or class is not there that day any more. Choose again."
        : null;

    /// <summary>Takes back that the person acting comes.</summary>
    public Task StayAwayAsync(Actor actor, long day) => Retry.RunAsync(() => comers.TakeBackAsync(actor.Club.Ref, day, actor.Person));

    /// <summary>Adds the days of a calendar file; those whose uid is known are written anew.</summary>
    /// <param name="club">The club.</param>
    /// <param name="text">The file.</param>
    /// <param name="classKey">The key of a class by what the file calls it; null for no class of the club.</param>
    public async Task<Parsed<int>> ImportAsync(Club club, string text, Func<string, string?> classKey)
    {
        var read = CalendarFile.Read(text, classKey, club.Zone(), clock.GetUtcNow());
        if (!read.Ok)
        {
            return Parsed<int>.Bad(read.Problem!);
        }

        await Retry.RunAsync(() => outings.SaveAsync(club.Ref, read.Value, keepsForecast: true));
        return Parsed<int>.Good(read.Value.Count);
    }
}
