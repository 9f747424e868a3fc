namespace Regatta.Store;

/// <summary>Somebody with an account.</summary>
public sealed class Person
{
    public Guid Id { get; set; } = Guid.CreateVersion7();

    public string SignInName { get; set; } = "";

    public string NormalizedName { get; set; } = "";

    public string DisplayName { get; set; } = "";

    public string? PasswordHash { get; set; }

    public string SecurityStamp { get; set; } = "";

    /// <summary>Where mail reaches them; null for nowhere.</summary>
    public string? Email { get; set; }

    /// <summary>A junior's whole name, which only a coordinator reads; everybody else reads the shortened
    /// <see cref="DisplayName"/>.</summary>
    public string? FullName { get; set; }

    public bool IsJunior { get; set; }

    public string? GuardianEmail { get; set; }

    /// <summary>Whether a code is asked for beside the password.</summary>
    public bool SecondFactor { get; set; }

    /// <summary>What the codes are made from, encrypted; null before there was one.</summary>
    public string? AuthenticatorKey { get; set; }

    /// <summary>Whether exported bundles may carry their notes and the time of day of their logs.</summary>
    public bool SharesNotes { get; set; }

    /// <summary>When the account was removed; what it made stays, nameless.</summary>
    public DateTimeOffset? RemovedAt { get; set; }

    public bool IsDemo { get; set; }

    public SpeedUnit SpeedUnit { get; set; } = SpeedUnit.Knot;

    public MassUnit MassUnit { get; set; } = MassUnit.Kilogram;
}

/// <summary>An account offered on the sign-in page of the demo club.</summary>
public sealed record DemoAccount(string SignInName, string DisplayName, string Club, string Role);

/// <summary>Accounts: one a person for the whole installation.</summary>
public sealed class People(Db database, TimeProvider clock) : IReadPeople
{
    /// <summary>What stands where the name of somebody stood whose account was removed.</summary>
    public const string Gone = "somebody who left";

    private const string Columns =
        "id, sign_in_name, normalized_name, display_name, password_hash, security_stamp, email, full_name, is_junior, guardian_email, "
        + "second_factor, authenticator_key, shares_notes, removed_at, is_demo, speed_unit, mass_unit";

