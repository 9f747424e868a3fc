namespace Regatta.Core.Advice;

/// <summary>One change a look asks for.</summary>
/// <param name="Moves">What is moved: one control, or all of a gear.</param>
/// <param name="Why">What that does to the boat, in a few words; empty where the class declares nothing of it.</param>
/// <param name="IsAshore">Whether it is changed ashore only.</param>
public sealed record LookChange(IReadOnlyList<CureMove> Moves, string Why, bool IsAshore);

/// <summary>What an answer found, and what it asks for.</summary>
/// <param name="Question">What was looked at.</param>
/// <param name="Answer">What was answered.</param>
/// <param name="Act">What is done first, and free; empty for nothing.</param>
/// <param name="Changes">Marks to change, the smallest first.</param>
/// <param name="AtTheirEnd">Controls that would help and go no further.</param>
public sealed record LookFinding(
    Question Question,
    Answer Answer,
    string Act,
    IReadOnlyList<LookChange> Changes,
    IReadOnlyList<Control> AtTheirEnd
)
{
    /// <summary>Whether it stops everything else.</summary>
    public bool IsStop => Answer.Means == AnswerMeaning.Stop;

    /// <summary>Whether anything is asked for.</summary>
    public bool LeadsSomewhere => Act.Length > 0 || Changes.Count > 0 || AtTheirEnd.Count > 0;

    /// <summary>What is asked for, in sentences: what is free first, then "Vang: 3 → 3½ (the leech closes)". Empty for
    /// nothing.</summary>
    /// <param name="read">A control as it is read on the reader's boat.</param>
    public string Says(Func<Control, Control> read)
    {
        var act = Act.Length == 0 || Act.EndsWith('?') ? Act : Act + ".";
        var changes = Changes.Select((change, at) => (at == 0 ? "" : "Then ") + Said(change, read) + ".");
        var ends = AtTheirEnd.Select(control => $"{control.Name} is at its end already.");
        return string.Join(' ', changes.Prepend(act).Concat(ends).Where(part => part.Length > 0));
    }

    private static string Said(LookChange change, Func<Control, Control> read)
    {
        var moves = string.Join(", ", change.Moves.Select(move => move.Says(read(move.Control))));
        string[] about = [change.IsAshore ? "ashore" : "", change.Why];
        var told = string.Join("; ", about.Where(part => part.Length > 0));
        return told.Length > 0 ? $"{moves} ({told})" : moves;
    }
}

/// <summary>From what was seen to the smallest change: what is free first, then the mark that is asked about or another with the effect
/// that is wanted, by what more of it is declared to do; a gear whole. Common practice, no source.</summary>
public static class Looks
{
    /// <summary>What the answers of a run found, stops first.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="answers">What was answered.</param>
    /// <param name="planMode">With which sails, sailed how: a control that is not there changes nothing.</param>
    /// <param name="marks">Where each control stands; null where nobody knows.</param>
    public static IReadOnlyList<LookFinding> Of(
        ClassDefinition definition,
        IReadOnlyDictionary<QuestionKey, Answer> answers,
        PlanMode planMode,
        Func<ControlKey, Mark?> marks
    ) =>
        [
            .. (
                from question in definition.KnownQuestions
                where answers.ContainsKey(question.Key)
                let found = Of(definition, question, answers[question.Key], planMode, marks)
                where found.Answer.IsOff || found.LeadsSomewhere
                select found
            ).OrderByDescending(found => found.IsStop),
        ];

    /// <summary>What one answer asks for; nothing where it is as it should be.</summary>
    public static LookFinding Of(
        ClassDefinition definition,
        Question question,
        Answer answer,
        PlanMode planMode,
        Func<ControlKey, Mark?> marks
    )
    {
        var ask = LookRemedy.Of(question, answer) ?? LookRemedies.All.FirstOrDefault(remedy => remedy.Is(definition, question, answer));
        var ends = new List<Control>();
        var changes = new List<LookChange>();
        if (ask is not { ActAlone: true } && (answer.IsOff || ask is not null))
        {
            foreach (var (control, way) in Wanted(definition, question, answer, ask, planMode))
            {
                // Ashore each is set by itself, as the rig goes together; afloat a gear moves whole.
                var gear = question.When == AskedWhen.Ashore ? null : definition.GearOf(control.Key);
                if (CureList.MovesOf(definition, control, gear, way * (ask?.Steps ?? 1), marks) is { } moves)
                {
                    changes.Add(
                        new(
                            moves,
                            MarkEffects.Says(control.MoreMeans, way),
                            question.When != AskedWhen.Ashore && control.When == WhenChanged.Ashore
                        )
                    );
                }
                else
                {
                    ends.Add(control);
                }
            }
        }

        return new(question, answer, ask?.Act ?? "", changes, ends);
    }

    /// <summary>The answers of a question that ask for something and get nothing: for the captain, before they are asked.</summary>
    public static IEnumerable<Answer> LeadingNowhere(ClassDefinition definition, Question question) =>
        from answer in question.Form.Possible()
        where answer.IsOff && !Of(definition, question, answer, definition.PlanModes.First, _ => null).LeadsSomewhere
        select answer;

    /// <summary>Questions of a class with answers that lead nowhere, in sentences for its captain.</summary>
    public static IEnumerable<string> Remarks(ClassDefinition definition) =>
        from question in definition.Questions
        let nowhere = LeadingNowhere(definition, question).Select(answer => $"“{answer.Said}”").ToList()
        where nowhere.Count > 0
        select $"{question.Asks} {string.Join(", ", nowhere)}: whoever answers so is told nothing to do. Say which control it is "
            + "about, what the answer asks for, or do not ask it.";

    /// <summary>The controls that are changed, and which way: by the effects that are wanted, else the one that is asked about.</summary>
    private static IEnumerable<(Control Control, int Way)> Wanted(
        ClassDefinition definition,
        Question question,
        Answer answer,
        LookRemedy? ask,
        PlanMode planMode
    )
    {
        var own = question.Control is { } key ? definition.Find(key) : null;
        var asked = ask is { FirstOf.Length: > 0 }
            ? ask.FirstOf.Select(effect => With(effect)).FirstOrDefault(found => found is not null)
            : null;
        asked ??= own is { Scale.HasMarks: true } && IsThere(own) && OwnWay() is var way && way != 0 ? (own, way) : null;
        return new[] { asked }
            .Concat((ask?.And ?? []).Select(With))
            .OfType<(Control Control, int Way)>()
            .DistinctBy(found => found.Control.Key);

        bool IsThere(Control control) => control.BelongsTo(planMode);

        // Too little of what is asked about is too little of its mark.
        int OwnWay() =>
            answer.Means switch
            {
                AnswerMeaning.TooLittle => 1,
                AnswerMeaning.TooMuch => -1,
                _ => 0,
            };

        (Control Control, int Way)? With(MarkEffect effect) =>
            definition
                .Marked.Where(control => control.Way(effect) != 0 && IsThere(control))
                .OrderBy(control => control.Key != own?.Key)
                .ThenBy(control => control.When == WhenChanged.Ashore)
                .Select(control => ((Control, int)?)(control, control.Way(effect)))
                .FirstOrDefault();
    }
}
