using Dapper;
using Npgsql;
using Regatta.Core.Marks;
using Regatta.Core.Units;

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

    public int AccessFailedCount { get; set; }

    public DateTimeOffset? LockoutEnd { get; set; }

    public bool IsDemo { get; set; }

    public SpeedUnit SpeedUnit { get; set; } = SpeedUnit.Knot;

    public MassUnit MassUnit { get; set; } = MassUnit.Kilogram;
}

/// <summary>What a person may do: club-wide roles, and the classes they are captain of.</summary>
public sealed record Standing(IReadOnlyList<string> Roles, IReadOnlyList<string> CaptainOf);

/// <summary>An account offered on the sign-in page of the demo club.</summary>
public sealed record DemoAccount(string SignInName, string DisplayName, string Role);

/// <summary>Somebody in the list of members; what they may do, in words.</summary>
public sealed record Member(string DisplayName, string SignInName, bool CanSignIn, string Standing);

/// <summary>Accounts, roles and captaincies.</summary>
public sealed class People(NpgsqlDataSource database)
{
    private const string Columns =
        "id, sign_in_name, normalized_name, display_name, password_hash, security_stamp, access_failed_count, lockout_end, is_demo, speed_unit, mass_unit";

    public async Task<Person?> FindAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<Person>($"select {Columns} from people where id = @id", new { id });
    }

    public async Task<Person?> FindByNameAsync(string normalizedName)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<Person>($"select {Columns} from people where normalized_name = @normalizedName", new { normalizedName });
    }

    /// <summary>Everybody, by name.</summary>
    public async Task<IReadOnlyList<Member>> AllAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<Member>(
            """
            select p.display_name, p.sign_in_name, p.password_hash is not null as can_sign_in,
                   concat_ws(', ',
                     (select string_agg(r.role, ', ' order by r.role) from person_roles r where r.person_id = p.id),
                     (select 'captain of ' || string_agg(c.name, ', ' order by c.name) from class_captains k join boat_classes c on c.id = k.class_id where k.person_id = p.id)) as standing
            from people p order by p.display_name
            """)];
    }

    /// <summary>Adds or rewrites an account.</summary>
    public async Task SaveAsync(Person person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into people (id, sign_in_name, normalized_name, display_name, password_hash, security_stamp, access_failed_count, lockout_end, is_demo, speed_unit, mass_unit)
            values (@Id, @SignInName, @NormalizedName, @DisplayName, @PasswordHash, @SecurityStamp, @AccessFailedCount, @LockoutEnd, @IsDemo, @SpeedUnit, @MassUnit)
            on conflict (id) do update set sign_in_name = excluded.sign_in_name, normalized_name = excluded.normalized_name, display_name = excluded.display_name,
              password_hash = excluded.password_hash, security_stamp = excluded.security_stamp, access_failed_count = excluded.access_failed_count,
              lockout_end = excluded.lockout_end, is_demo = excluded.is_demo, speed_unit = excluded.speed_unit, mass_unit = excluded.mass_unit
            """,
            new
            {
                person.Id,
                person.SignInName,
                person.NormalizedName,
                person.DisplayName,
                person.PasswordHash,
                person.SecurityStamp,
                person.AccessFailedCount,
                person.LockoutEnd,
                person.IsDemo,
                SpeedUnit = person.SpeedUnit.ToString(),
                MassUnit = person.MassUnit.ToString(),
            });
    }

    public async Task<Standing> StandingAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var rows = await connection.QueryMultipleAsync(
            """
            select role from person_roles where person_id = @id order by role;
            select c.key from class_captains k join boat_classes c on c.id = k.class_id where k.person_id = @id order by c.key;
            """,
            new { id });
        return new([.. await rows.ReadAsync<string>()], [.. await rows.ReadAsync<string>()]);
    }

    public async Task SetRolesAsync(Guid id, IReadOnlyList<string> roles, IReadOnlyList<string> captainOf)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            """
            delete from person_roles where person_id = @id;
            delete from class_captains where person_id = @id;
            insert into person_roles (person_id, role) select @id, unnest(@roles);
            insert into class_captains (class_id, person_id) select c.id, @id from boat_classes c where c.key = any(@captainOf);
            """,
            new { id, roles = roles.ToArray(), captainOf = captainOf.ToArray() },
            transaction);
        await transaction.CommitAsync();
    }

    /// <summary>Somebody's own hand, fist and forearm, as far as they measured them. Private: read for their owner alone.</summary>
    public async Task<IReadOnlyDictionary<BodyMeasure, Length>> HandsAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (await connection.QueryAsync<(string Measure, double Millimetres)>("select measure, millimetres from body_measures where person_id = @id", new { id }))
            .ToDictionary(row => Enum.Parse<BodyMeasure>(row.Measure), row => Length.FromMillimetres(row.Millimetres));
    }

    /// <summary>Writes somebody's own measures; those left out are forgotten.</summary>
    public async Task SaveHandsAsync(Guid id, IReadOnlyDictionary<BodyMeasure, Length> hands)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("delete from body_measures where person_id = @id", new { id }, transaction);
        await connection.ExecuteAsync(
            "insert into body_measures (person_id, measure, millimetres) values (@id, @Measure, @Millimetres)",
            hands.Select(own => new { id, Measure = own.Key.ToString(), own.Value.Millimetres }),
            transaction);
        await transaction.CommitAsync();
    }

    /// <summary>One account of each role of the demo club; empty unless it is loaded.</summary>
    public async Task<IReadOnlyList<DemoAccount>> DemoAccountsAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<DemoAccount>(
            """
            select distinct on (r.role) p.sign_in_name, p.display_name, r.role
            from people p join person_roles r on r.person_id = p.id
            where p.is_demo and p.password_hash is not null and exists (select from club where is_demo)
              and not exists (select from person_roles higher where higher.person_id = p.id and higher.role < r.role)
            order by r.role, p.sign_in_name
            """)];
    }
}
