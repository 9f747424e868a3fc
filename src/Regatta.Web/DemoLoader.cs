using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Identity;
using Regatta.Formats.Bundles;

namespace Regatta.Web;

/// <summary>Loads the demo clubs through the same import a coordinator uses, and opens an account for each of their people.</summary>
public sealed partial class DemoLoader(
    RegattaSettings settings,
    Clubs clubs,
    Members members,
    ImportClasses import,
    PlanDays plan,
    Outings outings,
    UserManager<Person> accounts,
    Sails sails,
    DemoPictures pictures,
    TimeProvider clock,
    ILogger<DemoLoader> log
)
{
    /// <summary>Everybody's password in the demo clubs; the sign-in page shows it.</summary>
    public const string Password = "wenlow-reach";

    private static readonly string[] WithPassword = ["odalys", "tamsin", "priya", "ebbe"];

    /// <summary>What those say they sail who sail everything else only to log it.</summary>
    private static readonly Dictionary<string, string[]> Sails = new() { ["priya"] = ["quillet", "brannet"], ["tamsin"] = ["quillet"] };

    /// <summary>Does what the settings ask for.</summary>
    public async Task PrepareAsync()
    {
        if (settings.Demo == DemoChoice.Reset && (await clubs.AllAsync()).FirstOrDefault(club => !club.IsDemo) is { } real)
        {
            throw new StartRefusedException(
                $"The demo is not reset: {real.Name} lives in this database, and it is no demo. Start the demo over a database of its own."
            );
        }

        if (settings.Demo == DemoChoice.Reset || (settings.Demo == DemoChoice.IfEmpty && await clubs.HasHalfLoadedDemoAsync()))
        {
            await clubs.RemoveDemoAsync();
        }

        var isThere = (await clubs.AllAsync()).Select(club => club.Key).ToHashSet();
        var wanted = settings.Demo == DemoChoice.Reset || (settings.Demo == DemoChoice.IfEmpty && isThere.Count == 0);
        foreach (var file in wanted ? settings.DemoBundles : [])
        {
            await LoadAsync(file, isThere);
        }
    }

    private async Task LoadAsync(string file, IReadOnlySet<string> isThere)
    {
        var now = clock.GetUtcNow();
        var reading = BundleReader.Read(Encoding.UTF8.GetBytes(MovedTo(now, await File.ReadAllTextAsync(file))), now);
        if (reading.Bundle is not { Club: { Key: { } key } named } bundle)
        {
            throw new StartRefusedException(
                $"The demo bundle {file} is not right: "
                    + string.Join(" ", reading.Problems.Select(problem => $"{problem.Where}: {problem.What}"))
            );
        }

        if (
            isThere.Contains(key)
            || await clubs.FoundAsync(key, named.Name, named.TimeZone, isDemo: true, null, mayBeFurther: true, null) is not { } club
        )
        {
            return;
        }

        var people = new Dictionary<string, Guid>();
        foreach (var entry in bundle.People)
        {
            people[entry.Key] = await OpenAccountAsync(entry);
        }

        await import.RunAsync(club.Ref, bundle, people);

        // A demo's calendar lies beside its bundle and comes in as any calendar file does.
        if (Path.ChangeExtension(file, ".ics") is var calendar && File.Exists(calendar))
        {
            await plan.ImportAsync(
                club,
                await File.ReadAllTextAsync(calendar),
                name => bundle.Classes.FirstOrDefault(one => one.Class.Name == name)?.Class.Key
            );
        }

        foreach (var entry in bundle.People)
        {
            await members.SetAsync(club.Ref, people[entry.Key], entry.Roles, entry.CaptainOf);
            if (Sails.TryGetValue(entry.Key, out var sailed))
            {
                await sails.SaveAsync(club.Ref, people[entry.Key], [.. sailed.Select(key => new SailedClass(key, null))]);
            }
        }

        await pictures.LoadAsync(club, file, [.. bundle.Classes.Select(held => held.Class)], people);
        await SayComingAsync(club, people);
        log.LogInformation("The demo club {Club} is loaded.", club.Name);
    }

    /// <summary>A demo is as young as the day it is loaded on: all of a bundle's times go forward together, by whole weeks, until its last
    /// log lies within the last one.</summary>
    private static string MovedTo(DateTimeOffset now, string bundle)
    {
        var newest = SailedAt().Matches(bundle).Select(match => Time(match.Groups["at"])).DefaultIfEmpty(now).Max();
        var weeks = TimeSpan.FromDays(7 * Math.Max(0, Math.Floor((now - newest).TotalDays / 7)));
        return AnyTime().Replace(bundle, match => $"\"{Time(match.Groups["at"]) + weeks:yyyy-MM-ddTHH:mm:sszzz}\"");
    }

    private static DateTimeOffset Time(Group written) => DateTimeOffset.Parse(written.Value, CultureInfo.InvariantCulture);

    [GeneratedRegex("\"sailedAt\": *\"(?<at>[^\"]+)\"", RegexOptions.NonBacktracking)]
    private static partial Regex SailedAt();

    [GeneratedRegex("\"(?<at>[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9:]{8}[+-][0-9:]{5})\"", RegexOptions.NonBacktracking)]
    private static partial Regex AnyTime();

    /// <summary>The next days have a forecast, and some of the club's people say they come, each with a boat of their own, two of each
    /// class.</summary>
    private async Task SayComingAsync(Club club, Dictionary<string, Guid> people)
    {
        var days = (await outings.EndingAfterAsync(club.Ref, clock.GetUtcNow())).Where(day => day.Outing.Kind != OutingKind.Marking);
        foreach (var day in days.Take(2))
        {
            var forecast = WindRange.Of(Speed.FromKnots(10), Speed.FromKnots(14), null).Value;
            await plan.AddAsync(new(people.Values.First(), "", club), day.Outing with { Forecast = forecast });
            var boats = (await outings.BoatsAsync(club.Ref, day)).GroupBy(boat => boat.ClassKey).SelectMany(own => own.Take(2));
            foreach (var ((key, person), boat) in people.Where(person => person.Key != "priya").Zip(boats))
            {
                await plan.ComeAsync(new(person, key, club), day, boat.ClassKey, boat.Number);
            }
        }
    }

    private async Task<Guid> OpenAccountAsync(BundledPerson entry)
    {
        if (await accounts.FindByNameAsync(entry.Key) is { } known)
        {
            return known.Id;
        }

        var person = new Person
        {
            SignInName = entry.Key,
            DisplayName = entry.Name,
            IsDemo = true,
        };
        var made = WithPassword.Contains(entry.Key) ? await accounts.CreateAsync(person, Password) : await accounts.CreateAsync(person);
        return made.Succeeded
            ? person.Id
            : throw new InvalidOperationException(string.Join(" ", made.Errors.Select(error => error.Description)));
    }
}
