using System.Text.Json;
using System.Text.Json.Nodes;

namespace Regatta.Core.Classes.Members;

/// <summary>A class as JSON, in the database and in bundles alike: each member of <see cref="ClassMembers.All"/> under its name, and the
/// cells in a list. Whoever keeps it gives it a number of its own and lifts older ones.</summary>
public static class ClassJson
{
    /// <summary>A definition; its key stands elsewhere.</summary>
    public static JsonObject Write(ClassDefinition definition) =>
        new(
            ClassMembers
                .All.Select(member => KeyValuePair.Create(member.Name, member.Write(definition)))
                .Where(member => member.Value is not null)
        );

    /// <summary>A definition out of its JSON. Rules between members are not held against it: ask <see
    /// cref="ClassDefinition.Problems"/>.</summary>
    /// <exception cref="ClassJsonException">It does not have the shape of a class.</exception>
    public static ClassDefinition Read(string key, JsonObject json)
    {
        var definition = new ClassDefinition(key, "", "", "", NoHelm, WindBands.Stored([NoBand]), [], []);
        var unread = json.Select(member => member.Key).ToHashSet();
        foreach (var member in ClassMembers.All)
        {
            unread.Remove(member.Name);
            if (json[member.Name] is { } value)
            {
                definition = Read(member.Name, () => member.Read(definition, value));
            }
            else if (member.Required)
            {
                throw new ClassJsonException(member.Name, "It is missing.", null);
            }
        }

        return unread.Count == 0
            ? definition
            : throw new ClassJsonException(PlainText.Shown(unread.First()), "A class has no such member.", null);
    }

    /// <summary>The cells of a class that have a place, in the order of plans, modes, controls and bands.</summary>
    public static JsonArray WriteCells(ClassState state) =>
        [
            .. from planMode in state.Definition.PlanModes.All
            from control in state.Definition.Controls
            from band in state.Definition.Bands.All
            let place = new CellPlace(planMode, new(band.Id, control.Key))
            where state.Cells.ContainsKey(place)
            select JsonSerializer.SerializeToNode(PlacedCell.Of(place, state.Cells[place]), ClassValues.Options),
        ];

    /// <summary>Cells with their places, as the JSON has them.</summary>
    /// <exception cref="ClassJsonException">They do not have the shape of cells.</exception>
    public static IReadOnlyList<(CellPlace Place, Cell Cell)> ReadCells(JsonArray json) =>
        [
            .. json.Select(
                (node, at) =>
                    Read(
                        $"cells[{at}]",
                        () =>
                            node.Deserialize<PlacedCell>(ClassValues.Options) is { } cell
                                ? (cell.Place, cell.ToCell())
                                : throw new JsonException("A cell is null.")
                    )
            ),
        ];

    private static readonly HelmAim NoHelm = new(default, default, default, 0);

    private static readonly WindBand NoBand = new(new(1), "", default, WindRange.Ceiling);

    private static T Read<T>(string member, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (JsonException wrong)
        {
            var path = wrong.Path is { Length: > 1 } inside ? member + inside[1..] : member;
            throw new ClassJsonException(path, wrong is ClassValueException ? wrong.Message : "It does not have the right shape.", wrong);
        }
        catch (Exception wrong) when (wrong is ArgumentException or InvalidOperationException or FormatException or OverflowException)
        {
            throw new ClassJsonException(member, "It does not have the right shape.", wrong);
        }
    }
}

/// <summary>JSON that is no class: where, and why in a sentence.</summary>
public sealed class ClassJsonException(string where, string why, Exception? cause) : Exception($"{where}: {why}", cause)
{
    /// <summary>The member, and the place inside it.</summary>
    public string Where { get; } = where;

    /// <summary>What is wrong, in a sentence.</summary>
    public string Why { get; } = why;
}
