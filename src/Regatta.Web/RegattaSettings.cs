namespace Regatta.Web;

/// <summary>What to do about the demo club at the start.</summary>
public enum DemoChoice
{
    /// <summary>Load it if the database is empty.</summary>
    IfEmpty,

    /// <summary>Do not load it.</summary>
    Never,

    /// <summary>Throw everything away and load it afresh.</summary>
    Reset,
}

/// <summary>What the environment says: where the database is, the demo bundle, and the folder for keys.</summary>
public sealed record RegattaSettings(string Database, string DemoBundle, DemoChoice Demo, string? KeyFolder)
{
    public static RegattaSettings From(IConfiguration configuration) => new(
        configuration["REGATTA_DATABASE"] ?? throw new InvalidOperationException("REGATTA_DATABASE holds no connection string. ./start sets it."),
        configuration["REGATTA_DEMO_BUNDLE"] ?? "demo/club.json",
        Enum.Parse<DemoChoice>(configuration["REGATTA_DEMO"] ?? nameof(DemoChoice.IfEmpty), ignoreCase: true),
        configuration["REGATTA_KEYS"]);
}
