using CsCheck;
using Regatta.Core.Tests.Evidence;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Rigging;

/// <summary>The order of set-up and lists of changes: models M8 as laws on random couplings.</summary>
public sealed class SetUpOrderTests
{
    private static readonly Gen<IReadOnlyList<Control>> Coupled = Gen.Select(Gen.Int[1, 14], Gen.Int[0, 40])
        .SelectMany(
            (count, edges) =>
                Gen.Select(Gen.Int[0, count - 1], Gen.Int[0, count - 1])
                    .Array[edges]
                    .Select(pairs =>
                        (IReadOnlyList<Control>)
                            [
                                .. Enumerable
                                    .Range(0, count)
                                    .Select(at =>
                                        Named(at) with
                                        {
                                            Disturbs =
                                            [
                                                .. pairs
                                                    .Where(pair => pair.Item1 == at)
                                                    .Select(pair => new Coupling(Named(pair.Item2).Key, "so")),
                                            ],
                                        }
                                    ),
                            ]
                    )
        );

    private static Control Named(int at) => TestBoat.Slide with { Key = new($"c{at}"), Name = $"C{at}" };

    [Fact]
    public void Every_disturber_comes_before_the_disturbed_or_both_stand_in_one_group_and_no_control_twice() =>
        Coupled.Sample(controls =>
        {
            var order = SetUpOrder.Of(controls);
            var group = order
                .First.SelectMany((one, at) => one.Controls.Select(control => (control.Key, at)))
                .ToDictionary(one => one.Key, one => one.at);
            return group.Count == controls.Count
                && order.Controls.Count() == controls.Count
                && controls.All(control => control.Disturbs.All(coupling => group[control.Key] <= group[coupling.Control]));
        });

    [Fact]
    public void The_second_pass_holds_exactly_what_something_set_later_disturbed() =>
        Coupled.Sample(controls =>
        {
            var order = SetUpOrder.Of(controls);
            var place = order.Controls.Select((control, at) => (control.Key, at)).ToDictionary(one => one.Key, one => one.at);
            var disturbed = controls
                .Where(control =>
                    controls.Any(other =>
                        place[other.Key] > place[control.Key] && other.Disturbs.Any(coupling => coupling.Control == control.Key)
                    )
                )
                .Select(control => control.Key)
                .ToHashSet();
            return order.Second.Select(look => look.Control.Key).ToHashSet().SetEquals(disturbed)
                && order.Second.All(look => look.By.All(by => place[by.Key] > place[look.Control.Key]));
        });

    [Fact]
    public void Where_nothing_is_coupled_the_captain_decides_and_everything_with_everything_is_one_group()
    {
        var free = Enumerable.Range(0, 5).Select(Named).Reverse().ToList();
        Assert.Equal(free, SetUpOrder.Of(free).Controls);
        var all = free.Select(one => one with { Disturbs = [.. free.Select(other => new Coupling(other.Key, "so"))] }).ToList();
        var order = SetUpOrder.Of(all);
        Assert.Equal(all, Assert.Single(order.First).Controls);
        Assert.Equal(all.SkipLast(1), order.Second.Select(look => look.Control));
    }

    // Common practice, no source: rake disturbs tension, sheet distance and clew; what disturbs comes first in every kit.
    [Fact]
    public void A_catamarans_rake_is_set_before_its_clew_and_disturbs_it()
    {
        var controls = StarterKits.Find("catamaran-with-skegs")!.Class.Controls;
        var order = SetUpOrder.Of(controls).Controls.Select(control => control.Key.Name).ToList();
        Assert.True(order.IndexOf("rake") < order.IndexOf("jib-clew"));
        Assert.Contains("jib-clew", SetUpOrder.Disturbed(controls, [new("rake")]).Select(control => control.Key.Name));
    }

