namespace Regatta.Formats.Bundles;

/// <summary>A run of a session to and from its JSON.</summary>
internal static class RunJson
{
    public static RunDocument ToDocument(Run run, PlanMode first) =>
        new(
            run.Wind.From.MetresPerSecond,
            run.Wind.To.MetresPerSecond,
            run.Marks.ToDictionary(mark => mark.Key.Name, mark => mark.Value.Position),
            From: run.From,
            Gust: run.Wind.Gust?.MetresPerSecond,
            HelmPort: run.Check?.Helm.Port?.Degrees,
            HelmStarboard: run.Check?.Helm.Starboard?.Degrees,
            Heel: run.Check?.Heel?.Degrees,
            GatesAsked: run.Check is { Gates.Asked: not CheckGates.Usual } odd ? Spelled(odd.Gates.Asked) : null,
            GatesHeld: run.Check is { } check ? Spelled(check.Gates.Held) : null,
            Felt: run.Felt == Felt.NotSaid ? null : EnumText.Of(run.Felt),
            Plan: run.PlanMode == first ? null : run.PlanMode.Plan.Name,
            Mode: run.PlanMode == first ? null : run.PlanMode.Mode.Name,
            HelmInWords: run.Check is { InWords: true } ? true : null,
            Asked: run.Asked.Count > 0
                ? run.Asked.ToDictionary(
                    mark => mark.Key.Name,
                    mark => new AskedDocument(EnumText.Of(mark.Value.By), mark.Value.Card?.Position)
                )
                : null,
            Answers: run.Answers.Count > 0
                ? run.Answers.ToDictionary(
                    answer => answer.Key.Name,
                    answer => new AnswerDocument(
                        answer.Value.Said,
                        EnumText.Of(answer.Value.Means),
                        answer.Value.Number,
                        answer.Value.Measured is { } read ? new(read.Gauge.Name, read.Value, read.Sd) : null
                    )
                )
                : null
        );

    public static Parsed<Run> FromDocument(RunDocument document, ClassDefinition boatClass)
    {
        if (
            !(document.WindFrom >= 0 && document.WindFrom <= WindRange.Ceiling.MetresPerSecond)
            || !(document.WindTo >= 0 && document.WindTo <= WindRange.Ceiling.MetresPerSecond)
            || document.Gust is not (null or (>= 0 and <= 60))
            || document.WindFactor is not (null or (>= Run.LeastWindFactor and <= Run.MostWindFactor))
        )
        {
            return Parsed<Run>.Bad("Wind, gust or wind factor lies outside what anybody sails in.");
        }

        var planMode = new PlanMode(
            document.Plan is { } plan ? new(plan) : boatClass.PlanModes.First.Plan,
            document.Mode is { } mode ? new(mode) : boatClass.PlanModes.First.Mode
        );
        if (!boatClass.PlanModes.Has(planMode))
        {
            return Parsed<Run>.Bad($"It was sailed with “{planMode.Plan}” in “{planMode.Mode}”, and the class has no such plan or mode.");
        }

        var cards = (document.Asked ?? new Dictionary<string, AskedDocument>())
            .Where(asked => asked.Value.Card is not null)
            .Select(asked => KeyValuePair.Create(asked.Key, asked.Value.Card!.Value));
        return RunNumbers.Problem(boatClass, document.Marks.Concat(cards)) is { } astray
            ? Parsed<Run>.Bad(astray)
            : ReadWind(document)
                .Then(wind =>
                    ReadCheck(document)
                        .Then(check =>
                            EnumText
                                .Read<Felt>(document.Felt ?? EnumText.Of(Felt.NotSaid))
                                .Then(felt =>
                                    ReadAsked(document)
                                        .Then(asked =>
                                            ReadAnswers(document)
                                                .Then(answers =>
                                                    Parsed<Run>.Good(
                                                        new(wind, Marks(document), check, felt)
                                                        {
                                                            From = document.From,
                                                            PlanMode = planMode,
                                                            WindFactor = document.WindFactor ?? 1,
                                                            Asked = asked,
                                                            Answers = answers,
                                                        }
                                                    )
                                                )
                                        )
                                )
                        )
                );
    }

    private static Dictionary<ControlKey, Mark> Marks(RunDocument document) =>
        document.Marks.ToDictionary(mark => new ControlKey(mark.Key), mark => new Mark(mark.Value));

