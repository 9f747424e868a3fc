using System.Globalization;

namespace Regatta.Web.Forms;

/// <summary>The revision of what a form changes, as it stood when the form opened.</summary>
public static class SeenRevision
{
    /// <summary>The field that carries it.</summary>
    public const string Field = "seen";

    /// <summary>What the form names; a revision nothing has where it names none.</summary>
    public static long Of(IReadOnlyDictionary<string, string> typed) =>
        long.TryParse(typed.GetValueOrDefault(Field), NumberStyles.None, CultureInfo.InvariantCulture, out var seen) ? seen : -1;
}