    public async Task<Person?> FindAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<Person>($"select {Columns} from people where id = @id", new { id });
    }

    public async Task<Person?> FindByNameAsync(string normalizedName)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<Person>(
            $"select {Columns} from people where normalized_name = @normalizedName",
            new { normalizedName }
        );
    }

    /// <summary>The accounts a mail address belongs to, oldest first: a family may share one.</summary>
    public async Task<IReadOnlyList<Person>> FindByEmailAsync(string email)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<Person>(
                $"select {Columns} from people where lower(email) = lower(@email) order by id",
                new { email }
            ),
        ];
    }

    /// <summary>Adds or rewrites an account.</summary>
    public async Task SaveAsync(Person person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into people (id, sign_in_name, normalized_name, display_name, password_hash, security_stamp, email, full_name, is_junior,
              guardian_email, second_factor, authenticator_key, shares_notes, is_demo, speed_unit, mass_unit)
            values (@Id, @SignInName, @NormalizedName, @DisplayName, @PasswordHash, @SecurityStamp, @Email, @FullName, @IsJunior,
              @GuardianEmail, @SecondFactor, @AuthenticatorKey, @SharesNotes, @IsDemo, @SpeedUnit, @MassUnit)
            on conflict (id) do update set sign_in_name = excluded.sign_in_name, normalized_name = excluded.normalized_name,
              display_name = excluded.display_name, password_hash = excluded.password_hash, security_stamp = excluded.security_stamp,
              email = excluded.email, full_name = excluded.full_name, is_junior = excluded.is_junior,
              guardian_email = excluded.guardian_email, second_factor = excluded.second_factor,
              authenticator_key = excluded.authenticator_key, shares_notes = excluded.shares_notes, is_demo = excluded.is_demo,
              speed_unit = excluded.speed_unit, mass_unit = excluded.mass_unit
              where people.removed_at is null
            """,
            new
            {
                person.Id,
                person.SignInName,
                person.NormalizedName,
                person.DisplayName,
                person.PasswordHash,
                person.SecurityStamp,
                person.Email,
                person.FullName,
                person.IsJunior,
                person.GuardianEmail,
                person.SecondFactor,
                person.AuthenticatorKey,
                person.SharesNotes,
                person.IsDemo,
                SpeedUnit = EnumText.Of(person.SpeedUnit),
                MassUnit = EnumText.Of(person.MassUnit),
            }
        );
    }

    /// <summary>Removes an account in one transaction: what says who they are, their notes, crew weights and ways in go; their logs and
    /// edits stay as somebody's who left.</summary>
    /// <param name="id">The account.</param>
    /// <param name="evenAMember">Whether it is removed although it belongs to clubs; otherwise only if it belongs to none.</param>
    /// <returns>Whether it was removed: a club is never left without a coordinator.</returns>
    public async Task<bool> RemoveAsync(Guid id, bool evenAMember)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        // Whoever joins a club meanwhile waits for the account's row, and whoever steps down for the club's.
        await connection.ExecuteAsync("select from people where id = @id for update", new { id });
        await connection.ExecuteAsync(
            "select from clubs where id in (select club_id from memberships where person_id = @id) order by id for update",
            new { id }
        );
        var stays = await connection.ExecuteScalarAsync<bool>(
            evenAMember
                ? $"select exists (select from clubs c where {Clubs.OnlyCoordinatedBy})"
                : "select exists (select from memberships where person_id = @person)",
            new { person = id }
        );
        if (stays)
        {
            return false;
        }

        await connection.ExecuteAsync(
            """
            delete from memberships where person_id = @id;
            delete from body_measures where person_id = @id;
            delete from passkeys where person_id = @id;
            delete from recovery_codes where person_id = @id;
            delete from sign_ins where person_id = @id;
            delete from noted_runs where person_id = @id;
            delete from rig_ups where person_id = @id;
            delete from crew_profiles where person_id = @id;
            delete from personal_offsets where person_id = @id;
            delete from log_tracks t using session_logs l where (t.club_id, t.log_id) = (l.club_id, l.id) and l.sailor_id = @id;
            delete from earlier_logs e using session_logs l where (e.club_id, e.log_id) = (l.club_id, l.id) and l.sailor_id = @id;
            update session_logs set note = '', crew_mass = null where sailor_id = @id;
            update people set sign_in_name = id::text, normalized_name = id::text, display_name = @Gone, password_hash = null,
              security_stamp = gen_random_uuid()::text, email = null, full_name = null, is_junior = false, guardian_email = null,
              second_factor = false, authenticator_key = null, shares_notes = false, removed_at = @now
            where id = @id;
            -- What is kept of a class names its publishers.
            update classes c set matrix_revision = matrix_revision + 1
              where exists (select from versions v where (v.club_id, v.class_id) = (c.club_id, c.id) and v.published_by_id = @id);
            """,
            new
            {
                id,
                Gone,
                now = clock.GetUtcNow(),
            }
        );
        await transaction.CommitAsync();
        return true;
    }

    /// <summary>Somebody's own hand, fist and forearm, as far as they measured them. Private: read for their owner alone.</summary>
    public async Task<IReadOnlyDictionary<BodyMeasure, Length>> HandsAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await connection.QueryAsync<(string Measure, double Millimetres)>(
                "select measure, millimetres from body_measures where person_id = @id",
                new { id }
            )
        ).ToDictionary(row => EnumText.Read<BodyMeasure>(row.Measure).Value, row => Length.FromMillimetres(row.Millimetres));
    }

    /// <summary>Writes somebody's own measures; those left out are forgotten.</summary>
    public async Task SaveHandsAsync(Guid id, IReadOnlyDictionary<BodyMeasure, Length> hands)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("delete from body_measures where person_id = @id", new { id });
        await connection.ExecuteAsync(
            "insert into body_measures (person_id, measure, millimetres) values (@id, @Measure, @Millimetres)",
            hands.Select(own => new
            {
                id,
                Measure = EnumText.Of(own.Key),
                own.Value.Millimetres,
            })
        );
        await transaction.CommitAsync();
    }

    /// <summary>One account of each role of the demo clubs; empty unless they are loaded.</summary>
    public async Task<IReadOnlyList<DemoAccount>> DemoAccountsAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<DemoAccount>(
                """
                select distinct on (c.id, m.roles[1]) p.sign_in_name, p.display_name, c.name as club, m.roles[1] as role
                from people p join memberships m on m.person_id = p.id join clubs c on c.id = m.club_id
                where p.is_demo and p.password_hash is not null and c.is_demo order by c.id, m.roles[1], p.sign_in_name
                """
            ),
        ];
    }
}
