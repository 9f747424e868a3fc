using Regatta.Application.Reading;

namespace Regatta.Application.Editing;

/// <summary>What came of deciding on a proposal: whether it was kept, or what was wrong in a sentence.</summary>
public sealed record DecisionOutcome(SaveOutcome Saved, Cell? Cell, string? Problem = null);

/// <summary>Decides on what logs offer: takes it, takes another mark instead, or sets it aside with a reason.</summary>
public sealed class DecideProposal(Decisions decisions, TimeProvider clock)
{
    /// <param name="actor">Who decides.</param>
    /// <param name="planMode">The plan and mode as they saw it.</param>
    /// <param name="offer">What is offered.</param>
    /// <param name="kind">What they decide.</param>
    /// <param name="to">The other mark as typed, where one is taken instead.</param>
    /// <param name="reason">Why; needed to set one aside.</param>
    /// <param name="until">The day on which what is set aside comes back by itself, as typed; empty for none.</param>
    /// <param name="seenRevision">The revision of the cell they saw.</param>
    public async Task<DecisionOutcome> RunAsync(
        Actor actor,
        PlanModeView planMode,
        OfferedChange offer,
        DecisionKind kind,
        string? to,
        string? reason,
        string? until,
        int seenRevision
    )
    {
        var chosen = kind == DecisionKind.Adjusted ? offer.Control.Scale.ReadOnStep(to ?? "") : Parsed<Mark>.Good(offer.To);
        var why = (reason ?? "").Trim();
        var day = kind == DecisionKind.SetAside && !string.IsNullOrWhiteSpace(until) ? ReadDay(until, actor.Club.Today(clock)) : default;
        var problem =
            chosen.Problem
            ?? day.Problem
            ?? (kind, why.Length) switch
            {
                (DecisionKind.SetAside, 0) => "Say in a few words why it is set aside; the next captain will ask.",
                (_, > Cell.LongestText) => $"Keep the reason under {Cell.LongestText} letters.",
                _ => null,
            };
        if (problem is not null)
        {
            return new(SaveOutcome.Nothing, null, problem);
        }

        var address = new CellAddress(offer.Band.Id, offer.Control.Key);
        var cell =
            kind == DecisionKind.SetAside
                ? null
                : planMode.Matrix[address]!.At(chosen.Value).From(CellSource.Proposed).On(actor.Club.Today(clock));
        // A gear moves whole; with another mark of one of it, the rest stays where it is.
        var along = kind == DecisionKind.Accepted ? planMode.Writes(Along(planMode, offer, actor)) : [];
        var saved = await Retry.RunAsync(() =>
            decisions.AddAsync(
                planMode.Whole.Ref,
                planMode.Whole.Stamp.Structure,
                planMode.Place(address),
                kind,
                offer.From,
                chosen.Value,
                offer.Sentence,
                why,
                planMode.Evidence.Sums.Rows,
                actor.Person,
                offer.Expected,
                cell,
                seenRevision,
                day.Value,
                planMode.Whole.Decisions.GetValueOrDefault(planMode.Place(address))?.At,
                offer.Seen,
                along
            )
        );
        return new(saved == SaveOutcome.StructureChanged ? SaveOutcome.Conflict : saved, cell);
    }

    private IEnumerable<CellEdit> Along(PlanModeView planMode, OfferedChange offer, Actor actor) =>
        from move in offer.Along
        let address = new CellAddress(offer.Band.Id, move.Control.Key)
        let cell = planMode.Matrix[address]
        where cell is not null
        select new CellEdit(address, cell.At(move.To!.Value).From(CellSource.Proposed).On(actor.Club.Today(clock)));

    private static (DateOnly? Value, string? Problem) ReadDay(string text, DateOnly today) =>
        DateOnly.TryParseExact(text.Trim(), "yyyy-MM-dd", out var day) && day > today && day < today.AddYears(2)
            ? (day, null)
            : (null, "It comes back on a day to come, within two years; write it like 2026-09-30.");
}
