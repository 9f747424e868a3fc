namespace Regatta.Web.Access;

/// <summary>Fields whose values are never written into a page again, not even for whoever typed them.</summary>
public static class SecretFields
{
    private static readonly string[] Names = ["password", "old", "code", "recovery", "credential", "token", NeedsProofAttribute.Field];

    /// <summary>Whether a field is one.</summary>
    public static bool Is(string name) => Names.Contains(name, StringComparer.OrdinalIgnoreCase);
}
