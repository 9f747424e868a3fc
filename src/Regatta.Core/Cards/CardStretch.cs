using System.Text;

namespace Regatta.Core.Cards;

/// <summary>A stretch of wind in which a card says the same: marks, sails and limits. A card kept for the time without a line is one of
/// each stretch.</summary>
/// <param name="From">Its lower end.</param>
/// <param name="To">Its upper end, where the next begins.</param>
/// <param name="At">A wind within it that it is read at.</param>
/// <param name="Plan">The sails whose marks it has.</param>
public sealed record CardStretch(Speed From, Speed To, Speed At, PlanKey Plan)
{
    /// <summary>What is looked through, half a knot at a time (ours): beyond it nobody sails a small boat.</summary>
    public static readonly Speed Highest = Speed.FromKnots(40);

    private const double Step = 0.5;

    /// <summary>The stretches of a card from calm to <see cref="Highest"/>, light to strong, without a gap.</summary>
    /// <param name="version">What is published.</param>
    /// <param name="plan">The key of the sails asked for; null for what is recommended then.</param>
    /// <param name="mode">The key of the mode asked for; null for the class's first.</param>
    /// <param name="reader">Who reads it, for what.</param>
    public static IReadOnlyList<CardStretch> Of(PublishedVersion version, string? plan, string? mode, CardReader reader)
    {
        var last = (int)Math.Round(Highest.Knots / Step);
        var text = new CarryText(SpeedUnit.Knot);
        var stretches = new List<CardStretch>();
        var (from, before, carried) = (0, "", default(PlanKey));
        for (var at = 0; at <= last + 1; at++)
        {
            var reading = at > last ? null : CardReading.Of(version, new(In(at)), plan, mode, reader);
            var says = reading is null ? "" : Says(reading, text);
            if (at > 0 && says != before)
            {
                // It turns somewhere between two that were looked at: half-way.
                stretches.Add(new(In(Math.Max(0, from - 0.5)), In(at - 0.5), In((from + at - 1) / 2), carried));
                from = at;
            }

            (before, carried) = (says, reading?.PlanMode.Plan ?? carried);
        }

        return stretches;

        static Speed In(double steps) => Speed.FromKnots(steps * Step);
    }

    /// <summary>What a card says, but for the wind it is asked for.</summary>
    private static string Says(CardReading reading, CarryText text)
    {
        var says = new StringBuilder();
        says.Append(reading.Card.Band.Id.Number).Append(reading.Card.Beyond).Append(reading.PlanMode.Plan);
        foreach (var line in reading.Lines)
        {
            says.Append('|').Append(line.Control.Key.Name).Append(line.Cell?.Show(line.Control.Scale));
        }

        string?[] carried =
        [
            text.Now(reading.Carry),
            text.TooMuch(reading.Carry),
            text.Before(reading.Carry),
            .. reading.Carry.Modes.Select(text.Mode),
            .. reading.RefusedMarks.Select(refused => refused.Control.Key.Name),
        ];
        return says.AppendJoin('|', carried).ToString();
    }
}
