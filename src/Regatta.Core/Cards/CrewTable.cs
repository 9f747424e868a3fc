namespace Regatta.Core.Cards;

/// <summary>What other crews set in a wind: a row for each control that differs, and for learners and racers where the class wants that;
/// a column for a light crew, the one the card was tuned with, and a heavy one.</summary>
/// <param name="Heads">The columns' heads: their masses, and null for the crew of the card.</param>
/// <param name="Rows">The rows.</param>
public sealed record CrewTable(IReadOnlyList<Mass?> Heads, IReadOnlyList<CrewTableRow> Rows)
{
    /// <summary>The table of a plan and mode in a wind; null where the class wants no columns.</summary>
    public static CrewTable? Of(PublishedVersion version, PlanMode planMode, Speed wind)
    {
        if (version.Class.Crew.Columns is not { } columns)
        {
            return null;
        }

        Mass?[] masses = [columns.Light, null, columns.Heavy];
        (string Words, Skill Skill)[] skills = columns.BySkill
            ? [("learning", Skill.Learner), ("", Skill.Club), ("racing", Skill.Racer)]
            : [("", Skill.Club)];
        var cards = skills
            .Select(skill =>
                masses
                    .Select(mass =>
                        CardReading.Of(
                            version,
                            new(wind),
                            planMode.Plan.Name,
                            planMode.Mode.Name,
                            CardReader.OfTheClass with
                            {
                                Crew = new(mass) { Skill = skill.Skill },
                            }
                        )
                    )
                    .ToList()
            )
            .ToList();
        var rows =
            from control in version.Set.Controls
            let shown = cards.Select(row => row.Select(card => Shown(card, control)).ToList()).ToList()
            where shown.SelectMany(row => row).Distinct().Count() > 1
            from row in skills.Zip(shown)
            // Where skill changes nothing there is but one row.
            where row.First.Skill == Skill.Club || !row.Second.SequenceEqual(shown[skills.Length / 2])
            select new CrewTableRow(control, row.First.Words, row.Second);
        return new(masses, [.. rows]);
    }

    private static string Shown(CardReading card, Control control) =>
        card.Lines.FirstOrDefault(line => line.Control.Key == control.Key) is { Cell: { } cell, Control: var read }
            ? cell.Show(read.Scale)
            : "";
}

/// <summary>One row of a table for crews.</summary>
/// <param name="Control">The control.</param>
/// <param name="Skill">Whom it is for, in a word; empty for most.</param>
/// <param name="Cells">What each crew sets.</param>
public sealed record CrewTableRow(Control Control, string Skill, IReadOnlyList<string> Cells);
