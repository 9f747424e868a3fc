using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>Lifts stored documents to the schema that is written now, one number at a time.</summary>
internal static class Upcasters
{
    /// <summary>From each schema to the next; the first lifts from schema 1.</summary>
    private static readonly Func<JsonObject, JsonObject>[] Definitions =
    [
        Upcast1To2.Definition,
        Upcast2To3.Definition,
        Upcast3To4.Definition,
        Upcast4To5.Definition,
        Upcast5To6.Definition,
        DeclaredWays.Definition,
    ];

    public static JsonObject Definition(int schema, JsonObject document) =>
        schema is >= 1 and <= StoredClass.Schema
            ? Definitions.Skip(schema - 1).Aggregate(document, (lifted, next) => next(lifted))
            : throw new ArgumentOutOfRangeException(nameof(schema));

    /// <summary>The parts of an edit. Those of schemas before 5 were lifted where they stood, by the migrations of their time.</summary>
    public static JsonObject Parts(int schema, JsonObject parts) =>
        schema switch
        {
            5 => DeclaredWays.Parts(Upcast5To6.Parts(parts)),
            6 => DeclaredWays.Parts(parts),
            StoredClass.Schema => parts,
            _ => throw new ArgumentOutOfRangeException(nameof(schema)),
        };

    public static JsonArray Cells(int schema, ClassDefinition definition, JsonArray cells) =>
        schema switch
        {
            1 => Upcast5To6.Cells(Upcast1To2.Cells(definition, cells)),
            <= 5 => Upcast5To6.Cells(cells),
            <= StoredClass.Schema => cells,
            _ => throw new ArgumentOutOfRangeException(nameof(schema)),
        };
}
