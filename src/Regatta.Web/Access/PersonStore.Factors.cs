using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Access;

/// <summary>The ways in beside a password. What codes are made from is encrypted with the app's keys.</summary>
public sealed partial class PersonStore
{
    private IDataProtector Protector => protection.CreateProtector("Regatta.AuthenticatorKey");

    public Task SetTwoFactorEnabledAsync(Person user, bool enabled, CancellationToken cancellationToken) =>
        Set(() => user.SecondFactor = enabled);

    public Task<bool> GetTwoFactorEnabledAsync(Person user, CancellationToken cancellationToken) => Task.FromResult(user.SecondFactor);

    public Task SetAuthenticatorKeyAsync(Person user, string key, CancellationToken cancellationToken) =>
        Set(() => user.AuthenticatorKey = Protector.Protect(key));

    public Task<string?> GetAuthenticatorKeyAsync(Person user, CancellationToken cancellationToken) =>
        Task.FromResult(user.AuthenticatorKey is { } kept ? Protector.Unprotect(kept) : null);

    public Task ReplaceCodesAsync(Person user, IEnumerable<string> recoveryCodes, CancellationToken cancellationToken) =>
        credentials.SetRecoveryCodesAsync(user.Id, [.. recoveryCodes.Select(Hash)]);

    public Task<bool> RedeemCodeAsync(Person user, string code, CancellationToken cancellationToken) =>
        credentials.UseRecoveryCodeAsync(user.Id, Hash(code));

    public Task<int> CountCodesAsync(Person user, CancellationToken cancellationToken) => credentials.CountRecoveryCodesAsync(user.Id);

    public Task AddOrUpdatePasskeyAsync(Person user, UserPasskeyInfo passkey, CancellationToken cancellationToken) =>
        credentials.SavePasskeyAsync(new(passkey.CredentialId, user.Id, JsonSerializer.Serialize(PasskeyRow.Of(passkey))));

    public async Task<IList<UserPasskeyInfo>> GetPasskeysAsync(Person user, CancellationToken cancellationToken) =>
        [.. (await credentials.PasskeysAsync(user.Id)).Select(Read)];

    public async Task<Person?> FindByPasskeyIdAsync(byte[] credentialId, CancellationToken cancellationToken) =>
        await credentials.FindPasskeyAsync(credentialId) is { } passkey ? await people.FindAsync(passkey.PersonId) : null;

    public async Task<UserPasskeyInfo?> FindPasskeyAsync(Person user, byte[] credentialId, CancellationToken cancellationToken) =>
        await credentials.FindPasskeyAsync(credentialId) is { } passkey && passkey.PersonId == user.Id ? Read(passkey) : null;

    public Task RemovePasskeyAsync(Person user, byte[] credentialId, CancellationToken cancellationToken) =>
        credentials.RemovePasskeyAsync(user.Id, credentialId);

    private static byte[] Hash(string code) => SHA256.HashData(Encoding.UTF8.GetBytes(code.Trim().ToUpperInvariant()));

    private static UserPasskeyInfo Read(StoredPasskey passkey) =>
        JsonSerializer.Deserialize<PasskeyRow>(passkey.Data)!.ToPasskey(passkey.CredentialId);

    /// <summary>A passkey as JSON.</summary>
    private sealed record PasskeyRow(
        byte[] PublicKey,
        string? Name,
        DateTimeOffset CreatedAt,
        uint SignCount,
        string[]? Transports,
        bool IsUserVerified,
        bool IsBackupEligible,
        bool IsBackedUp,
        byte[] AttestationObject,
        byte[] ClientDataJson
    )
    {
        public static PasskeyRow Of(UserPasskeyInfo passkey) =>
            new(
                passkey.PublicKey,
                passkey.Name,
                passkey.CreatedAt,
                passkey.SignCount,
                passkey.Transports,
                passkey.IsUserVerified,
                passkey.IsBackupEligible,
                passkey.IsBackedUp,
                passkey.AttestationObject,
                passkey.ClientDataJson
            );

        public UserPasskeyInfo ToPasskey(byte[] credentialId) =>
            new(
                credentialId,
                PublicKey,
                CreatedAt,
                SignCount,
                Transports,
                IsUserVerified,
                IsBackupEligible,
                IsBackedUp,
                AttestationObject,
                ClientDataJson
            )
            {
                Name = Name,
            };
    }
}
