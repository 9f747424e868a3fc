using System.Text.Json;
using System.Text.Json.Nodes;
using static Regatta.Formats.Bundles.JsonLift;

namespace Regatta.Formats.Bundles;

/// <summary>Bundles of version 1 spelled a class in documents of their own: bands, controls, plans and modes in a matrix, what was usual
/// left out, points as pairs, heights and arms in metres. What version 2 does not know stays where it was, and is refused there.</summary>
internal static class BundleUpcast1To2
{
    private static readonly string[] Settings =
    [
        "name",
        "family",
        "about",
        "checks",
        "balance",
        "retiredQuestions",
        "purposes",
        "sailLimits",
        "cures",
    ];

    /// <exception cref="JsonException">It is no bundle of version 1.</exception>
    public static JsonObject Lift(ReadOnlySpan<byte> text)
    {
        var root = JsonSerializer.Deserialize<JsonObject>(text, BundleDocument.Options)!;
        try
        {
            root["version"] = 2;
            root["classes"] = Each(root["classes"], Class);
        }
        catch (Exception wrong) when (wrong is InvalidOperationException or FormatException or KeyNotFoundException or ArgumentException)
        {
            throw new JsonException("A class of version 1 is not as such a class is.", wrong);
        }

        return root;
    }

    private static JsonObject Class(JsonObject old)
    {
        var (matrix, mode) = (Take(old, "matrix")!.AsObject(), (string?)Take(old, "mode"));
        var versions = Take(old, "versions") as JsonArray;
        var (boats, logs, key) = (Take(old, "boats"), Take(old, "logs"), Take(old, "key"));
        var last = (versions ?? [])
            .Select(version => version!["matrix"]!)
            .Append(matrix)
            .SelectMany(one => one["bands"]!.AsArray().Select(band => (int)band!["id"]!).Append((int?)one["lastBand"] ?? 0))
            .Max();
        var lifted = new JsonObject
        {
            ["key"] = key,
            ["definition"] = Definition(old, matrix, mode),
            ["cells"] = Cells(matrix, mode),
            ["boats"] = boats,
            ["versions"] = versions is null ? null : Each(versions, version => Version(version, old, mode)),
            ["logs"] = logs,
        };
        lifted["definition"]!["lastBand"] = last;
        foreach (var name in new[] { "boats", "versions", "logs" }.Where(name => lifted[name] is null))
        {
            lifted.Remove(name);
        }

        return lifted;
    }

    private static JsonObject Version(JsonObject old, JsonObject own, string? mode)
    {
        var matrix = Take(old, "matrix")!.AsObject();
        var settings = Take(old, "settings") as JsonObject;
        var lifted = old.DeepClone().AsObject();
        lifted["definition"] = Definition(settings ?? WithoutInUse(own, matrix), matrix, mode);
        lifted["cells"] = Cells(matrix, mode);
        return lifted;
    }

    /// <summary>A control that was in use when a version was published was not retired then.</summary>
    private static JsonObject WithoutInUse(JsonObject own, JsonObject matrix)
    {
        var settings = own.DeepClone().AsObject();
        var inUse = matrix["controls"]!.AsArray().Select(control => (string)control!["key"]!).ToHashSet();
        if (settings["retired"] is JsonArray retired)
        {
            settings["retired"] = new JsonArray([
                .. retired.Where(control => !inUse.Contains((string)control!["key"]!)).Select(control => control!.DeepClone()),
            ]);
        }

        return settings;
    }

    private static JsonObject Definition(JsonObject source, JsonObject matrix, string? mode)
    {
        var old = source.DeepClone().AsObject();
        var definition = new JsonObject();
        foreach (var name in Settings)
        {
            definition[name] = Take(old, name);
        }

        var (controls, retired) = (matrix["controls"]!.AsArray(), Take(old, "retired") as JsonArray ?? []);
        var helm = Take(old, "helm") as JsonObject;
        definition["helm"] = helm is null ? null : Renamed(helm, ("targetDegrees", "target"), ("toleranceDegrees", "tolerance"));
        definition["bands"] = Each(matrix["bands"], band => Renamed(band, ("id", "number")));
        definition["lastBand"] = Copy(matrix["lastBand"]);
        definition["controls"] = ByKey(controls.Concat(retired));
        definition["inUse"] = new JsonArray([.. controls.Select(control => Copy(control!["key"]))]);
        definition["plans"] = Plans(matrix);
        definition["modes"] = Modes(matrix, mode);
        definition["windHeight"] = Metres(Take(old, "windHeight"));
        Crew(definition, Take(old, "crew") as JsonObject);
        definition["questions"] = Take(old, "questions") is { } asked
            ? Each(asked, Question)
            : new JsonArray(JsonSerializer.SerializeToNode(ClassQuestions.Luffing, ClassValues.Options));
        definition["retiredQuestions"] = definition["retiredQuestions"] is { } unasked ? Each(unasked, Question) : null;
        definition["gears"] = Take(old, "gears") is { } gears ? Each(gears, gear => Filled(gear, ("loosened", false))) : null;
        definition["cautions"] = Take(old, "cautions") is JsonArray cautions
            ? new JsonArray([
                .. cautions.Select(caution => caution is JsonValue text ? new JsonObject { ["text"] = Copy(text) } : Copy(caution)),
            ])
            : null;
        definition["reefing"] = Take(old, "reefing") is JsonObject reefing
            ? Filled(reefing, ("heelWarns", true), ("signs", new JsonArray()), ("squall", ""), ("lasting", ""))
            : null;
        definition["procedures"] = Take(old, "procedures") is { } procedures
            ? Each(
                procedures,
                one => With(Filled(one, ("when", "")), "steps", steps => Each(steps, step => Filled(step, ("who", ""), ("gate", ""))))
            )
            : null;
        definition["rake"] = Take(old, "rake") is JsonObject rake
            ? Points(rake, "foot", "plate", "boomEnd", "sheetOnBoom", "sheetBlock", "tack", "clew")
            : null;
        definition["drawing"] = Take(old, "drawing") is JsonObject drawing ? Drawing(drawing) : null;
        foreach (var (name, value) in old)
        {
            definition[name] = Copy(value);
        }

        foreach (var name in definition.Where(member => member.Value is null).Select(member => member.Key).ToList())
        {
            definition.Remove(name);
        }

        return definition;
    }

