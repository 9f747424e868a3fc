using Regatta.Core;
using Regatta.Core.Crew;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>How a class reads its card for other crews, to and from its JSON.</summary>
internal static class CrewJson
{
    internal static CrewDocument? ToDocument(CrewReading crew) =>
        !crew.Matters && crew.Columns is null
            ? null
            : new(
                crew.Rule?.Reference.Kilograms,
                crew.Rule?.Hull,
                crew.Rule?.Arm.Metres,
                crew.Rule?.FromBand.Number,
                crew.Offsets.Count == 0
                    ? null
                    :
                    [
                        .. crew.Offsets.Select(offset => new CrewOffsetDocument(
                            offset.From.Kilograms,
                            offset.To.Kilograms,
                            offset.Control.Name,
                            offset.Steps
                        )),
                    ],
                crew.Rule is { Wire.Metres: > 0 } wired ? wired.People : null,
                crew.Rule is { Wire.Metres: > 0, OnWire: var on } ? on : null,
                crew.Rule is { Wire.Metres: > 0 and var metres } ? metres : null,
                crew.Steps.Count == 0
                    ? null
                    : [.. crew.Steps.Select(step => new CrewStepDocument(Spelling.Of(step.Trait), step.Control.Name, step.Steps))],
                crew.Columns is { } columns ? new(columns.Light.Kilograms, columns.Heavy.Kilograms, columns.BySkill ? true : null) : null
            );

    internal static Parsed<CrewReading> FromDocument(CrewDocument? document) =>
        document is null
            ? Parsed<CrewReading>.Good(CrewReading.None)
            : ReadSchool(document)
                .Then(school =>
                    ReadSteps(document.Steps ?? [])
                        .Then(steps =>
                            document.Columns is { } columns && !(columns.Light > 0 && columns.Heavy is > 0 and < 1500)
                                ? Parsed<CrewReading>.Bad("The columns of a card are for crews that weigh something.")
                                : Parsed<CrewReading>.Good(
                                    school with
                                    {
                                        Steps = steps,
                                        Columns = document.Columns is { } printed
                                            ? new(
                                                Mass.FromKilograms(printed.Light),
                                                Mass.FromKilograms(printed.Heavy),
                                                printed.BySkill ?? false
                                            )
                                            : null,
                                    }
                                )
                        )
                );

    private static Parsed<CrewReading> ReadSchool(CrewDocument document) =>
        document switch
        {
            { Reference: null, Hull: null, Arm: null, FromBand: null, Offsets: null }
                when document.Steps is not null || document.Columns is not null => Parsed<CrewReading>.Good(CrewReading.None),
            { Reference: { } reference and > 0, Hull: { } hull, Arm: { } arm, FromBand: { } band, Offsets: null } => CrewRule
                .Of(Mass.FromKilograms(reference), hull, Length.FromMetres(arm), new(band))
                .Then(rule => rule.With(document.People ?? 1, document.OnWire ?? 0, Length.FromMetres(document.Wire ?? 0)))
                .Then(rule => Parsed<CrewReading>.Good(CrewReading.By(rule))),
            { Reference: null, Offsets: { } offsets }
                when offsets.All(offset => offset.From >= 0 && offset.To > offset.From && Math.Abs(offset.Steps) <= 50) =>
                Parsed<CrewReading>.Good(
                    CrewReading.By([
                        .. offsets.Select(offset => new CrewOffset(
                            Mass.FromKilograms(offset.From),
                            Mass.FromKilograms(offset.To),
                            new(offset.Control),
                            offset.Steps
                        )),
                    ])
                ),
            _ => Parsed<CrewReading>.Bad("A crew needs reference, hull, arm and fromBand, or a table of offsets with from below to."),
        };

    private static Parsed<IReadOnlyList<CrewStep>> ReadSteps(IReadOnlyList<CrewStepDocument> documents)
    {
        var steps = new List<CrewStep>();
        foreach (var document in documents)
        {
            if (Spelling.Read<CrewTrait>(document.Crew) is not { Ok: true, Value: var trait } || Math.Abs(document.Steps) > 50)
            {
                return Parsed<IReadOnlyList<CrewStep>>.Bad(
                    $"“{PlainText.Shown(document.Crew)}” is no kind of crew, or goes more than 50 steps."
                );
            }

            steps.Add(new(trait, new(document.Control), document.Steps));
        }

        return Parsed<IReadOnlyList<CrewStep>>.Good(steps);
    }
}