    [Fact]
    public void A_list_there_and_a_list_back_returns_and_no_control_stands_in_it_twice() =>
        Gen.Select(Coupled, Gen.Int[0, 20].Array[14], Gen.Int[0, 20].Array[14], Gen.Bool)
            .Sample(
                (controls, from, to, geared) =>
                {
                    var definition = TestBoat.Class with
                    {
                        Controls = controls,
                        Gears =
                            geared && controls.Count > 2
                                ? [new("both", [new(controls[0].Key, 1), new(controls[2].Key, 1)], Loosened: false)]
                                : [],
                    };
                    var (one, other) = (Marks(controls, from), Marks(controls, to));
                    var list = ChangeList.Between(definition, Readings.OfTheClass, one, other);
                    var set = list.Lines.SelectMany(line => line.Steps).ToList();
                    var there = Apply(one, set);
                    var back = ChangeList.Between(definition, Readings.OfTheClass, other, one).Lines.SelectMany(line => line.Steps);
                    return set.Select(step => step.Control.Key).Distinct().Count() == set.Count
                        && Same(there, other)
                        && Same(Apply(there, back), one)
                        && Same(Apply(there, list.Undo().SelectMany(line => line.Steps)), one)
                        && !list.Recheck.Any(control => set.Any(step => step.Control.Key == control.Key));
                }
            );

    [Fact]
    public void What_is_set_stands_in_set_up_order_ashore_before_afloat_whatever_order_the_captain_lists_it_in() =>
        Coupled.Sample(controls =>
        {
            // The captain lists them the wrong way round.
            var definition = TestBoat.Class with
            {
                Controls = [.. controls.Reverse()],
            };
            var place = SetUpOrder
                .Of(definition.Controls)
                .Controls.Select((control, at) => (control.Key, at))
                .ToDictionary(one => one.Key, one => one.at);
            var none = new Dictionary<ControlKey, Mark>();
            var steps = SetAgain.Steps(definition, Readings.OfTheClass, none, Marks(controls, new int[14]));
            return steps.Count == controls.Count
                && steps
                    .GroupBy(step => step.When == WhenChanged.Ashore)
                    .All(part =>
                        part.Select(step => place[step.Control.Key]).SequenceEqual(part.Select(step => place[step.Control.Key]).Order())
                    );
        });

    [Fact]
    public void A_gear_is_one_line()
    {
        var kit = StarterKits.Find("radio-yacht")!.Class;
        var gear = kit.Gears[0];
        var from = gear.Members.ToDictionary(member => member.Control, member => kit.Find(member.Control)!.Scale.Min);
        var to = gear.Members.ToDictionary(
            member => member.Control,
            member => kit.Find(member.Control)!.Scale is var scale ? new Mark(scale.Min.Position + scale.Step) : default
        );
        var list = ChangeList.Between(kit, Readings.OfTheClass, from, to);
        var line = Assert.Single(list.Lines);
        Assert.Equal((gear.Name, gear.Members.Count), (line.Name, line.Steps.Count));
    }

