using System.Text.Json;
using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>A class definition, the cells of a version and the parts of an edit as the database keeps them: the core's JSON under a schema
/// number of the store's own. Documents of older numbers are lifted by upcasters when they are read. Reading holds no rule against what was
/// kept.</summary>
internal static class StoredClass
{
    /// <summary>The schema that is written.</summary>
    public const int Schema = 7;

    /// <summary>A definition as it is kept. Its key stands in a column of its own.</summary>
    /// <exception cref="UnreadableClassException">What was written would not be read again as it is; it must not be kept.</exception>
    public static string Write(ClassDefinition definition)
    {
        var json = ClassJson.Write(definition).ToJsonString(ClassValues.Options);
        return ClassJson.Write(Read(definition.Key, Schema, json)).ToJsonString(ClassValues.Options) == json
            ? json
            : throw new UnreadableClassException(definition.Key, "it would not be read again as it was written");
    }

    /// <summary>A definition as it was kept.</summary>
    /// <exception cref="UnreadableClassException">The document cannot be understood.</exception>
    public static ClassDefinition Read(string key, int schema, string json) =>
        Understand(key, schema, () => ClassJson.Read(key, Upcasters.Definition(schema, JsonNode.Parse(json)!.AsObject())));

    /// <summary>All cells of a version.</summary>
    public static string WriteCells(ClassState state) => ClassJson.WriteCells(state).ToJsonString(ClassValues.Options);

    /// <summary>All cells of a version as they were kept.</summary>
    /// <exception cref="UnreadableClassException">The document cannot be understood.</exception>
    public static IReadOnlyDictionary<CellPlace, Cell> ReadCells(ClassDefinition definition, int schema, string json) =>
        Understand(
            definition.Key,
            schema,
            () =>
                ClassJson
                    .ReadCells(Upcasters.Cells(schema, definition, JsonNode.Parse(json)!.AsArray()))
                    .ToDictionary(cell => cell.Place, cell => cell.Cell)
        );

    /// <summary>The parts of an edit as they were kept, to be put back or done again.</summary>
    /// <exception cref="UnreadableClassException">The document cannot be understood.</exception>
    public static ClassParts ReadParts(string key, int schema, string before, string after) =>
        Understand(key, schema, () => new ClassParts(Parts(schema, before), Parts(schema, after)));

    /// <summary>A member out of the parts of an edit; nothing where the edit did not touch it.</summary>
    /// <exception cref="UnreadableClassException">The document cannot be understood.</exception>
    public static IReadOnlyList<T> ReadPart<T>(string key, int schema, ClassMember<IReadOnlyList<T>> member, string parts) =>
        Understand(key, schema, () => Parts(schema, parts)[member.Name] is { } value ? member.ReadValue(value) : []);

    private static JsonObject Parts(int schema, string json) => Upcasters.Parts(schema, JsonNode.Parse(json)!.AsObject());

    private static T Understand<T>(string key, int schema, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (Exception wrong) when (wrong is not OutOfMemoryException)
        {
            // Whatever a document does to its reader, it is that document which cannot be read.
            var place = wrong is ClassJsonException { Where: var where } ? $" at {where}" : "";
            var why =
                schema > Schema
                    ? $"its schema {schema} is newer than this program"
                    : $"it does not have the shape of schema {schema}{place}";
            throw new UnreadableClassException(key, why, wrong);
        }
    }
}

/// <summary>A class whose document in the database cannot be understood. Its own page says so; everything else works.</summary>
public sealed class UnreadableClassException(string key, string why, Exception? cause = null)
    : Exception($"The class “{key}” cannot be read: {why}", cause)
{
    /// <summary>The class's name in addresses.</summary>
    public string Key { get; } = key;

    /// <summary>What is wrong with its document.</summary>
    public string Why { get; } = why;
}
