namespace Regatta.Tests;

/// <summary>The checkout the tests run in.</summary>
internal static class Repository
{
    /// <summary>Its root, where the solution lies.</summary>
    public static string Root { get; } = Find(new(AppContext.BaseDirectory));

    private static string Find(DirectoryInfo folder) =>
        File.Exists(Path.Combine(folder.FullName, "Regatta.slnx")) ? folder.FullName
        : folder.Parent is { } parent ? Find(parent)
        : throw new DirectoryNotFoundException($"No Regatta.slnx above {AppContext.BaseDirectory}.");
}
