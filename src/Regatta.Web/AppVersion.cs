namespace Regatta.Web;

/// <summary>Which version of the app this is.</summary>
public static class AppVersion
{
    /// <summary>The newest head of CHANGELOG.md, as 4.</summary>
    public static string Shown { get; } = $"{typeof(AppVersion).Assembly.GetName().Version!.Major}";
}
