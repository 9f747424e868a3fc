using CsCheck;
using Regatta.Formats.Bundles;

namespace Regatta.Core.Tests.Balance;

/// <summary>What is put wrong in the trainer is felt, and undoing it brings her back.</summary>
public sealed class ExerciseTests
{
    private static readonly IReadOnlyList<ClassDefinition> Drawn =
    [
        .. BundleReader
            .Read(File.ReadAllBytes("Data/wenlow.json"), new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero))
            .Bundle!.Classes.Select(one => one.Class)
            .Where(one => one.Drawing is not null),
    ];

    [Fact]
    public void Every_exercise_is_felt_and_its_opposite_balances_her()
    {
        foreach (var definition in Drawn)
        {
            var boat = HelmSteps.Of(definition, definition.PlanModes.First.Plan, _ => null)!;
            var exercises = Exercise.Of(definition, boat);
            Assert.True(exercises.Count >= 2, definition.Key);
            Assert.True(exercises.Count <= Exercise.Most);
            foreach (var exercise in exercises)
            {
                Assert.True(Math.Abs(boat.TurnedBy(exercise.Hidden)!.Value) > definition.Helm.Tolerance.Degrees);
                var undone = exercise.Hidden.Concat(exercise.Hidden.Select(one => one with { By = -one.By })).ToList();
                Assert.Equal(0, boat.TurnedBy(undone)!.Value, 9);
                var tried = exercise.Try(definition, boat, [.. exercise.Hidden.Select(one => one with { By = -one.By })]);
                Assert.True(tried.Balanced);
                Assert.Equal(exercise.Hidden.Count, tried.Changes.Count);
                Assert.False(exercise.Try(definition, boat, []).Balanced);
            }
        }
    }

    [Fact]
    public void A_shift_of_nothing_turns_nothing_and_a_step_is_worth_what_its_shift_turns() =>
        Gen.Int[0, Drawn.Count - 1]
            .Sample(at =>
            {
                var definition = Drawn[at];
                var boat = HelmSteps.Of(definition, definition.PlanModes.First.Plan, _ => null)!;
                foreach (var control in definition.Marked.Where(boat.Moves))
                {
                    Assert.Equal(0, boat.TurnedBy([new(control.Name, control, null, 0)])!.Value, 12);
                }

                Assert.Equal(0, boat.TurnedBy([Shift.OfHeel(0)])!.Value, 12);
            });
}
