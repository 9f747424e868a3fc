using System.IO.Compression;
using Dapper;
using Npgsql;

namespace Regatta.Store.Tests;

/// <summary>Databases of their own for tests that bring an old one up, or begin with none.</summary>
internal static class OldDatabase
{
    /// <summary>Makes an empty database; it goes with the server that ./test started.</summary>
    public static async Task<string> CreateAsync()
    {
        var name = "old_" + Guid.NewGuid().ToString("N");
        await using var server = new NpgsqlConnection(StoreFixture.Server);
        await server.ExecuteAsync($"create database {name}");
        return new NpgsqlConnectionStringBuilder(StoreFixture.Server) { Database = name, Pooling = false }.ConnectionString;
    }

    /// <summary>Makes a database from a zipped dump.</summary>
    public static async Task<string> RestoreAsync(string dump)
    {
        var address = await CreateAsync();
        await using var zipped = new GZipStream(File.OpenRead(dump), CompressionMode.Decompress);
        using var text = new StreamReader(zipped);
        await using var connection = new NpgsqlConnection(address);
        await connection.ExecuteAsync(await text.ReadToEndAsync(), commandTimeout: 120);
        return address;
    }
}
