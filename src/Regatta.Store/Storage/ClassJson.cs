using System.Text.Json;
using System.Text.Json.Nodes;
using Regatta.Core.Balance;
using Regatta.Core.Checks;
using Regatta.Core.Crew;
using Regatta.Core.Diagnosis;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Rigging;
using Regatta.Core.Sails;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Store.Storage;

/// <summary>A class definition, and the cells of a version, as the database keeps them. The schema has a number of its own; documents of
/// older numbers are lifted by upcasters when they are read. Reading holds no rule against what was kept.</summary>
internal static class ClassJson
{
    /// <summary>The schema that is written.</summary>
    public const int Schema = 5;

    /// <summary>The member that holds the controls by key; in histories each control counts as a member of its own.</summary>
    private const string Controls = "controls";

    /// <summary>A definition as it is kept. Its key stands in a column of its own.</summary>
    /// <exception cref="UnreadableClassException">What was written would not be read again as it is; it must not be kept.</exception>
    public static string Write(ClassDefinition definition)
    {
        var json = JsonSerializer.Serialize(ToStored(definition), StoredValues.Options);
        return JsonSerializer.Serialize(ToStored(Read(definition.Key, Schema, json)), StoredValues.Options) == json
            ? json
            : throw new UnreadableClassException(definition.Key, "it would not be read again as it was written");
    }

    /// <summary>A definition as it was kept.</summary>
    /// <exception cref="UnreadableClassException">The document cannot be understood.</exception>
    public static ClassDefinition Read(string key, int schema, string json)
    {
        try
        {
            var current = Upcasters.Definition(schema, JsonNode.Parse(json)!.AsObject());
            return FromStored(key, current.Deserialize<StoredDefinition>(StoredValues.Options)!);
        }
        catch (Exception wrong) when (wrong is not OutOfMemoryException)
        {
            // Whatever a document does to its reader, it is that document which cannot be read.
            throw Unreadable(key, schema, wrong);
        }
    }

    /// <summary>All cells of a version.</summary>
    public static string WriteCells(ClassState state) =>
        JsonSerializer.Serialize(state.Cells.Select(cell => StoredCell.Of(cell.Key, cell.Value)), StoredValues.Options);

    /// <summary>All cells of a version as they were kept.</summary>
    /// <exception cref="UnreadableClassException">The document cannot be understood.</exception>
    public static IReadOnlyDictionary<CellPlace, Cell> ReadCells(ClassDefinition definition, int schema, string json)
    {
        try
        {
            var current = Upcasters.Cells(schema, definition, JsonNode.Parse(json)!.AsArray());
            return current
                .Deserialize<IReadOnlyList<StoredCell>>(StoredValues.Options)!
                .ToDictionary(cell => cell.Place, cell => cell.ToCell());
        }
        catch (Exception wrong) when (wrong is not OutOfMemoryException)
        {
            throw Unreadable(definition.Key, schema, wrong);
        }
    }

    /// <summary>The members a change touched: of each its value before and after, null where it was not there.</summary>
    public static (string Before, string After)? Difference(ClassDefinition before, ClassDefinition after)
    {
        var (was, now) = (Members(before), Members(after));
        var changed = was
            .Keys.Union(now.Keys)
            .Where(member => !JsonNode.DeepEquals(was.GetValueOrDefault(member), now.GetValueOrDefault(member)))
            .ToList();
        return changed.Count == 0 ? null : (Pick(was), Pick(now));

        string Pick(Dictionary<string, JsonNode?> from) =>
            new JsonObject(
                changed.Select(member => KeyValuePair.Create(member, from.GetValueOrDefault(member)?.DeepClone()))
            ).ToJsonString();
    }

    /// <summary>The definition with members a change touched put to what they were at its other end; null when one of them says something
    /// else since.</summary>
    /// <param name="now">The definition as it stands.</param>
    /// <param name="expected">What the members must say still.</param>
    /// <param name="put">What they are to say.</param>
    public static ClassDefinition? Patch(ClassDefinition now, string expected, string put)
    {
        var members = Members(now);
        foreach (var (member, value) in JsonNode.Parse(expected)!.AsObject())
        {
            if (!JsonNode.DeepEquals(members.GetValueOrDefault(member), value))
            {
                return null;
            }
        }

        foreach (var (member, value) in JsonNode.Parse(put)!.AsObject())
        {
            members[member] = value?.DeepClone();
        }

        members["lastBand"] = now.LastBand;
        return FromStored(now.Key, Whole(members).Deserialize<StoredDefinition>(StoredValues.Options)!);
    }

    /// <summary>The bands of a member that was kept in a history; none for null.</summary>
    public static IEnumerable<WindBand> Bands(string? member) =>
        Member<StoredBand>(member).Select(band => new WindBand(band.Number, band.Name, band.From, band.To));

    /// <summary>The plans of a member that was kept in a history; none for null.</summary>
    public static IEnumerable<SailPlan> Plans(string? member) => Member<SailPlan>(member);

    /// <summary>The modes of a member that was kept in a history; none for null.</summary>
    public static IEnumerable<SailingMode> Modes(string? member) => Member<SailingMode>(member);

