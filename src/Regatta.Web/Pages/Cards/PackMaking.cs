namespace Regatta.Web.Pages.Cards;

/// <summary>A page that a phone keeps for the time without a line.</summary>
/// <param name="Path">Its address.</param>
/// <param name="Kind">What it is: the last part of its path.</param>
/// <param name="Plan">The sails asked for; empty for what is recommended.</param>
/// <param name="Mode">The mode; empty for the class's first.</param>
/// <param name="Purpose">What for; empty for the class's first purpose.</param>
/// <param name="Carries">The sails whose marks it has.</param>
/// <param name="Winds">From which wind on, and up to which, it holds, in each unit by its symbol; null for in all.</param>
/// <param name="Usual">Whether it is the one to show where no wind is asked for.</param>
public sealed record PackedPage(
    string Path,
    string Kind,
    string Plan = "",
    string Mode = "",
    string Purpose = "",
    string Carries = "",
    IReadOnlyDictionary<string, double[]>? Winds = null,
    bool Usual = false
)
{
    /// <summary>The kind of a page that answers for its own address alone.</summary>
    public const string Named = "named";
}

/// <summary>What a phone keeps of a class.</summary>
/// <param name="Person">Whose it is.</param>
/// <param name="Version">The version its marks are of.</param>
/// <param name="Boat">Whose boat's marks, as an address says it.</param>
/// <param name="Mode">The mode that is asked for by none.</param>
/// <param name="Plan">The sails of a class that has one plan; empty otherwise.</param>
/// <param name="Purpose">The purpose that is asked for by none; empty where the class has none.</param>
/// <param name="Pages">The pages.</param>
public sealed record Pack(Guid Person, int Version, string Boat, string Mode, string Plan, string Purpose, IReadOnlyList<PackedPage> Pages);

/// <summary>What tells a phone whether what it keeps is still so.</summary>
/// <param name="Version">The version its marks are of.</param>
/// <param name="Boat">Whose boat's marks, as an address says it.</param>
public sealed record PackStamp(int Version, string Boat);

