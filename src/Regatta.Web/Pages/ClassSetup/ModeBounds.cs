using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The fields that say when a mode begins and ends, and under which sail it is sailed.</summary>
/// <param name="definition">The class.</param>
/// <param name="units">The reader's units.</param>
/// <param name="form">Where sentences go.</param>
/// <param name="typed">What was typed.</param>
internal sealed class ModeBounds(
    ClassDefinition definition,
    UnitPreferences units,
    FormReader form,
    IReadOnlyDictionary<string, string> typed
)
{
    /// <summary>For each mode beside the first, which wind begins it and which ends it, and the sail that stands in it.</summary>
    public IEnumerable<(SailingMode Mode, IReadOnlyList<Field> Fields)> Fields(DefinitionEditor editor) =>
        definition
            .PlanModes.Modes.Skip(1)
            .Select(mode =>
                (
                    mode,
                    (IReadOnlyList<Field>)
                        [
                            editor.Fill(
                                new($"on-{mode.Key}", "It begins by", mode.Trigger is { } known ? Winds.WordOf(known.On) : NoTrigger)
                                {
                                    Choices = [NoTrigger, .. Winds.Words],
                                },
                                typed,
                                form
                            ),
                            editor.Fill(
                                new($"in-{mode.Key}", $"at, {units.Wind.Symbol()}", units.Field(mode.Trigger?.In))
                                {
                                    InputMode = "decimal",
                                },
                                typed,
                                form
                            ),
                            editor.Fill(
                                new($"back-{mode.Key}", $"and ends below, {units.Wind.Symbol()}", units.Field(mode.Trigger?.Back))
                                {
                                    InputMode = "decimal",
                                },
                                typed,
                                form
                            ),
                            editor.Fill(
                                new($"ends-{mode.Key}", $"over at, {units.Wind.Symbol()}", units.Field(mode.Ends))
                                {
                                    InputMode = "decimal",
                                },
                                typed,
                                form
                            ),
                            editor.Fill(
                                new($"sail-{mode.Key}", "under the sail", definition.SailOf(mode) ?? NoSail) { Choices = Sails },
                                typed,
                                form
                            ),
                        ]
                )
            );

    private const string NoTrigger = "nobody said";
    private const string NoSail = "none with limits";

    /// <summary>The sails a mode may be sailed with: those with limits, and those modes name.</summary>
    private List<string> Sails =>
        [
            NoSail,
            .. definition
                .SailLimits.Select(limit => limit.Sail)
                .Concat(definition.PlanModes.Modes.Select(mode => mode.Sail).OfType<string>())
                .Distinct(StringComparer.OrdinalIgnoreCase),
        ];

    private static readonly Choice<TriggerWind> Winds = new(
        ("the mean", TriggerWind.Mean),
        ("the gusts", TriggerWind.Gust),
        ("the lulls", TriggerWind.Lull)
    );

    /// <summary>A mode with the trigger its fields say; one that is just made has none yet.</summary>
    public SailingMode Read(SailingMode mode)
    {
        if (!typed.TryGetValue($"on-{mode.Key}", out var said))
        {
            return mode;
        }

        var ends = form.May(
            $"ends-{mode.Key}",
            typed.GetValueOrDefault($"ends-{mode.Key}"),
            FormReader.Kept(units.Field(mode.Ends), mode.Ends ?? default, text => WindRange.ReadSpeed(text, units.Wind))
        );
        var sail = typed.GetValueOrDefault($"sail-{mode.Key}");
        mode = mode with
        {
            Ends = ends,
            Sail = sail == definition.SailOf(mode) ? mode.Sail : Sails.Skip(1).FirstOrDefault(known => known == sail),
        };
        if (!Winds.TryRead(said, out var wind))
        {
            return Checked(mode with { Trigger = null });
        }

        Speed Blows(string part, Speed? before, string missing) =>
            form.Need(
                $"{part}-{mode.Key}",
                typed.GetValueOrDefault($"{part}-{mode.Key}"),
                missing,
                FormReader.Kept(units.Field(before), before ?? default, text => WindRange.ReadSpeed(text, units.Wind))
            );
        var trigger = new ModeTrigger(
            wind,
            Blows("in", mode.Trigger?.In, "At which wind does it begin?"),
            Blows("back", mode.Trigger?.Back, "Below which wind does it end?")
        );
        if (form.Ok && trigger.Problem is { } problem)
        {
            form.Refuse($"back-{mode.Key}", problem);
        }

        return Checked(mode with { Trigger = trigger });
    }

    private SailingMode Checked(SailingMode mode)
    {
        if (form.Ok && mode.Problem is { } problem)
        {
            form.Refuse($"ends-{mode.Key}", problem);
        }

        return mode;
    }
}
