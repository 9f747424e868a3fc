using Dapper;
using Npgsql;
using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>The role that owns the database, and the app's, which cannot turn off what guards its rows.</summary>
public sealed class RolesTests
{
    [Fact]
    public async Task The_apps_role_writes_rows_and_changes_no_table_and_no_guard()
    {
        var (owner, app) = await PartedAsync();
        await Assert.ThrowsAsync<StartRefusedException>(() => Database.MigrateAsync(app));
        await Database.MigrateAsync(owner);
        await Database.MigrateAsync(app);

        await using var connection = new NpgsqlConnection(app);
        await connection.ExecuteAsync(
            "insert into audit (at, address, request, act, what, outcome) values (now(), '', '', 'Look', '', 'done')"
        );
        foreach (
            var attempt in (string[])
                [
                    "alter table audit disable trigger all",
                    "alter table audit disable trigger audit_only_grows",
                    "drop trigger audit_only_grows on audit",
                    "create or replace function audit_only_grows() returns trigger language plpgsql as 'begin return old; end'",
                    "truncate audit",
                    "drop table audit",
                    "set session_replication_role = replica",
                    "set role regatta_owner",
                    "create table public.mine (id int)",
                    "alter table classes add column mine int",
                ]
        )
        {
            var refused = await Assert.ThrowsAsync<PostgresException>(() => connection.ExecuteAsync(attempt));
            Assert.Equal((attempt, PostgresErrorCodes.InsufficientPrivilege), (attempt, refused.SqlState));
        }

        foreach (var change in (string[])["update audit set what = 'other'", "delete from audit"])
        {
            Assert.Contains(
                "only added to",
                (await Assert.ThrowsAsync<PostgresException>(() => connection.ExecuteAsync(change))).MessageText
            );
        }
    }

    [Fact]
    public async Task An_app_that_may_not_bring_its_database_up_to_date_says_who_may()
    {
        var (owner, app) = await PartedAsync();
        await Database.MigrateAsync(owner);
        await using (var connection = new NpgsqlConnection(owner))
        {
            await connection.ExecuteAsync("delete from migrations where scriptname like '%0026%'");
        }

        var says = Database.Sentence(await Assert.ThrowsAsync<StartRefusedException>(() => Database.MigrateAsync(app)));
        Assert.Contains("0026_acts_in_hand", says);
        Assert.Contains("--migrate", says);
    }

    /// <summary>A database as ./start makes it: its owner's address and the app's.</summary>
    private static async Task<(string Owner, string App)> PartedAsync()
    {
        var server = new NpgsqlConnectionStringBuilder(StoreFixture.Server);
        var name = "parted_" + Guid.NewGuid().ToString("N");
        await using (var connection = new NpgsqlConnection(server.ConnectionString))
        {
            foreach (var role in (string[])["regatta_owner", "regatta_app"])
            {
                await connection.ExecuteAsync(
                    $"""
                    do $$ begin create role {role} login; exception when duplicate_object or unique_violation then null; end $$;
                    alter role {role} nosuperuser nocreatedb nocreaterole password 'parted';
                    """
                );
            }

            await connection.ExecuteAsync($"create database {name} owner regatta_owner");
        }

        server.Database = name;
        await using (var within = new NpgsqlConnection(server.ConnectionString))
        {
            await within.ExecuteAsync(await File.ReadAllTextAsync(Path.Combine(Repository.Root, "scripts", "owner.sql")));
        }

        return (As("regatta_owner"), As("regatta_app"));

        string As(string role) =>
            new NpgsqlConnectionStringBuilder(server.ConnectionString) { Username = role, Password = "parted" }.ConnectionString;
    }
}
