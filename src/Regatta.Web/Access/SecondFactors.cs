using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Access;

/// <summary>What is done with second factors in more than one place.</summary>
public static class SecondFactors
{
    /// <summary>Takes the second factor off, with its recovery codes.</summary>
    public static async Task TakeOffSecondFactorAsync(this UserManager<Person> accounts, Person person)
    {
        await accounts.SetTwoFactorEnabledAsync(person, false);
        await accounts.ResetAuthenticatorKeyAsync(person);
        await accounts.GenerateNewTwoFactorRecoveryCodesAsync(person, 0);
    }
}
