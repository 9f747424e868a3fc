using Regatta.Formats.Calendars;

namespace Regatta.Application.Planning;

/// <summary>Keeps the club's calendar of days on the water.</summary>
public sealed class PlanDays(Outings outings, Attendance comers, TimeProvider clock)
{
    /// <summary>Adds a day, or writes the one of its uid anew; who comes still comes.</summary>
    public Task SaveAsync(Actor actor, Outing day) => Retry.RunAsync(() => outings.SaveAsync(actor.Club.Ref, [day], keepsForecast: false));

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
