namespace Regatta.Store;

/// <summary>What kind of thing was found.</summary>
public enum FoundKind
{
    /// <summary>One of the things the caller named.</summary>
    Named,

    /// <summary>A boat.</summary>
    Boat,

    /// <summary>A day of the calendar.</summary>
    Day,

    /// <summary>A member.</summary>
    Person,

    /// <summary>A log of the reader's own.</summary>
    Log,
}

/// <summary>A thing that was found.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Number">Its number: of a named thing its place in the list; 0 for a person.</param>
/// <param name="Person">Who; null for other things.</param>
/// <param name="Name">What it is called.</param>
/// <param name="About">What else is known of it.</param>
/// <param name="ClassKey">The class it belongs to; null for none.</param>
public sealed record Found(FoundKind Kind, long Number, Guid? Person, string Name, string About, string? ClassKey);

/// <summary>A thing that can be found although it is no row.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="About">What else it is looked for by.</param>
/// <param name="Rank">Where two are as alike, the lower comes first; boats and people are 1.</param>
public sealed record Findable(string Name, string About, int Rank);

/// <summary>Finds what somebody may see by words that may be mistyped or only begun: each word must be like one of the thing's.</summary>
public sealed class Search(Db database) : IReadSearch
{
    /// <summary>The most things that are found at once.</summary>
    public const int Most = 30;

    /// <summary>How alike a word must be, 0 to 1: a single letter is half of the word it begins (ours).</summary>
    private const double Alike = 0.45;

    /// <summary>What is alike, the most alike first.</summary>
    /// <param name="club">Where.</param>
    /// <param name="person">Who looks: their own logs are looked through.</param>
    /// <param name="words">At least one.</param>
    /// <param name="named">What is not in the database, each as it is looked for.</param>
    /// <param name="people">Whether members are looked through.</param>
    public async Task<IReadOnlyList<Found>> FindAsync(
        ClubId club,
        Guid person,
        IReadOnlyList<string> words,
        IReadOnlyList<Findable> named,
        bool people
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<(string Kind, long Number, Guid? Person, string Name, string About, string? ClassKey)>(
            """
            with things as (
              select 'Named' as kind, at - 1 as number, null::uuid as person, name, about, null::text as class_key, rank
                from unnest(@names, @abouts, @ranks) with ordinality as named (name, about, rank, at)
              union all
              select 'Boat', b.id, null, b.name, replace(c.key, '-', ' '), c.key, 1
                from boats b join classes c on (c.club_id, c.id) = (b.club_id, b.class_id)
                where b.club_id = @Number and b.retired_on is null
              union all
              select 'Day', o.id, null, o.title, o.venue || ' ' || to_char(o.from_at, 'YYYY-MM-DD'), null, 2
                from outings o where o.club_id = @Number
              union all
              select 'Person', 0, p.id, p.display_name, coalesce(p.sign_in_name, ''), null, 1
                from memberships m join people p on p.id = m.person_id where m.club_id = @Number and @people),
            alike as (
              select things.*, (
                select min(greatest(word_similarity(word, lower(name)), 0.9 * word_similarity(word, lower(about))))
                  from unnest(@words) as word) as share from things),
            logs as (
              select 'Log', l.id, null::uuid, to_char(l.sailed_at, 'YYYY-MM-DD'), l.note, c.key, 3 as rank, 0.8 as share
                from session_logs l join classes c on (c.club_id, c.id) = (l.club_id, l.class_id)
                where l.club_id = @Number and l.sailor_id = @person and l.removed_at is null and l.note <> ''
                  and to_tsvector('simple', l.note) @@ plainto_tsquery('simple', array_to_string(@words, ' '))
                order by l.sailed_at desc limit @Most)
            select kind, number, person, name, about, class_key from (
              select kind, number, person, name, about, class_key, rank, share from alike where share >= @Alike
              union all select * from logs) found
              order by share desc, rank, length(name), name, number limit @Most
            """,
            new
            {
                club.Number,
                person,
                people,
                Most,
                Alike,
                words = words.Select(word => word.ToLowerInvariant()).ToArray(),
                names = named.Select(one => one.Name).ToArray(),
                abouts = named.Select(one => one.About).ToArray(),
                ranks = named.Select(one => one.Rank).ToArray(),
            }
        );
        return
        [
            .. rows.Select(row => new Found(Enum.Parse<FoundKind>(row.Kind), row.Number, row.Person, row.Name, row.About, row.ClassKey)),
        ];
    }
}
