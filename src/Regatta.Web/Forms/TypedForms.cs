namespace Regatta.Web.Forms;

/// <summary>What was typed, by field name, and fields filled from it.</summary>
public static class TypedForms
{
    /// <summary>The fields of the form that was sent.</summary>
    public static Dictionary<string, string> Typed(this HttpRequest request) =>
        request.Form.ToDictionary(entry => entry.Key, entry => entry.Value.ToString());

    /// <summary>Whether a script on the page asks for a part of it, not a person for the whole.</summary>
    public static bool ByFragment(this HttpRequest request) => request.Headers.ContainsKey("HX-Request");

    /// <summary>Fields with what they would say now beside what was typed.</summary>
    public static IEnumerable<Field> Beside(this IEnumerable<Field> fields, IReadOnlyDictionary<string, string> now) =>
        fields.Select(field => now.TryGetValue(field.Name, out var says) ? field.Beside(says) : field);

    /// <summary>Fields with what was typed and what was wrong.</summary>
    public static IEnumerable<Field> Filled(this IEnumerable<Field> fields, IReadOnlyDictionary<string, string> typed, FormReader form) =>
        fields.Select(field => field.Filled(typed, form.Problems));
}
