namespace Regatta.Web.Navigation;

/// <summary>A page of a club as its head and the search know it.</summary>
/// <param name="Path">Where it is below the club, with a slash before it; empty for the fleet.</param>
/// <param name="Name">What it is called.</param>
/// <param name="About">What it is looked for by, besides its name.</param>
public sealed record ClubPlace(string Path, string Name, string About)
{
    /// <summary>Whether only the coordinator goes there.</summary>
    public bool ForCoordinators { get; private init; }

    /// <summary>Whether it stands in the head of every page.</summary>
    public bool InHead { get; private init; }

    /// <summary>Whether a phone has it under the thumb, and needs it in its head no more.</summary>
    public bool UnderThumb { get; private init; }

    /// <summary>All of them, in the order they stand.</summary>
    public static IReadOnlyList<ClubPlace> All { get; } =
    [
        new("/today", "Today", "now wind station board") { InHead = true, UnderThumb = true },
        new("", "Fleet", "classes covered dashboard") { InHead = true },
        new("/calendar", "Calendar", "days training race coming forecast") { InHead = true },
        new("/logbook", "Logbook", "my sessions runs csv import") { InHead = true, UnderThumb = true },
        new("/learn", "Learn", "words glossary drills how to") { InHead = true, UnderThumb = true },
        new("/people", "People", "members invite suspend") { InHead = true, ForCoordinators = true },
        new("/import", "Import", "bundle") { InHead = true, ForCoordinators = true },
        new("/log", "Log a session", "sailed run"),
        new("/calendar/feed", "Follow from elsewhere", "calendar feed ics atom subscribe my phone"),
        new("/proposals", "Proposals", "decide logs decisions"),
        new("/sails", "What do you sail?", "my boat"),
        new("/new-class", "New class", "kit sheet table") { ForCoordinators = true },
        new("/safety", "Club limit and cautions", "duty officer") { ForCoordinators = true },
        new("/club", "Name and time zone of the club", "settings") { ForCoordinators = true },
        new("/audit", "Activity", "who did what trail") { ForCoordinators = true },
    ];

    /// <summary>The places somebody may go to.</summary>
    public static IEnumerable<ClubPlace> Of(bool isCoordinator) => All.Where(place => isCoordinator || !place.ForCoordinators);
}
