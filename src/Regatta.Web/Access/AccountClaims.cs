using System.Security.Claims;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace Regatta.Web.Access;

/// <summary>Puts a person's name and units into the cookie, where a page finds them without a query; they are renewed every minute. What
/// they may do is asked anew with each request.</summary>
public sealed class AccountClaims(UserManager<Person> users, IOptions<IdentityOptions> options)
    : UserClaimsPrincipalFactory<Person>(users, options)
{
    /// <summary>The number of the sign-in.</summary>
    public const string Session = "sign-in";

    public const string DisplayName = "display-name";
    public const string SpeedUnit = "speed-unit";
    public const string MassUnit = "mass-unit";

    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Person user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        identity.AddClaims([
            new(DisplayName, user.DisplayName),
            new(SpeedUnit, user.SpeedUnit.ToString()),
            new(MassUnit, user.MassUnit.ToString()),
        ]);
        return identity;
    }
}
