using Regatta.Application.Reading;

namespace Regatta.Application.Editing;

/// <summary>A change of a mark that logs speak for, by the helm they measured or by what sailors saw: to be taken, taken with another
/// mark, or set aside.</summary>
/// <param name="Band">In which band.</param>
/// <param name="Control">Which control.</param>
/// <param name="From">Its mark now.</param>
/// <param name="To">The mark offered.</param>
/// <param name="Sentence">What speaks for it.</param>
public sealed record OfferedChange(WindBand Band, Control Control, Mark From, Mark To, string Sentence)
{
    /// <summary>What to know before it is taken.</summary>
    public IReadOnlyList<string> Cautions { get; private init; } = [];

    /// <summary>What of its gear goes along.</summary>
    public IReadOnlyList<CureMove> Along { get; private init; } = [];

    /// <summary>What helm is expected of it; null where sailors' eyes speak for it.</summary>
    public ExpectedOutcome? Expected { get; private init; }

    /// <summary>What was seen; null where the helm speaks for it.</summary>
    public SeenAnswer? Seen { get; private init; }

    /// <summary>What is offered at a cell: by the helm first; null for nothing.</summary>
    /// <param name="planMode">The matrix.</param>
    /// <param name="address">The cell.</param>
    /// <param name="unit">The unit the sentence tells winds in.</param>
    public static OfferedChange? At(PlanModeView planMode, CellAddress address, SpeedUnit unit) =>
        planMode.Proposals.GetValueOrDefault(address) is { } proposal ? Of(proposal, unit)
        : planMode.SeenAlike.FirstOrDefault(seen => new CellAddress(seen.Band.Id, seen.Control.Key) == address) is { } pattern ? Of(pattern)
        : null;

    private static OfferedChange Of(Proposal proposal, SpeedUnit unit) =>
        new(proposal.Band, proposal.Control, proposal.From, proposal.To, proposal.Sentence(unit))
        {
            Cautions = proposal.Cautions,
            Expected = new(proposal.BetterProbability, proposal.Now.Mean, proposal.After),
        };

    private static OfferedChange? Of(AnswerPattern pattern)
    {
        var moves = pattern.Found.Changes[0].Moves.Where(move => move is { From: not null, To: not null }).ToList();
        return moves is [{ From: { } from, To: { } to } first, ..]
            ? new(pattern.Band, first.Control, from, to, pattern.Sentence) { Along = [.. moves.Skip(1)], Seen = pattern.Seen }
            : null;
    }
}
