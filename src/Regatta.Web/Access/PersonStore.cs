using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Access;

/// <summary>Lets ASP.NET Core Identity keep its accounts in the installation's own table.</summary>
public sealed partial class PersonStore(People people, Credentials credentials, IDataProtectionProvider protection)
    : IUserPasswordStore<Person>,
        IUserSecurityStampStore<Person>,
        IUserTwoFactorStore<Person>,
        IUserAuthenticatorKeyStore<Person>,
        IUserTwoFactorRecoveryCodeStore<Person>,
        IUserPasskeyStore<Person>
{
    public Task<string> GetUserIdAsync(Person user, CancellationToken cancellationToken) => Task.FromResult(user.Id.ToString());

    public Task<string?> GetUserNameAsync(Person user, CancellationToken cancellationToken) => Task.FromResult<string?>(user.SignInName);

    public Task SetUserNameAsync(Person user, string? userName, CancellationToken cancellationToken) =>
        Set(() => user.SignInName = userName ?? "");

    public Task<string?> GetNormalizedUserNameAsync(Person user, CancellationToken cancellationToken) =>
        Task.FromResult<string?>(user.NormalizedName);

    public Task SetNormalizedUserNameAsync(Person user, string? normalizedName, CancellationToken cancellationToken) =>
        Set(() => user.NormalizedName = normalizedName ?? "");

    public Task<IdentityResult> CreateAsync(Person user, CancellationToken cancellationToken) => SaveAsync(user);

    public Task<IdentityResult> UpdateAsync(Person user, CancellationToken cancellationToken) => SaveAsync(user);

    public Task<IdentityResult> DeleteAsync(Person user, CancellationToken cancellationToken) =>
        Task.FromResult(
            IdentityResult.Failed(new IdentityError { Description = "Accounts are removed by their owners and coordinators." })
        );

    public Task<Person?> FindByIdAsync(string userId, CancellationToken cancellationToken) =>
        Guid.TryParse(userId, out var id) ? people.FindAsync(id) : Task.FromResult<Person?>(null);

    public Task<Person?> FindByNameAsync(string normalizedUserName, CancellationToken cancellationToken) =>
        people.FindByNameAsync(normalizedUserName);

    public Task SetPasswordHashAsync(Person user, string? passwordHash, CancellationToken cancellationToken) =>
        Set(() => user.PasswordHash = passwordHash);

    public Task<string?> GetPasswordHashAsync(Person user, CancellationToken cancellationToken) => Task.FromResult(user.PasswordHash);

    public Task<bool> HasPasswordAsync(Person user, CancellationToken cancellationToken) => Task.FromResult(user.PasswordHash is not null);

    public Task SetSecurityStampAsync(Person user, string stamp, CancellationToken cancellationToken) =>
        Set(() => user.SecurityStamp = stamp);

    public Task<string?> GetSecurityStampAsync(Person user, CancellationToken cancellationToken) =>
        Task.FromResult<string?>(user.SecurityStamp);

    public void Dispose() { }

    private static Task Set(Action change)
    {
        change();
        return Task.CompletedTask;
    }

    private async Task<IdentityResult> SaveAsync(Person user)
    {
        await people.SaveAsync(user);
        return IdentityResult.Success;
    }
}
