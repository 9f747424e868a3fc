using Microsoft.AspNetCore.WebUtilities;

namespace Regatta.Web;

/// <summary>Addresses that a form was sent to, as the page they lead back to.</summary>
public static class QueryStrings
{
    /// <summary>The same query without one of its values.</summary>
    public static QueryString Without(this QueryString query, string name) =>
        QueryString.Create(
            QueryHelpers
                .ParseQuery(query.Value)
                .Where(one => !one.Key.Equals(name, StringComparison.OrdinalIgnoreCase))
                .SelectMany(one => one.Value, (one, value) => KeyValuePair.Create(one.Key, value))
        );
}
