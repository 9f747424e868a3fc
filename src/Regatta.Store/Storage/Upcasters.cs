using System.Text.Json.Nodes;
using Regatta.Core.Fleet;

namespace Regatta.Store.Storage;

/// <summary>Lifts stored documents to the schema that is written now, one number at a time.</summary>
internal static class Upcasters
{
    public static JsonObject Definition(int schema, JsonObject document) =>
        schema switch
        {
            1 => Upcast3To4.Definition(Upcast2To3.Definition(Upcast1To2.Definition(document))),
            2 => Upcast3To4.Definition(Upcast2To3.Definition(document)),
            3 => Upcast3To4.Definition(document),
            ClassJson.Schema => document,
            _ => throw new ArgumentOutOfRangeException(nameof(schema)),
        };

    public static JsonArray Cells(int schema, ClassDefinition definition, JsonArray cells) =>
        schema switch
        {
            1 => Upcast1To2.Cells(definition, cells),
            2 or 3 => cells,
            ClassJson.Schema => cells,
            _ => throw new ArgumentOutOfRangeException(nameof(schema)),
        };
}