/// <summary>Says which pages of a class a phone keeps for its sailor.</summary>
public sealed class PackMaking(
    ClubContext here,
    CardRequests cards,
    UnitPreferences units,
    IReadLogs logs,
    IReadTrials trials,
    IReadOutings outings,
    ClubClock clock
)
{
    private const int LastLogs = 10;
    private const int DaysAhead = 10;

    /// <summary>What a pack would be of now; null before anything is published.</summary>
    public async Task<PackStamp?> StampAsync() =>
        await cards.OfAsync(new(null, null, null), null) is { View.Newest: { } newest, Who: var who }
            ? new(newest.Number, who.Choice.InAddress)
            : null;

    /// <summary>The pages of the class for the one who asks; null before anything is published.</summary>
    public async Task<Pack?> ListAsync()
    {
        var member = await cards.OfAsync(new(null, null, null), null);
        if (member is not { View.Newest: { } newest, Card: { } usual })
        {
            return null;
        }

        var reader = member.Who.Reader with { ClubLimit = member.Crew.ClubLimit };
        var modes = newest.Set.PlanModes.Modes;
        var plans = newest.Set.PlanModes.Plans;
        var carried = modes.ToDictionary(mode => mode.Key, mode => Stretches(null, mode, null));
        List<(Purpose Purpose, IReadOnlyList<CardStretch> Winds)> purposes =
        [
            .. newest.Class.Purposes.Skip(1).Select(purpose => (purpose, Stretches(null, modes[0], purpose))),
        ];
        var named =
            from mode in modes
            from plan in plans.Count > 1 ? plans : []
            from stretch in Stretches(plan, mode, null)
            // In the winds in which they are carried anyhow, what is kept already speaks of them.
            where !carried[mode.Key].Any(kept => kept.Plan == plan.Key && kept.From <= stretch.From && kept.To >= stretch.To)
            select (mode, plan, stretch);
        string[] kinds = ["card", AfloatModel.Name, "log", "wrong", "check", "rig-up"];
        List<PackedPage> pages =
        [
            .. from kind in kinds from mode in modes from stretch in carried[mode.Key] select PageOf(kind, null, mode, null, stretch),
            .. from one in named.ToList() from kind in kinds.Take(2) select PageOf(kind, one.plan, one.mode, null, one.stretch),
            .. from kind in kinds
            from purpose in purposes
            from stretch in purpose.Winds
            select PageOf(kind, null, modes[0], purpose.Purpose, stretch),
            new($"{here.ClassPath}/reefs", "reefs"),
            new($"{here.ClassPath}/procedures", "procedures"),
            .. newest
                .Class.Procedures.Select(procedure => $"procedures/{procedure.Key}")
                .Select(kind => new PackedPage($"{here.ClassPath}/{kind}", kind)),
            .. newest
                .Class.Questions.Where(question => question.PictureGauge() is not null)
                .Select(question => new PackedPage(
                    $"{here.ClassPath}/gauge/{question.Gauge!.Gauge}?question={question.Key}",
                    PackedPage.Named
                )),
            new("/outbox", PackedPage.Named),
            .. (await OwnAsync(member.View)).Select(path => new PackedPage(path, PackedPage.Named)),
        ];
        return new(
            here.Actor.Person,
            newest.Number,
            member.Who.Choice.InAddress,
            modes[0].Key.Name,
            plans.Count == 1 ? plans[0].Key.Name : "",
            newest.Class.Purposes.Count > 0 ? newest.Class.Purposes[0].Key.Name : "",
            pages
        );

        IReadOnlyList<CardStretch> Stretches(SailPlan? plan, SailingMode mode, Purpose? purpose) =>
            CardStretch.Of(newest, plan?.Key.Name, mode.Key.Name, reader with { Purpose = purpose?.Key });

        PackedPage PageOf(string kind, SailPlan? plan, SailingMode mode, Purpose? purpose, CardStretch stretch)
        {
            var other = mode == modes[0] ? null : mode.Key.Name;
            return new(
                here.Address(kind)
                    .At(stretch.At, units.Wind)
                    .With("plan", plan?.Key.Name)
                    .With("mode", other)
                    .For(purpose)
                    .On(member.Who.Choice)
                    .ToString(),
                kind,
                plan?.Key.Name ?? "",
                other ?? "",
                purpose?.Key.Name ?? "",
                stretch.Plan.Name,
                Enum.GetValues<SpeedUnit>()
                    .ToDictionary(unit => unit.Symbol(), unit => new[] { stretch.From.In(unit), stretch.To.In(unit) }),
                usual.Wind >= stretch.From && usual.Wind < stretch.To
            );
        }
    }

    /// <summary>What is theirs besides the card: their last logs, the trials that go on, the days ahead.</summary>
    private async Task<IReadOnlyList<string>> OwnAsync(ClassView view)
    {
        var club = here.Club.Ref;
        var sailed = (await logs.OwnAsync(club, here.Actor.Person)).Where(log => log.Class == view.Ref).Take(LastLogs).ToList();
        var going = (await trials.AllAsync(view.Ref)).Where(trial => trial.EndedAt is null).ToList();
        var days = (await outings.EndingAfterAsync(club, clock.Now)).Where(day => day.Outing.Classes.Contains(view.Class.Key));
        return
        [
            $"{here.Path}/learn",
            $"{here.Path}/logbook",
            .. sailed.Select(log => $"{here.Path}/logbook/{log.Number}"),
            .. sailed.Where(log => log.Log.MayBeCorrected(clock.Now)).Select(log => $"{here.ClassPath}/log?correct={log.Number}"),
            .. sailed.Select(log => $"{here.ClassPath}/set-again?log={log.Number}"),
            .. sailed.SelectMany(log => log.Log.Runs.Select((_, run) => $"{here.ClassPath}/set-again?log={log.Number}&run={run + 1}")),
            $"{here.ClassPath}/trials",
            .. going.Select(trial => $"{here.ClassPath}/trials/{trial.Number}"),
            $"{here.Path}/calendar",
            .. days.Take(DaysAhead).Select(day => $"{here.Path}/calendar/{day.Number}"),
        ];
    }
}
