using Microsoft.AspNetCore.Identity;
using Npgsql;
using Regatta.Formats.Bundles;
using Regatta.Formats.Calendars;
using Regatta.Store;

namespace Regatta.Web;

/// <summary>Loads the demo club through the same import a coordinator uses, and opens an account for each of its people.</summary>
public sealed class DemoLoader(
    RegattaSettings settings, NpgsqlDataSource database, Bundles bundles, Outings outings, People people, UserManager<Person> accounts, ClubClock clock, ILogger<DemoLoader> log)
{
    /// <summary>Everybody's password in the demo club; the sign-in page shows it.</summary>
    public const string Password = "wenlow-reach";

    private static readonly string[] WithPassword = ["odalys", "tamsin", "priya"];

    /// <summary>Does what the settings ask for.</summary>
    public async Task PrepareAsync()
    {
        var isEmpty = await bundles.ClubAsync() is null;
        if (settings.Demo == DemoChoice.Reset || (settings.Demo == DemoChoice.IfEmpty && isEmpty))
        {
            // Without a named club there is nothing but, perhaps, what a start that died half-way left behind.
            await Database.EmptyAsync(database);
            clock.Forget();
            await LoadAsync();
        }
    }

    /// <summary>The demo's calendar lies beside its bundle and comes in as any calendar file does.</summary>
    private async Task PlanAsync(Bundle bundle, BundledClub club)
    {
        var text = await File.ReadAllTextAsync(Path.Combine(Path.GetDirectoryName(settings.DemoBundle)!, "calendar.ics"));
        var days = CalendarFile.Read(text, name => bundle.Classes.FirstOrDefault(one => one.Class.Name == name)?.Class.Key, TimeZoneInfo.FindSystemTimeZoneById(club.TimeZone), clock.Now);
        await outings.SaveAsync(days.Value);
    }

    private async Task LoadAsync()
    {
        var reading = BundleReader.Read(await File.ReadAllBytesAsync(settings.DemoBundle), clock.Now);
        if (reading.Bundle is not { Club: { } club } bundle)
        {
            throw new InvalidOperationException("The demo bundle is not right: " + string.Join(" ", reading.Problems.Select(problem => $"{problem.Where}: {problem.What}")));
        }

        var sailors = new Dictionary<string, Guid>();
        foreach (var entry in bundle.People)
        {
            var person = new Person { SignInName = entry.Key, DisplayName = entry.Name, IsDemo = true };
            var made = WithPassword.Contains(entry.Key) ? await accounts.CreateAsync(person, Password) : await accounts.CreateAsync(person);
            if (!made.Succeeded)
            {
                throw new InvalidOperationException(string.Join(" ", made.Errors.Select(error => error.Description)));
            }

            sailors[entry.Key] = person.Id;
        }

        await bundles.ImportAsync(bundle, sailors);
        foreach (var entry in bundle.People)
        {
            await people.SetRolesAsync(sailors[entry.Key], entry.Roles, entry.CaptainOf);
        }

        await PlanAsync(bundle, club);

        // The club's name comes last, so that a start that died half-way is done again.
        await bundles.FoundClubAsync(club.Name, club.TimeZone, isDemo: true);
        clock.Forget();
        log.LogInformation("The demo club {Club} is loaded.", club.Name);
    }
}