    /// <summary>The reason in words for whoever opens the page, with the members the reader missed or the place it stopped at, as far as it
    /// tells them; all it said goes to the log.</summary>
    private static UnreadableClassException Unreadable(string key, int schema, Exception wrong)
    {
        const string Lacking = "including: ";
        var place = (wrong, wrong.Message.IndexOf(Lacking, StringComparison.Ordinal)) switch
        {
            (JsonException, var at and >= 0) => $"; it lacks {wrong.Message[(at + Lacking.Length)..].TrimEnd('.')}",
            (JsonException { Path: { Length: > 1 } path }, _) => $" at {path}",
            _ => "",
        };
        return new(
            key,
            schema > Schema ? $"its schema {schema} is newer than this program" : $"it does not have the shape of schema {schema}{place}",
            wrong
        );
    }

    private static IReadOnlyList<T> Member<T>(string? json) =>
        json is null ? [] : JsonSerializer.Deserialize<IReadOnlyList<T>>(json, StoredValues.Options) ?? [];

    private static Dictionary<string, JsonNode?> Members(ClassDefinition definition)
    {
        var whole = JsonNode.Parse(Write(definition))!.AsObject();
        var controls = whole[Controls]!.AsObject();
        whole.Remove(Controls);
        // A band's number is never given out again, not even when the change that gave it out is undone.
        whole.Remove("lastBand");
        return whole
            .Concat(controls.Select(control => KeyValuePair.Create($"{Controls}.{control.Key}", control.Value)))
            .ToDictionary(one => one.Key, one => one.Value);
    }

    private static JsonObject Whole(Dictionary<string, JsonNode?> members)
    {
        var controls = new JsonObject();
        var whole = new JsonObject { [Controls] = controls };
        foreach (var (member, value) in members)
        {
            if (!member.StartsWith(Controls + ".", StringComparison.Ordinal))
            {
                whole[member] = value?.DeepClone();
            }
            else if (value is not null)
            {
                // Null is a control that was not there.
                controls[member[(Controls.Length + 1)..]] = value.DeepClone();
            }
        }

        return whole;
    }

    private static StoredDefinition ToStored(ClassDefinition definition) =>
        new(
            definition.Name,
            definition.Family,
            definition.About,
            definition.Helm,
            [.. definition.Bands.All.Select(band => new StoredBand(band.Id, band.Name, band.From, band.To))],
            definition.LastBand,
            [.. definition.Controls.Select(control => control.Key)],
            definition.Known.ToDictionary(control => control.Key, control => control),
            definition.Layers.Plans,
            definition.Layers.Modes,
            definition.WindHeight,
            definition.Crew.Rule,
            definition.Crew.Offsets,
            definition.Crew.Steps,
            definition.Crew.Columns,
            definition.Balance,
            [.. definition.Questions.Select(StoredQuestion.Of)],
            [.. definition.RetiredQuestions.Select(StoredQuestion.Of)],
            definition.Purposes,
            definition.Gears,
            definition.Checks,
            definition.Cautions,
            definition.Reefing,
            definition.SailLimits,
            definition.Procedures,
            definition.Rake,
            definition.Drawing,
            definition.Cures
        );

    private static ClassDefinition FromStored(string key, StoredDefinition stored) =>
        new(
            key,
            stored.Name,
            stored.Family,
            stored.About,
            stored.Helm,
            WindBands.Stored(stored.Bands.Select(band => new WindBand(band.Number, band.Name, band.From, band.To))),
            [.. stored.InUse.Select(one => stored.Controls[one])],
            stored.Cautions
        )
        {
            LastBand = stored.LastBand,
            Retired = [.. stored.Controls.Where(one => !stored.InUse.Contains(one.Key)).Select(one => one.Value)],
            Layers = Layers.Stored(stored.Plans, stored.Modes),
            WindHeight = stored.WindHeight,
            Crew = (stored.CrewRule is { } rule ? CrewReading.By(rule) : CrewReading.By(stored.CrewOffsets)) with
            {
                Steps = stored.CrewSteps,
                Columns = stored.CrewColumns,
            },
            Balance = stored.Balance,
            Questions = [.. stored.Questions.Select(question => question.ToQuestion())],
            RetiredQuestions = [.. stored.RetiredQuestions.Select(question => question.ToQuestion())],
            Purposes = stored.Purposes,
            Gears = stored.Gears,
            Checks = stored.Checks,
            Reefing = stored.Reefing,
            SailLimits = stored.SailLimits,
            Procedures = stored.Procedures,
            Rake = stored.Rake,
            Drawing = stored.Drawing,
            Cures = stored.Cures,
        };

    private sealed record StoredBand(BandId Number, string Name, Speed From, Speed To);

    private sealed record StoredDefinition(
        string Name,
        string Family,
        string About,
        HelmAim Helm,
        IReadOnlyList<StoredBand> Bands,
        int LastBand,
        IReadOnlyList<ControlKey> InUse,
        IReadOnlyDictionary<ControlKey, Control> Controls,
        IReadOnlyList<SailPlan> Plans,
        IReadOnlyList<SailingMode> Modes,
        Length WindHeight,
        CrewRule? CrewRule,
        IReadOnlyList<CrewOffset> CrewOffsets,
        IReadOnlyList<CrewStep> CrewSteps,
        CrewColumns? CrewColumns,
        BalanceCheck Balance,
        IReadOnlyList<StoredQuestion> Questions,
        IReadOnlyList<StoredQuestion> RetiredQuestions,
        IReadOnlyList<Purpose> Purposes,
        IReadOnlyList<Gear> Gears,
        IReadOnlyList<string> Checks,
        IReadOnlyList<Caution> Cautions,
        ReefRules Reefing,
        IReadOnlyList<SailLimit> SailLimits,
        IReadOnlyList<Procedure> Procedures,
        RakeGeometry? Rake,
        BoatDrawing? Drawing,
        IReadOnlyList<Cure> Cures
    );
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