    private static JsonObject ByKey(IEnumerable<JsonNode?> controls)
    {
        var byKey = new JsonObject();
        foreach (var control in controls)
        {
            var lifted = Filled(control!.AsObject(), ("synonyms", new JsonArray()));
            lifted = With(lifted, "byPurpose", marks => Each(marks, mark => Filled(mark, ("caution", ""))));
            if (!byKey.TryAdd((string)lifted["key"]!, lifted))
            {
                throw new JsonException("Two controls carry the same key.");
            }
        }

        return byKey;
    }

    private static JsonNode Plans(JsonObject matrix) =>
        matrix["plans"] is { } plans
            ? Each(
                plans,
                plan =>
                    With(
                        Renamed(plan, ("area", "statedArea"), ("arm", "statedArm"), ("limit", "measuredLimit")),
                        "sails",
                        sails => Each(sails, Outline)
                    )
            )
            : new JsonArray(JsonSerializer.SerializeToNode(SailPlan.Full, ClassValues.Options));

    private static JsonNode Modes(JsonObject matrix, string? mode) =>
        Copy(matrix["modes"])
        ?? new JsonArray(
            JsonSerializer.SerializeToNode(
                string.IsNullOrWhiteSpace(mode) || mode.Length > PlanModes.LongestName
                    ? SailingMode.Upwind
                    : SailingMode.Upwind with
                    {
                        Name = mode,
                    },
                ClassValues.Options
            )
        );

    private static void Crew(JsonObject definition, JsonObject? old)
    {
        if (old is null)
        {
            return;
        }

        definition["crewOffsets"] = Take(old, "offsets");
        definition["crewSteps"] = Take(old, "steps") is { } steps ? Each(steps, step => Renamed(step, ("crew", "trait"))) : null;
        definition["crewColumns"] = Take(old, "columns") is JsonObject columns ? Filled(columns, ("bySkill", false)) : null;
        (old["arm"], old["wire"]) = (Metres(old["arm"]), Metres(old["wire"]));
        foreach (var name in old.Where(member => member.Value is null).Select(member => member.Key).ToList())
        {
            old.Remove(name);
        }

        definition["crewRule"] = old.Count > 0 ? Copy(old) : null;
    }

    private static JsonObject Question(JsonObject old)
    {
        var question = old.DeepClone().AsObject();
        if (Take(question, "number") is JsonObject number)
        {
            foreach (var (name, value) in number)
            {
                question[name] = Copy(value);
            }
        }

        return question;
    }

    private static JsonObject Drawing(JsonObject old)
    {
        var drawing = Points(old, "mastFoot", "boardPin");
        foreach (var part in new[] { "hull", "board", "rudder" })
        {
            drawing = With(drawing, part, outline => Outline(outline.AsObject()));
        }

        return With(drawing, "effects", effects => Each(effects, effect => Renamed(effect, ("moves", "move"))));
    }

    private static JsonObject Outline(JsonObject old) =>
        With(old, "outline", corners => new JsonArray([.. corners.AsArray().Select(Point)]));

    private static JsonArray Cells(JsonObject matrix, string? mode)
    {
        var (plan, first) = ((string)Plans(matrix)[0]!["key"]!, (string)Modes(matrix, mode)[0]!["key"]!);
        return Each(
            matrix["cells"],
            cell => Filled(Renamed(cell, ("range", "isRange")), ("plan", plan), ("mode", first), ("tolerance", Step(matrix, cell)))
        );
    }

    /// <summary>Where no tolerance was written, a step counted as near enough.</summary>
    private static double Step(JsonObject matrix, JsonObject cell) =>
        matrix["controls"]!.AsArray().FirstOrDefault(control => (string)control!["key"]! == (string)cell["control"]!) is { } control
        && control["scale"].Deserialize<ScaleSpec>(ClassValues.Options)?.ToScale() is { Ok: true } scale
            ? scale.Value.Step
            : 0;

    private static JsonObject Points(JsonObject old, params string[] names) =>
        names.Aggregate(old.DeepClone().AsObject(), (lifted, name) => With(lifted, name, Point));

    private static JsonNode Point(JsonNode? pair) =>
        pair is JsonArray { Count: 2 } point
            ? new JsonObject { ["x"] = Copy(point[0]), ["z"] = Copy(point[1]) }
            : throw new JsonException("A point of the side view is two numbers, in mm.");

    private static JsonNode? Metres(JsonNode? metres) => metres is null ? null : JsonValue.Create((double)metres * 1000);
}
