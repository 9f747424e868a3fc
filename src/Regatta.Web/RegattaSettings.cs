using System.Globalization;
using Regatta.Web.Mail;

namespace Regatta.Web;

/// <summary>What to do about the demo clubs at the start.</summary>
public enum DemoChoice
{
    /// <summary>Load them if the database is empty.</summary>
    IfEmpty,

    /// <summary>Do not load them.</summary>
    Never,

    /// <summary>Throw the demo clubs away and load them afresh.</summary>
    Reset,
}

/// <summary>What the environment says.</summary>
/// <param name="Database">Where the database is.</param>
/// <param name="DemoBundles">The files of the demo clubs.</param>
/// <param name="Demo">What to do about them.</param>
/// <param name="Address">Where the outside finds the app, such as <c>https://tuning.example</c>; null to take it from each request.</param>
/// <param name="OldKeys">A folder with the keys of an installation from before they were kept in the database; null for none.</param>
/// <param name="Founding">Who may found a further club.</param>
/// <param name="Mail">How mail is sent.</param>
/// <param name="Proxies">The addresses of the proxies that are believed what they say of a request.</param>
/// <param name="KeyCertificate">The file of the certificate that encrypts the keys in the database; null leaves them plain.</param>
/// <param name="SignInCheck">How long a cookie is believed before it is asked whether its sign-in still holds.</param>
/// <param name="DoorsAMinute">How many forms one network address may send in a minute to the pages at which one comes in.</param>
/// <param name="ResetAccess">The sign-in name of somebody who lost access and is let in again; null for nobody.</param>
/// <param name="WarmClasses">How many classes, over all clubs, are worked out at the start, before the first look.</param>
/// <param name="LogFolder">Where the server's log is kept as files besides what goes to the console; null for nowhere.</param>
public sealed record RegattaSettings(
    string Database,
    IReadOnlyList<string> DemoBundles,
    DemoChoice Demo,
    string? Address,
    string? OldKeys,
    Founding Founding,
    MailSettings Mail,
    IReadOnlyList<string> Proxies,
    string? KeyCertificate,
    TimeSpan SignInCheck,
    int DoorsAMinute,
    string? ResetAccess,
    int WarmClasses,
    string? LogFolder
)
{
    /// <summary>Whether the outside finds the app by https.</summary>
    public bool IsSecure => Address?.StartsWith("https://", StringComparison.Ordinal) == true;

    /// <summary>The names the app answers to: that of its address, and this machine's own.</summary>
    public IReadOnlyList<string> Hosts => [.. Address is null ? [] : new[] { new Uri(Address).Host }, "localhost", "127.0.0.1", "[::1]"];

    public static RegattaSettings From(IConfiguration configuration) =>
        new(
            configuration["REGATTA_DATABASE"]
                ?? throw new StartRefusedException("REGATTA_DATABASE holds no connection string. ./start sets it."),
            (configuration["REGATTA_DEMO_BUNDLE"] ?? $"demo/wenlow.json{Path.PathSeparator}demo/tessick.json").Split(
                Path.PathSeparator,
                StringSplitOptions.RemoveEmptyEntries
            ),
            One(configuration, "REGATTA_DEMO", DemoChoice.Never),
            configuration["REGATTA_ADDRESS"] is { Length: > 0 } address ? address.TrimEnd('/') : null,
            configuration["REGATTA_KEYS"],
            One(configuration, "REGATTA_FOUNDING", Founding.Closed),
            MailSettings.From(configuration),
            (configuration["REGATTA_PROXIES"] ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries),
            configuration["REGATTA_KEY_CERTIFICATE"] is { Length: > 0 } certificate ? certificate : null,
            TimeSpan.FromSeconds(Number(configuration, "REGATTA_SIGN_IN_CHECK_SECONDS", 10)),
            Number(configuration, "REGATTA_DOORS_A_MINUTE", 60),
            configuration["REGATTA_RESET_ACCESS"] is { Length: > 0 } lost ? lost : null,
            Number(configuration, "REGATTA_WARM_CLASSES", 200),
            configuration["REGATTA_LOG"] is { Length: > 0 } log ? log : null
        );

    private static T One<T>(IConfiguration configuration, string name, T otherwise)
        where T : struct, Enum =>
        configuration[name] is not { Length: > 0 } said
            ? otherwise
            : EnumText.Find<T>(said)
                ?? throw new StartRefusedException($"{name} holds “{said}”; it is one of {string.Join(", ", Enum.GetNames<T>())}.");

    private static int Number(IConfiguration configuration, string name, int otherwise) =>
        configuration[name] is not { Length: > 0 } said ? otherwise
        : int.TryParse(said, CultureInfo.InvariantCulture, out var number) && number >= 0 ? number
        : throw new StartRefusedException($"{name} holds “{said}”; it is a whole number.");

    /// <summary>Where links begin that are printed before anybody asked for anything.</summary>
    public string AddressFrom(IConfiguration configuration) =>
        Address ?? (configuration["urls"] ?? configuration["ASPNETCORE_URLS"] ?? "").Split(';')[0].TrimEnd('/');

    /// <summary>Where links begin that are read outside this app.</summary>
    public string AddressOf(HttpRequest request) => Address ?? $"{request.Scheme}://{request.Host}";
}
