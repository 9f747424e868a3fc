using System.Text.Json;

namespace Regatta.Store;

/// <summary>A picture its owner gave to the class, made anew.</summary>
/// <param name="Jpeg">Its bytes.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
public sealed record GivenPicture(byte[] Jpeg, int Width, int Height);

/// <summary>What members measured in pictures. A reading is private to its member; a picture that was given is seen by who may see the
/// class.</summary>
public sealed class PictureReadings(Db database) : IReadPictureReadings
{
    private const string Columns = """
        r.id, r.key, r.taken_at, r.gauge, r.question, r.boat_id, r.tapped::text as tapped, r.value, r.sd, r.said, r.means,
        exists (select from given_pictures g where (g.club_id, g.reading_id) = (r.club_id, r.id)) as is_given
        """;

    /// <summary>Keeps a reading. The same key a second time changes nothing; beyond what is kept the oldest without a picture go.</summary>
    /// <returns>Its number.</returns>
    public async Task<long> AddAsync(ClassRef one, Guid person, PictureReading reading)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<long>(
            """
            insert into picture_readings
              (club_id, class_id, person_id, key, taken_at, gauge, question, boat_id, tapped, value, sd, said, means)
            select @club, @classId, @person, @Key, @at, @gauge, @question, b.id, @tapped::jsonb, @Value, @Sd, @Said, @means
            from (select) as nothing left join boats b on (b.club_id, b.class_id, b.id) = (@club, @classId, @Boat)
            on conflict do nothing;
            delete from picture_readings r where r.club_id = @club and r.person_id = @person
              and not exists (select from given_pictures g where (g.club_id, g.reading_id) = (r.club_id, r.id))
              and r.id not in (
                select id from picture_readings where club_id = @club and person_id = @person order by taken_at desc, id desc limit @most);
            select id from picture_readings where club_id = @club and person_id = @person and key = @Key
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                reading.Key,
                at = reading.At.ToUniversalTime(),
                gauge = reading.Gauge.Name,
                question = reading.Question?.Name,
                reading.Boat,
                tapped = JsonSerializer.Serialize(reading.Tapped, ClassValues.Options),
                reading.Value,
                reading.Sd,
                reading.Said,
                means = reading.Means is { } means ? EnumText.Of(means) : null,
                most = Limits.PictureReadings,
            }
        );
    }

    /// <summary>All somebody measured in a class, the newest first.</summary>
    public Task<IReadOnlyList<PictureReading>> OwnAsync(ClassRef one, Guid person) =>
        ReadAsync(one, person, "true", DateTimeOffset.MinValue);

    /// <summary>One of somebody's own readings; null where it is not theirs.</summary>
    public async Task<PictureReading?> OwnAsync(ClassRef one, Guid person, long reading) =>
        (await ReadAsync(one, person, "r.id = @reading", DateTimeOffset.MinValue, reading)).FirstOrDefault();

    /// <summary>What somebody measured in a class since a time and after they sent their last log of it.</summary>
    public Task<IReadOnlyList<PictureReading>> UnloggedAsync(ClassRef one, Guid person, DateTimeOffset since) =>
        ReadAsync(
            one,
            person,
            """
            r.taken_at >= @since and r.taken_at > coalesce((select max(l.logged_at) from session_logs l
              where l.club_id = @club and l.class_id = @classId and l.sailor_id = @person and l.removed_at is null), '-infinity')
            """,
            since
        );

    private async Task<IReadOnlyList<PictureReading>> ReadAsync(
        ClassRef one,
        Guid person,
        string which,
        DateTimeOffset since,
        long? reading = null
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<Row>(
            $"""
            select {Columns} from picture_readings r
            where r.club_id = @club and r.class_id = @classId and r.person_id = @person and {which}
            order by r.taken_at desc, r.id desc
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                since = since.ToUniversalTime(),
                reading,
            }
        );
        return [.. rows.Select(row => row.ToReading())];
    }

    /// <summary>The readings of a class whose pictures were given, the newest first; whose they are is not said.</summary>
    public async Task<IReadOnlyList<PictureReading>> GivenAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<Row>(
            $"""
            select {Columns} from picture_readings r join given_pictures p on (p.club_id, p.reading_id) = (r.club_id, r.id)
            where r.club_id = @club and r.class_id = @classId order by r.taken_at desc, r.id desc limit @most
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                most = Limits.GivenPictures,
            }
        );
        return [.. rows.Select(row => row.ToReading())];
    }

    /// <summary>The last picture of a gauge and question that was right, of those given to the class; null where there is none.</summary>
    /// <param name="one">The class.</param>
    /// <param name="gauge">The gauge.</param>
    /// <param name="question">The question; null for none.</param>
    /// <param name="but">A reading that does not count; null for none.</param>
    public async Task<PictureReading?> LastRightAsync(ClassRef one, GaugeKey gauge, QuestionKey? question, long? but)
    {
        await using var connection = await database.OpenConnectionAsync();
        var row = await connection.QueryFirstOrDefaultAsync<Row>(
            $"""
            select {Columns} from picture_readings r join given_pictures p on (p.club_id, p.reading_id) = (r.club_id, r.id)
            where r.club_id = @club and r.class_id = @classId and r.gauge = @gauge and r.question is not distinct from @question
              and r.means = 'fine' and r.id is distinct from @but
            order by r.taken_at desc, r.id desc limit 1
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                gauge = gauge.Name,
                question = question?.Name,
                but,
            }
        );
        return row?.ToReading();
    }

    /// <summary>The picture of a reading of the class, where it was given; null where not.</summary>
    public async Task<GivenPicture?> PictureAsync(ClassRef one, long reading)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<GivenPicture>(
            """
            select p.jpeg, p.width, p.height from given_pictures p join picture_readings r on (r.club_id, r.id) = (p.club_id, p.reading_id)
            where p.club_id = @club and r.class_id = @classId and p.reading_id = @reading
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                reading,
            }
        );
    }

    /// <summary>Gives a picture of one's own reading to the class; the oldest beyond what a class keeps go.</summary>
    /// <returns>False where the reading is not theirs.</returns>
    public async Task<bool> GiveAsync(ClassRef one, Guid person, long reading, GivenPicture picture, DateTimeOffset now)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            """
            with given as (
              insert into given_pictures (club_id, reading_id, jpeg, width, height, given_at)
              select r.club_id, r.id, @Jpeg, @Width, @Height, @now from picture_readings r
              where r.club_id = @club and r.class_id = @classId and r.person_id = @person and r.id = @reading
              on conflict (club_id, reading_id) do update
                set jpeg = excluded.jpeg, width = excluded.width, height = excluded.height, given_at = excluded.given_at
              returning reading_id),
            gone as (
              delete from given_pictures g where g.club_id = @club and g.reading_id in (
                select p.reading_id from given_pictures p join picture_readings r on (r.club_id, r.id) = (p.club_id, p.reading_id)
                where p.club_id = @club and r.class_id = @classId order by p.given_at desc offset @most))
            select exists (select from given)
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                reading,
                picture.Jpeg,
                picture.Width,
                picture.Height,
                now,
                most = Limits.GivenPictures - 1,
            }
        );
    }

    /// <summary>Takes a picture back that one gave; of who may change the class, any.</summary>
    public async Task TakeBackAsync(ClassRef one, Guid person, long reading, bool any)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            delete from given_pictures p using picture_readings r
            where (r.club_id, r.id) = (p.club_id, p.reading_id) and p.club_id = @club and r.class_id = @classId
              and p.reading_id = @reading and (@any or r.person_id = @person)
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                reading,
                any,
            }
        );
    }

    /// <summary>Forgets a reading of one's own, with its picture.</summary>
    public async Task ForgetAsync(ClassRef one, Guid person, long reading)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from picture_readings where club_id = @club and class_id = @classId and person_id = @person and id = @reading",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                reading,
            }
        );
    }

    private sealed record Row(
        long Id,
        Guid Key,
        DateTimeOffset TakenAt,
        string Gauge,
        string? Question,
        long? BoatId,
        string Tapped,
        double Value,
        double Sd,
        string Said,
        string? Means,
        bool IsGiven
    )
    {
        public PictureReading ToReading() =>
            new(
                Key,
                TakenAt,
                new(Gauge),
                Question is { } question ? new QuestionKey(question) : null,
                BoatId,
                JsonSerializer.Deserialize<GaugePicture>(Tapped, ClassValues.Options)!,
                Value,
                Sd
            )
            {
                Number = Id,
                Said = Said,
                Means = EnumText.Find<AnswerMeaning>(Means),
                IsGiven = IsGiven,
            };
    }
}
