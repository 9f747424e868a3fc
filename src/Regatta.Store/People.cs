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

/// <summary>An account offered on the sign-in page of the demo club.</summary>
public sealed record DemoAccount(string SignInName, string DisplayName, string Club, string Role);

/// <summary>Accounts: one a person for the whole installation.</summary>
public sealed class People(NpgsqlDataSource database)
{
    private const string Columns =
        "id, sign_in_name, normalized_name, display_name, password_hash, security_stamp, "
        + "access_failed_count, lockout_end, is_demo, speed_unit, mass_unit";

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

    /// <summary>Counts a wrong password, in one statement, so that none is lost among many at once.</summary>
    /// <returns>How many there are since the last right one.</returns>
    public async Task<int> CountFailureAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            "update people set access_failed_count = access_failed_count + 1 where id = @id returning access_failed_count",
            new { id }
        );
    }

    /// <summary>Begins to count wrong passwords anew.</summary>
    public async Task ForgetFailuresAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("update people set access_failed_count = 0 where id = @id", new { id });
    }

    /// <summary>Lets nobody sign in to an account before a moment; null ends that.</summary>
    public async Task LockAsync(Guid id, DateTimeOffset? until)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("update people set lockout_end = @until where id = @id", new { id, until });
    }

    /// <summary>Adds or rewrites an account, but for its count of wrong passwords and its lock.</summary>
    public async Task SaveAsync(Person person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into people (id, sign_in_name, normalized_name, display_name, password_hash, security_stamp, is_demo, speed_unit,
              mass_unit)
            values (@Id, @SignInName, @NormalizedName, @DisplayName, @PasswordHash, @SecurityStamp, @IsDemo, @SpeedUnit, @MassUnit)
            on conflict (id) do update set sign_in_name = excluded.sign_in_name, normalized_name = excluded.normalized_name,
              display_name = excluded.display_name, password_hash = excluded.password_hash, security_stamp = excluded.security_stamp,
              is_demo = excluded.is_demo, speed_unit = excluded.speed_unit, mass_unit = excluded.mass_unit
            """,
            new
            {
                person.Id,
                person.SignInName,
                person.NormalizedName,
                person.DisplayName,
                person.PasswordHash,
                person.SecurityStamp,
                person.IsDemo,
                SpeedUnit = person.SpeedUnit.ToString(),
                MassUnit = person.MassUnit.ToString(),
            }
        );
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
        ).ToDictionary(row => Enum.Parse<BodyMeasure>(row.Measure), row => Length.FromMillimetres(row.Millimetres));
    }

    /// <summary>Writes somebody's own measures; those left out are forgotten.</summary>
    public async Task SaveHandsAsync(Guid id, IReadOnlyDictionary<BodyMeasure, Length> hands)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("delete from body_measures where person_id = @id", new { id }, transaction);
        await connection.ExecuteAsync(
            "insert into body_measures (person_id, measure, millimetres) values (@id, @Measure, @Millimetres)",
            hands.Select(own => new
            {
                id,
                Measure = own.Key.ToString(),
                own.Value.Millimetres,
            }),
            transaction
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