    [Fact]
    public void Every_step_of_a_rig_up_run_stands_once_with_all_cautions_of_its_control()
    {
        foreach (var kit in StarterKits.All)
        {
            var definition = kit.Class;
            var grave = definition.Controls.Select(control => new Caution($"Mind {control.Name}.") { Control = control.Key }).ToList();
            var reading = CardReading.Of(
                new(1, default, "", "", Demo.State(definition)),
                new(definition.Helm.ReferenceWind),
                null,
                null,
                CardReader.OfTheClass
            );
            var steps = RigUpSteps.Of(reading, grave);
            Assert.NotEmpty(steps);
            Assert.Equal(steps.Count, steps.Select(step => step.Key).Distinct().Count());
            Assert.All(
                steps.Where(step => step.Kind != RigStepKind.Look),
                step => Assert.Equal($"Mind {definition.Find(step.Control!.Key)!.Name}.", Assert.Single(step.Cautions).Text)
            );
            // A target that is looked for under way is no step on land, nor is what only the water shows.
            Assert.DoesNotContain(steps, step => step.Control is { Scale.HasMarks: false, When: not WhenChanged.Ashore });
            Assert.DoesNotContain(steps, step => step.Stage == RigStage.Afloat || step.Control?.Stage == RigStage.Afloat);
            // Stage after stage, and what is looked at again comes after all that disturb it.
            Assert.Equal(steps.Select(step => step.Stage).Order(), steps.Select(step => step.Stage));
            Assert.All(
                steps.Where(step => step.Kind == RigStepKind.Again),
                again =>
                    Assert.All(
                        again.Disturbed,
                        by =>
                            Assert.True(
                                steps.ToList().FindIndex(step => step.Kind == RigStepKind.Set && step.Control!.Key == by.Key)
                                    < steps.ToList().IndexOf(again)
                            )
                    )
            );
            Assert.Equal(
                reading
                    .Lines.Where(line => line is { Cell: not null, Control: { Scale.HasMarks: true } or { When: WhenChanged.Ashore } })
                    .Where(line => line.Control.Stage != RigStage.Afloat)
                    .Select(line => line.Control.Key)
                    .ToHashSet(),
                steps.Where(step => step.Kind == RigStepKind.Set).Select(step => step.Control!.Key).ToHashSet()
            );
        }
    }

    // practice.md §2.2: which stage what belongs to, by kind of boat.
    [Theory]
    [InlineData("lateen-board-boat", RigStage.Flat, "head-line")]
    [InlineData("sailboard", RigStage.Flat, "footstraps")]
    [InlineData("radio-yacht", RigStage.BeforeHoisting, "mast-foot")]
    [InlineData("radio-yacht", RigStage.Bench, "headsail-twist")]
    [InlineData("catamaran-with-skegs", RigStage.BeforeHoisting, "rake")]
    [InlineData("una-rig", RigStage.BeforeHoisting, "mast-step")]
    [InlineData("una-rig", RigStage.Afloat, "board")]
    [InlineData("trimaran-with-reefs", RigStage.Afloat, "daggerboard")]
    [InlineData("lateen-board-boat", null, "gooseneck")]
    public void Each_kit_says_at_which_stage_what_is_set(string kit, RigStage? stage, string control) =>
        Assert.Equal(stage, StarterKits.Find(kit)!.Class.Find(new(control))!.Stage);

    private static Dictionary<ControlKey, Mark> Marks(IReadOnlyList<Control> controls, int[] at) =>
        controls.Select((control, place) => (control.Key, Mark: new Mark(at[place] * 10))).ToDictionary(one => one.Key, one => one.Mark);

    private static Dictionary<ControlKey, Mark> Apply(IReadOnlyDictionary<ControlKey, Mark> marks, IEnumerable<SetStep> steps)
    {
        var after = new Dictionary<ControlKey, Mark>(marks);
        foreach (var step in steps)
        {
            after[step.Control.Key] = step.To;
        }

        return after;
    }

    private static bool Same(IReadOnlyDictionary<ControlKey, Mark> one, IReadOnlyDictionary<ControlKey, Mark> other) =>
        one.All(mark => other[mark.Key] == mark.Value);

    /// <summary>A class whose every cell says the middle of its scale, or a word.</summary>
    private static class Demo
    {
        public static ClassState State(ClassDefinition definition) =>
            new(
                definition,
                (
                    from planMode in definition.PlanModes.All
                    from band in definition.Bands.All
                    from control in definition.Controls
                    where control.BelongsTo(planMode)
                    select (
                        new CellPlace(planMode, new(band.Id, control.Key)),
                        control.Scale.HasMarks
                            ? Cell.Of(control.Scale.Min, 0, "", "", CellSource.Entered).Value
                            : Cell.Of(null, 0, "as it should", "", CellSource.Entered).Value
                    )
                ).ToDictionary(one => one.Item1, one => one.Item2)
            );
    }
}
