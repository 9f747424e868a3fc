using Microsoft.AspNetCore.Identity;
using Regatta.Store;

namespace Regatta.Web.Access;

/// <summary>Lets ASP.NET Core Identity keep its accounts in the club's own table.</summary>
public sealed class PersonStore(People people) : IUserPasswordStore<Person>, IUserSecurityStampStore<Person>, IUserLockoutStore<Person>
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
        Task.FromResult(IdentityResult.Failed(new IdentityError { Description = "Accounts are not deleted here." }));

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

    public Task<DateTimeOffset?> GetLockoutEndDateAsync(Person user, CancellationToken cancellationToken) =>
        Task.FromResult(user.LockoutEnd);

    public async Task SetLockoutEndDateAsync(Person user, DateTimeOffset? lockoutEnd, CancellationToken cancellationToken)
    {
        user.LockoutEnd = lockoutEnd;
        await people.LockAsync(user.Id, lockoutEnd);
    }

    public async Task<int> IncrementAccessFailedCountAsync(Person user, CancellationToken cancellationToken) =>
        user.AccessFailedCount = await people.CountFailureAsync(user.Id);

    public async Task ResetAccessFailedCountAsync(Person user, CancellationToken cancellationToken)
    {
        user.AccessFailedCount = 0;
        await people.ForgetFailuresAsync(user.Id);
    }

    public Task<int> GetAccessFailedCountAsync(Person user, CancellationToken cancellationToken) => Task.FromResult(user.AccessFailedCount);

    public Task<bool> GetLockoutEnabledAsync(Person user, CancellationToken cancellationToken) => Task.FromResult(true);

    // Every account locks after repeated failures; there is no switch to turn it off.
    public Task SetLockoutEnabledAsync(Person user, bool enabled, CancellationToken cancellationToken) => Task.CompletedTask;

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
