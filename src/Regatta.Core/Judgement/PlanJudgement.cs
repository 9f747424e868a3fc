namespace Regatta.Core.Judgement;

/// <summary>What does not fit between two sail plans: where controls are changed together, they go together from one plan to the next
/// smaller one too, as the headsail's car goes with the length that is rolled away; and a plan has no marks where its limit says it is too
/// much.</summary>
public static class PlanJudgement
{
    /// <summary>The findings of a plan and mode, against its limit and against the next larger plan that has marks in the same
    /// mode.</summary>
    public static IEnumerable<Finding> Of(ClassState state, PlanMode planMode) =>
        BeyondItsLimit(state.Definition, state.Set[planMode], planMode).Concat(Between(state.Set, planMode));

    private static IEnumerable<Finding> BeyondItsLimit(ClassDefinition definition, Matrix matrix, PlanMode planMode)
    {
        if (
            ReefPoints.Of(definition, CrewProfile.Unknown).FirstOrDefault(point => point.Plan.Key == planMode.Plan)
            is not { Mean: { } limit } point
        )
        {
            yield break;
        }

        var beyond = matrix
            .Bands.All.Where(band => band.From.Reaches(limit) && matrix.Cells.Keys.Any(address => address.Band == band.Id))
            .ToList();
        if (beyond.Count > 0)
        {
            yield return new(
                FindingKind.Limit,
                matrix.Controls.First(control => matrix[beyond[0], control] is not null),
                beyond,
                $"{point.Plan.Name} has marks in {string.Join(", ", beyond.Select(band => band.Name))}. "
                    + $"{new CarryText(SpeedUnit.Knot).UpTo(point)} That limit is {point.Why}: a card shows a smaller plan there. "
                    + "Give a smaller plan marks, or measure the limit again.",
                "",
                []
            );
        }
    }

    private static IEnumerable<Finding> Between(MatrixSet set, PlanMode planMode)
    {
        var at = set.PlanModes.Plans.ToList().FindIndex(plan => plan.Key == planMode.Plan);
        if (at <= 0)
        {
            return [];
        }

        var (larger, smaller) = (set.PlanModes.Plans[at - 1], set.PlanModes.Plans[at]);
        return from control in set[planMode].Controls
            from coupling in control.Disturbs
            where coupling.Follows is not null
            let finding = Between(set[planMode with { Plan = larger.Key }], set[planMode], control, coupling, larger, smaller)
            where finding is not null
            select finding;
    }

    private static Finding? Between(Matrix larger, Matrix smaller, Control control, Coupling coupling, SailPlan was, SailPlan now)
    {
        if (
            smaller.Controls.FirstOrDefault(control => control.Key == coupling.Control) is not { } other
            || !control.Scale.HasMarks
            || !other.Scale.HasMarks
        )
        {
            return null;
        }

        // The strongest band the larger plan has marks in against the lightest of the smaller: where one gives way to the other.
        var before = larger.Bands.All.LastOrDefault(band =>
            larger[band, control]?.Mark is not null && larger[band, other]?.Mark is not null
        );
        var after = smaller.Bands.All.FirstOrDefault(band =>
            smaller[band, control]?.Mark is not null && smaller[band, other]?.Mark is not null
        );
        if (before is null || after is null)
        {
            return null;
        }

        var change = smaller[after, control]!.Mark!.Value.Position - larger[before, control]!.Mark!.Value.Position;
        var (from, to) = (larger[before, other]!.Mark!.Value.Position, smaller[after, other]!.Mark!.Value.Position);
        var (least, most) = coupling.Follows!.Value;
        var (low, high) = (Math.Min(least * change, most * change), Math.Max(least * change, most * change));
        var followed = to - from;
        if (
            Math.Abs(change) <= control.Scale.Step / 2
            || (followed >= low - other.Scale.Step - 1e-9 && followed <= high + other.Scale.Step + 1e-9)
        )
        {
            return null;
        }

        var mended = smaller[after, other]!.Moved(other.Scale, from + Math.Clamp(followed, low, high) - to).From(CellSource.Entered);
        return new(
            FindingKind.Coupling,
            other,
            [after],
            $"From {was.Name} to {now.Name} {control.Name} changes by {control.Scale.ShowChange(change)} and {other.Name} "
                + $"{(Math.Abs(followed) < 1e-9 ? "stays" : $"by {other.Scale.ShowChange(followed)}")}. "
                + $"They are changed together: {coupling.Why}.",
            $"Set {other.Name} to {CellText.Write(mended, other.Scale)}",
            [new(new(after.Id, other.Key), mended)]
        );
    }
}