    private static Parsed<Dictionary<ControlKey, AskedMark>> ReadAsked(RunDocument document)
    {
        var asked = new Dictionary<ControlKey, AskedMark>();
        foreach (var (control, one) in document.Asked ?? new Dictionary<string, AskedDocument>())
        {
            if (EnumText.Read<AskedBy>(one.By) is not { Ok: true } by || !document.Marks.ContainsKey(control))
            {
                return Parsed<Dictionary<ControlKey, AskedMark>>.Bad(
                    $"It says who asked for “{control}”, which has no mark, or names somebody else than card, proposal, trial or sailor."
                );
            }

            asked[new(control)] = new(by.Value, one.Card is { } card ? new Mark(card) : null);
        }

        return Parsed<Dictionary<ControlKey, AskedMark>>.Good(asked);
    }

    /// <summary>Answers keep what they said, also to questions the class no longer has.</summary>
    private static Parsed<Dictionary<QuestionKey, Answer>> ReadAnswers(RunDocument document)
    {
        var answers = new Dictionary<QuestionKey, Answer>();
        foreach (var (question, one) in document.Answers ?? new Dictionary<string, AnswerDocument>())
        {
            var measured = one.Measured is { } read ? new Measured(new(read.Gauge), read.Value, read.Sd) : null;
            if (
                !Slug.IsKey(question)
                || one.Said.Length is 0 or > Answer.Longest
                || EnumText.Read<AnswerMeaning>(one.Means) is not { Ok: true, Value: var means }
                || one.Number is { } number && !(Math.Abs(number) <= RunNumbers.MostAnswer)
                || measured is { IsSound: false }
                || answers.Count >= Limits.Questions * 2
            )
            {
                return Parsed<Dictionary<QuestionKey, Answer>>.Bad(
                    $"Its answer to “{PlainText.Shown(question)}” has 1 to {Answer.Longest} letters, "
                        + "its number, and what a gauge read, can be, and it means fine, tooLittle, tooMuch or stop."
                );
            }

            answers[new(question)] = new(one.Said, one.Number, means) { Measured = measured };
        }

        return Parsed<Dictionary<QuestionKey, Answer>>.Good(answers);
    }

    private static Parsed<WindRange> ReadWind(RunDocument document) =>
        document.WindTo < 0
            ? Parsed<WindRange>.Bad("Wind is never below zero.")
            : WindRange.Of(
                Speed.FromMetresPerSecond(document.WindFrom),
                Speed.FromMetresPerSecond(document.WindTo),
                document.Gust is { } gust ? Speed.FromMetresPerSecond(gust) : null
            );

    private static Parsed<HelmCheck?> ReadCheck(RunDocument document)
    {
        if (document.HelmPort is null && document.HelmStarboard is null)
        {
            return Parsed<HelmCheck?>.Good(null);
        }

        if (
            new[] { document.HelmPort, document.HelmStarboard }.Any(helm =>
                helm is { } degrees && !(Math.Abs(degrees) <= HelmReading.Most.Degrees)
            ) || document.Heel is not (null or (>= -90 and <= 90))
        )
        {
            return Parsed<HelmCheck?>.Bad($"Helm is {HelmReading.Most.Degrees}° at the most, heel 90°.");
        }

        var asked = document.GatesAsked is { } named ? Joined(named) : CheckGates.Usual;
        var gates = new CheckGates(asked, Joined(document.GatesHeld ?? []) & asked);
        return HelmReading
            .Of(AsAngle(document.HelmPort), AsAngle(document.HelmStarboard))
            .Then(helm => Parsed<HelmCheck?>.Good(new(helm, gates, AsAngle(document.Heel)) { InWords = document.HelmInWords ?? false }));
    }

    private static IReadOnlyList<string> Spelled(Gate gates) => [.. CheckGates.Each(gates).Select(EnumText.Of)];

    private static Gate Joined(IEnumerable<string> gates) =>
        CheckGates.Joined(gates.Select(gate => EnumText.Read<Gate>(gate)).Where(gate => gate.Ok).Select(gate => gate.Value));

    private static Angle? AsAngle(double? degrees) => degrees is { } known ? Angle.FromDegrees(known) : null;
}
