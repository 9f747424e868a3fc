namespace Regatta.Store;

/// <summary>A passkey as it is kept: what the platform knows of it, as JSON.</summary>
public sealed record StoredPasskey(byte[] CredentialId, Guid PersonId, string Data);

/// <summary>The ways in beside a password: passkeys and recovery codes.</summary>
public sealed class Credentials(Db database)
{
    private const string Columns = "credential_id, person_id, data";

    /// <summary>Adds a passkey of somebody, or rewrites it; another's is never taken over.</summary>
    public async Task SavePasskeyAsync(StoredPasskey passkey)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into passkeys (credential_id, person_id, data) values (@CredentialId, @PersonId, @Data::jsonb)
            on conflict (credential_id) do update set data = excluded.data where passkeys.person_id = excluded.person_id
            """,
            passkey
        );
    }

    /// <summary>A passkey, or null.</summary>
    public async Task<StoredPasskey?> FindPasskeyAsync(byte[] credentialId)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<StoredPasskey>(
            $"select {Columns} from passkeys where credential_id = @credentialId",
            new { credentialId }
        );
    }

    /// <summary>Somebody's passkeys, oldest first.</summary>
    public async Task<IReadOnlyList<StoredPasskey>> PasskeysAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<StoredPasskey>(
                $"select {Columns} from passkeys where person_id = @person order by data->>'CreatedAt', credential_id",
                new { person }
            ),
        ];
    }

    /// <summary>Removes a passkey of somebody.</summary>
    public async Task RemovePasskeyAsync(Guid person, byte[] credentialId)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from passkeys where person_id = @person and credential_id = @credentialId",
            new { person, credentialId }
        );
    }

    /// <summary>Gives somebody new recovery codes, of which hashes are kept; the old ones hold no longer.</summary>
    public async Task SetRecoveryCodesAsync(Guid person, IReadOnlyList<byte[]> hashes)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("delete from recovery_codes where person_id = @person", new { person });
        await connection.ExecuteAsync(
            "insert into recovery_codes (person_id, hash) values (@person, @hash)",
            hashes.Select(hash => new { person, hash })
        );
        await transaction.CommitAsync();
    }

    /// <summary>Uses a recovery code up; false when there is none such.</summary>
    public async Task<bool> UseRecoveryCodeAsync(Guid person, byte[] hash)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync("delete from recovery_codes where person_id = @person and hash = @hash", new { person, hash })
            == 1;
    }

    /// <summary>How many recovery codes somebody has left.</summary>
    public async Task<int> CountRecoveryCodesAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>("select count(*) from recovery_codes where person_id = @person", new { person });
    }
}
