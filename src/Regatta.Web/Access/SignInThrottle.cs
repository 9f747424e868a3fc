using Microsoft.AspNetCore.DataProtection;

namespace Regatta.Web.Access;

/// <summary>Slows whoever guesses, not the owner. Passwords for a name are limited for all who come from where it was never signed in to;
/// a browser that was signed in to it is counted by itself, so others cannot lock it out.</summary>
public sealed class SignInThrottle(
    AttemptCounts tries,
    IDataProtectionProvider protection,
    IHttpContextAccessor http,
    RegattaSettings settings
)
{
    /// <summary>How many wrong ones are let in a window.</summary>
    public const int Most = 5;

    /// <summary>How many wrong ones one network is let in a window, for whatever names.</summary>
    public const int MostByNetwork = 50;

    /// <summary>The window.</summary>
    public static readonly TimeSpan Window = TimeSpan.FromMinutes(5);

    private static readonly TimeSpan Known = TimeSpan.FromDays(365);

    private string Cookie => SafeCookies.Name("regatta-known", settings);

    private HttpContext Context => http.HttpContext!;

    private IDataProtector Protector => protection.CreateProtector("Regatta.KnownBrowser");

    /// <summary>Counts a try for a name before it is made; false when it may not be made.</summary>
    public async Task<bool> MayAsync(string name)
    {
        var byName = await tries.CountAsync(Bucket(name), Window);
        // A known browser comes in, however many others of its network guess.
        var byNetwork = KnownAs(name) is null ? await tries.CountAsync(NetworkBucket, Window) : 0;
        return byName <= Most && byNetwork <= MostByNetwork;
    }

    /// <summary>Counts something else that is asked for without signing in, such as a new password; by itself, so that it closes no other
    /// door.</summary>
    /// <param name="what">What is asked for.</param>
    /// <param name="of">For which name or mail address.</param>
    public async Task<bool> MayAskAsync(string what, string of) =>
        await tries.CountAsync($"{what} {Normal(of)}", Window) <= Most
        && await tries.CountAsync($"{what} of {Context.Network()}", Window) <= MostByNetwork;

    /// <summary>The browser of a request, if it was signed in before, to whatever name; null where it was not.</summary>
    public string? KnownBrowser(HttpContext context) => Read(context) is var (browser, _) ? browser : null;

    /// <summary>The try was right: it is no guess, and this browser is known from now on.</summary>
    public async Task RightAsync(string name)
    {
        await tries.ForgetAsync(Bucket(name));
        if (KnownAs(name) is null)
        {
            await tries.TakeBackAsync(NetworkBucket);
            Context.Response.Cookies.Append(
                Cookie,
                Protector.Protect($"{Guid.NewGuid():N} {Normal(name)}"),
                new()
                {
                    HttpOnly = true,
                    Secure = settings.IsSecure || Context.Request.IsHttps,
                    Path = "/",
                    SameSite = SameSiteMode.Strict,
                    MaxAge = Known,
                }
            );
        }
    }

    /// <summary>Counts a try of something else that is limited, such as a code for an account.</summary>
    public async Task<bool> MayAsync(string what, Guid person) => await tries.CountAsync($"{what} {person}", Window) <= Most;

    /// <summary>Begins to count such tries anew.</summary>
    public Task RightAsync(string what, Guid person) => tries.ForgetAsync($"{what} {person}");

    /// <summary>Whether something is shown for the first time, such as a code that holds once.</summary>
    public async Task<bool> FirstAsync(string what) => await tries.CountAsync("once " + what, Window) == 1;

    private string NetworkBucket => "network " + Context.Network();

    private string Bucket(string name) => KnownAs(name) is { } browser ? $"browser {browser}" : $"name {Normal(name)}";

    private string? KnownAs(string name) => Read(Context) is var (browser, known) && known == Normal(name) ? browser : null;

    /// <summary>The browser, and the name it was signed in to.</summary>
    private (string Browser, string Name)? Read(HttpContext context)
    {
        try
        {
            return context.Request.Cookies[Cookie] is { } cookie && Protector.Unprotect(cookie).Split(' ', 2) is [var browser, var known]
                ? (browser, known)
                : null;
        }
        catch (System.Security.Cryptography.CryptographicException)
        {
            return null;
        }
    }

    private static string Normal(string name) => name.Trim().ToUpperInvariant();
}
