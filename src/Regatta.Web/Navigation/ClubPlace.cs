namespace Regatta.Web.Navigation;

/// <summary>A page of a club as the search knows it.</summary>
/// <param name="Path">Where it is below the club, with a slash before it; empty for the fleet.</param>
/// <param name="Name">What it is called.</param>
/// <param name="About">What it is looked for by, besides its name.</param>
/// <param name="ForCoordinators">Whether only they go there.</param>
public sealed record ClubPlace(string Path, string Name, string About, bool ForCoordinators = false)
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<ClubPlace> All { get; } =
    [
        new("", "Fleet", "classes covered dashboard"),
        new("/today", "Today", "now wind station board"),
        new("/log", "Log a session", "sailed run"),
        new("/logbook", "My logbook", "sessions runs csv import"),
        new("/learn", "Learn", "words glossary drills how to"),
        new("/calendar", "Calendar", "days training race coming forecast"),
        new("/calendar/feed", "Calendar on my phone", "ics feed subscribe"),
        new("/proposals", "Proposals", "decide logs decisions"),
        new("/sails", "What I sail", "my boat"),
        new("/people", "People", "members invite suspend", true),
        new("/import", "Import", "bundle", true),
        new("/new-class", "New class", "kit sheet table", true),
        new("/safety", "Club limit and cautions", "duty officer", true),
        new("/club", "Club name and time zone", "settings", true),
        new("/audit", "Activity", "trail log", true),
    ];
}
