using System.Security.Claims;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using Regatta.Store;

namespace Regatta.Web.Access;

/// <summary>Puts a person's roles, captaincies, name and units into the cookie, where a page finds them without a query; they are renewed every minute.</summary>
public sealed class StandingClaims(UserManager<Person> users, IOptions<IdentityOptions> options, People people)
    : UserClaimsPrincipalFactory<Person>(users, options)
{
    public const string DisplayName = "display-name";
    public const string SpeedUnit = "speed-unit";
    public const string MassUnit = "mass-unit";

    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Person user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        var standing = await people.StandingAsync(user.Id);
        identity.AddClaims(
        [
            new(DisplayName, user.DisplayName),
            new(SpeedUnit, user.SpeedUnit.ToString()),
            new(MassUnit, user.MassUnit.ToString()),
            .. standing.Roles.Select(role => new Claim(identity.RoleClaimType, role)),
            .. standing.CaptainOf.Select(key => new Claim(Standings.CaptainOf, key)),
        ]);
        return identity;
    }
}
