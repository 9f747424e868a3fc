using System.Globalization;
using System.Text;
using Regatta.Application.Membership;
using Regatta.Application.Reading;

namespace Regatta.Application.Publishing;

/// <summary>Writes whoever asked for it one letter a day, and none on a day without news: versions of what they sail that they have not
/// seen, the days they come to, and for those who decide, sailors' notes and what waits.</summary>
public sealed class DailyLetter(
    DailyLetters readers,
    Clubs clubs,
    Sails sails,
    ClassCache cache,
    TellNews news,
    Attendance attendance,
    SailorNotes notes,
    Classes classes,
    AttemptCounts tries,
    IMail mail,
    TimeProvider clock
)
{
    /// <summary>How often a letter is tried within a day before its reader waits for the next.</summary>
    private const int MostTries = 5;

    private const int AtOnce = 200;
    private const int NotesShown = 5;
    private static readonly TimeSpan Ahead = TimeSpan.FromHours(36);

    /// <summary>Letters come in the morning, as the first of somebody's clubs has it.</summary>
    private static readonly TimeOnly Morning = new(7, 0);

    /// <summary>Writes all that are due now.</summary>
    /// <param name="address">Where the app is found from outside.</param>
    /// <param name="stop">The path at which a person stops the letters without signing in.</param>
    /// <returns>How many were sent.</returns>
    public async Task<int> RunAsync(string address, Func<Guid, string> stop)
    {
        var sent = 0;
        foreach (var reader in await readers.BeforeAsync(clock.GetUtcNow(), AtOnce))
        {
            var own = await clubs.OfAsync(reader.Person);
            if (own.Count == 0 || reader.Since >= own[0].Zone().LastAt(clock.GetUtcNow(), Morning) || !await readers.TakeAsync(reader))
            {
                continue;
            }

            if (await WriteAsync(reader, own, address, new Uri(address + stop(reader.Person))) is not { } letter)
            {
                continue;
            }

            if (await mail.SendAsync(letter))
            {
                sent++;
            }
            else if (await tries.CountAsync($"letter of the day to {reader.Person}", AttemptCounts.LongestWindow) < MostTries)
            {
                await readers.GiveBackAsync(reader);
            }
        }

        return sent;
    }

    private async Task<Letter?> WriteAsync(LetterReader reader, IReadOnlyList<Club> own, string address, Uri stop)
    {
        var (text, about) = (new StringBuilder(), new List<string>());
        foreach (var club in own)
        {
            var said = await OfClubAsync(reader, club, $"{address}/{club.Key}");
            if (said.Count > 0)
            {
                about.Add(club.Name);
                text.Append(string.Join("\n\n", own.Count > 1 ? said.Prepend(club.Name) : said)).Append("\n\n");
            }
        }

        text.Append(CultureInfo.InvariantCulture, $"You asked for one letter a day when there is something new. No more of them: {stop}\n");
        return about.Count > 0
            ? new(reader.Email, reader.Name, $"New at {string.Join(" and ", about)}", text.ToString(), own[0].Id) { Stop = stop }
            : null;
    }

    private async Task<IReadOnlyList<string>> OfClubAsync(LetterReader reader, Club club, string at)
    {
        var said = new List<string>();
        var mine = await sails.OfAsync(club.Ref, reader.Person);
        foreach (var key in mine.Classes.Select(one => one.Class))
        {
            if (
                await cache.FindAsync(club.Ref, key) is { } view
                && await news.FindAsync(view, reader.Person) is { } found
                && found.Version.At > reader.Since
            )
            {
                var name = found.Version.Class.Name;
                said.Add(NewsText.Of(name, found.Version, found.Changes, found.Version.Set.PlanModes, $"{at}/classes/{key}/card"));
            }
        }

        foreach (var day in await attendance.OwnAsync(club.Ref, reader.Person, clock.GetUtcNow(), clock.GetUtcNow() + Ahead))
        {
            var begins = TimeZoneInfo.ConvertTime(day.From, club.Zone()).ToString("dddd d MMMM, HH:mm", CultureInfo.InvariantCulture);
            said.Add($"You come: {day.Title}, {begins}, {day.ClassName}\n{at}/calendar/{day.Number}");
        }

        // What waits alone is no reason for a letter; who gets one reads it along.
        var (written, waits) = await DecidedAsync(reader, club, at);
        said.AddRange(written);
        return said.Count > 0 ? [.. said, .. waits] : [];
    }

    private async Task<(IReadOnlyList<string> Notes, IReadOnlyList<string> Waits)> DecidedAsync(LetterReader reader, Club club, string at)
    {
        if (await clubs.AdmitAsync(club.Key, reader.Person, null) is not { Roles: { } roles } admission)
        {
            return ([], []);
        }

        var coordinates = roles.Contains(Roles.Coordinator);
        var (written, needs) = (new List<string>(), new List<ClassNeed>());
        foreach (var line in await classes.FleetAsync(club.Ref))
        {
            if (await cache.FindAsync(club.Ref, line.Key) is { } view && (coordinates || admission.Captained.Contains(view.Ref.Number)))
            {
                var told = (await notes.ForAsync(view.Ref, reader.Person, NotesShown)).Where(note => note.LoggedAt > reader.Since);
                written.AddRange(told.Select(note => $"{line.Name}, {note.By ?? "a sailor"} writes: {note.Text}\n{at}/classes/{line.Key}"));
                needs.AddRange(ClassNeed.Of(view, hasCaptain: line.Captains.Length > 0 || !coordinates));
            }
        }

        return (
            written,
            needs.Count == 0
                ? []
                :
                [
                    "Waits for you:\n"
                        + string.Join(
                            '\n',
                            needs.OrderByDescending(need => need.Weight).Select(need => $"– {need.Class}: {need.Says} {at}{need.Path}")
                        ),
                ]
        );
    }
}
