namespace Regatta.Core.Logbook;

/// <summary>Which runs of a logbook are wanted; what is not said does not matter.</summary>
public sealed record RunFilter
{
    /// <summary>In this band, as the crew met it.</summary>
    public BandId? Band { get; init; }

    /// <summary>In about this wind.</summary>
    public Speed? Wind { get; init; }

    /// <summary>So far from the wind at the most.</summary>
    public Speed Within { get; init; } = Speed.FromKnots(2);

    /// <summary>With these sails.</summary>
    public PlanKey? Plan { get; init; }

    /// <summary>In this mode.</summary>
    public ModeKey? Mode { get; init; }

    /// <summary>For this purpose; the class's first is what runs say that name none.</summary>
    public PurposeKey? Purpose { get; init; }

    /// <summary>On such water.</summary>
    public Water Water { get; init; }

    /// <summary>In such a place.</summary>
    public Place Place { get; init; }

    /// <summary>Felt at least so.</summary>
    public Felt Felt { get; init; }

    /// <summary>With an answer to this question.</summary>
    public QuestionKey? Question { get; init; }

    /// <summary>That meant this; null for any answer.</summary>
    public AnswerMeaning? Means { get; init; }

    /// <summary>Not before this day, in UTC.</summary>
    public DateOnly? From { get; init; }

    /// <summary>Not after this day, in UTC.</summary>
    public DateOnly? To { get; init; }

    /// <summary>Whether a run is wanted.</summary>
    /// <param name="run">The run.</param>
    /// <param name="definition">Its class; null where runs of several are looked through, whose bands and purposes mean nothing to each
    /// other.</param>
    public bool Holds(SessionEvidence run, ClassDefinition? definition)
    {
        var day = DateOnly.FromDateTime(run.SailedAt.UtcDateTime);
        return (Band is not { } band || definition is null || definition.Bands.At(run.EffectiveWind.Mean).Id == band)
            && (Wind is not { } wind || Math.Abs(run.Wind.Mean.Knots - wind.Knots) <= Within.Knots + 1e-9)
            && (Plan is not { } plan || run.PlanMode.Plan == plan)
            && (Mode is not { } mode || run.PlanMode.Mode == mode)
            && (
                Purpose is not { } purpose
                || (run.Purpose ?? (definition is { Purposes.Count: > 0 } ? definition.Purposes[0].Key : null)) == purpose
            )
            && (Water == Water.NotSaid || run.Water == Water)
            && (Place == Place.NotSaid || run.Place == Place)
            && (Felt == Felt.NotSaid || run.Felt >= Felt)
            && (
                Question is not { } question
                || (run.Answers.TryGetValue(question, out var answer) && (Means is null || answer.Means == Means))
            )
            && (From is not { } from || day >= from)
            && (To is not { } to || day <= to);
    }
}
