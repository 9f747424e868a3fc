using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;

namespace Regatta.Web.Mail;

/// <summary>The address at which somebody stops their letters without signing in: it says who they are, and nobody else can make
/// it.</summary>
public sealed class StopLetters(IDataProtectionProvider protection)
{
    private IDataProtector Protector => protection.CreateProtector("Regatta.StopLetters");

    /// <summary>The address of a person, behind the app's own.</summary>
    public string PathOf(Guid person) => $"/letters/stop?token={Protector.Protect(person.ToString())}";

    /// <summary>Whose address it is; null for nobody's.</summary>
    public Guid? WhoseIs(string? token)
    {
        try
        {
            return Guid.Parse(Protector.Unprotect(token ?? ""));
        }
        catch (Exception trouble) when (trouble is CryptographicException or FormatException)
        {
            return null;
        }
    }
}
