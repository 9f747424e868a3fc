using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Access;

/// <summary>Opens an account from a form with the fields <c>signin</c> and <c>password</c>.</summary>
internal static class OpeningAccounts
{
    /// <summary>Opens the account if the form was understood so far; what is wrong with name or password goes beside its field.</summary>
    public static async Task OpenAsync(this UserManager<Person> accounts, Person person, string password, FormReader form)
    {
        if (!form.Ok)
        {
            return;
        }

        foreach (var error in (await accounts.CreateAsync(person, password)).Errors)
        {
            form.Refuse(error.Code.StartsWith("Password", StringComparison.Ordinal) ? "password" : "signin", error.Description);
        }
    }
}
