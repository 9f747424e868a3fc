using CsCheck;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Classes;

/// <summary>The laws of changing a definition, on every starter kit with a mark in each cell that can hold one.</summary>
public sealed class ClassChangeTests
{
    private static readonly Gen<ClassState> AnyClass = Gen.OneOfConst([.. StarterKits.All.Select(kit => Filled(kit.Class))]);

    [Fact]
    public void However_bands_are_split_joined_and_moved_they_leave_no_gap_and_no_number_is_used_twice() =>
        Gen.Select(AnyClass, Gen.Select(Gen.Int[0, 3], Gen.Int[0, 7], Gen.Double[0, 40]).Array[1, 25])
            .Sample(
                (start, moves) =>
                {
                    var (state, used) = (start, start.Definition.Bands.All.Select(band => band.Id).ToHashSet());
                    foreach (var (kind, at, wind) in moves)
                    {
                        var bands = state.Definition.Bands.All;
                        var band = bands[at % bands.Count];
                        var after = BandChange(kind, state, band, Speed.FromKnots(wind)).On(state, ClassUse.None);
                        if (!after.Ok)
                        {
                            Assert.NotEmpty(after.Problem!);
                            continue;
                        }

                        var added = after.Value.Definition.Bands.All.Select(one => one.Id).Except(bands.Select(one => one.Id)).ToList();
                        Assert.All(added, id => Assert.True(used.Add(id), $"Band {id.Number} was used before."));
                        state = after.Value;
                        Assert.True(WindBands.Of(state.Definition.Bands.All).Ok);
                        Assert.Equal(
                            (start.Definition.Bands.From, start.Definition.Bands.To),
                            (state.Definition.Bands.From, state.Definition.Bands.To)
                        );
                        Assert.Empty(state.Definition.Problems());
                    }
                },
                iter: 300
            );

    [Fact]
    public void A_band_split_and_joined_again_is_as_it_was() =>
        Gen.Select(AnyClass, Gen.Int[0, 7])
            .Sample(
                (state, at) =>
                {
                    var band = state.Definition.Bands.All[at % state.Definition.Bands.All.Count];
                    var split = new SplitBand(band.Id).On(state, ClassUse.None).Value;
                    var upper = split.Definition.Bands.Above(split.Definition.Bands.Find(band.Id)!)!;
                    Assert.Equal(CellsIn(split, band.Id), CellsIn(split, upper.Id));
                    var joined = new JoinBands(band.Id, upper.Id).On(split, ClassUse.None).Value;
                    Assert.Empty(MatrixDiff.Between(state, joined));
                },
                iter: 100
            );

    [Fact]
    public void A_band_joined_away_comes_back_with_its_wind_and_its_cells() =>
        Gen.Select(AnyClass, Gen.Int[0, 6])
            .Sample(
                (state, at) =>
                {
                    var bands = state.Definition.Bands.All;
                    var lower = bands[at % (bands.Count - 1)];
                    var upper = state.Definition.Bands.Above(lower)!;
                    var joined = new JoinBands(lower.Id, upper.Id).On(state, ClassUse.None).Value;
                    Assert.Null(joined.Definition.Bands.Find(upper.Id));
                    // Each band has other marks here, so those of the stronger one go out of sight, where it has any.
                    Assert.Equal(CellsIn(state, upper.Id).Count > 0, new JoinBands(lower.Id, upper.Id).Hides(state));
                    Assert.False(new JoinBands(lower.Id, upper.Id).Hides(new(state.Definition, new Dictionary<CellPlace, Cell>())));
                    var back = new BringBackBand(upper).On(joined, ClassUse.None).Value;
                    Assert.Equal(upper, back.Definition.Bands.Find(upper.Id));
                    Assert.Equal(CellsIn(state, upper.Id), CellsIn(back, upper.Id));
                },
                iter: 100
            );

    [Fact]
    public void An_edge_moved_and_moved_back_is_as_it_was_and_it_never_passes_its_neighbours() =>
        Gen.Select(AnyClass, Gen.Int[0, 6], Gen.Double[0, 60])
            .Sample(
                (state, at, knots) =>
                {
                    var lower = state.Definition.Bands.All[at % (state.Definition.Bands.All.Count - 1)];
                    var upper = state.Definition.Bands.Above(lower)!;
                    var moved = new MoveEdge(lower.Id, Speed.FromKnots(knots)).On(state, ClassUse.None);
                    if (moved.Ok)
                    {
                        Assert.InRange(moved.Value.Definition.Bands.Find(lower.Id)!.To.Knots, lower.From.Knots, upper.To.Knots);
                        Assert.Empty(MatrixDiff.Between(state, new MoveEdge(lower.Id, lower.To).On(moved.Value, ClassUse.None).Value));
                    }
                    else
                    {
                        Assert.False(
                            knots > lower.From.Knots + 1 && knots < upper.To.Knots - 1,
                            $"{knots} kn was refused: {moved.Problem}"
                        );
                    }
                },
                iter: 200
            );

    [Fact]
    public void A_control_taken_out_of_use_keeps_its_cells_for_when_it_comes_back()
    {
        foreach (var state in StarterKits.All.Select(kit => Filled(kit.Class)))
        {
            var last = state.Definition.Controls[^1];
            var without = new RetireControl(last.Key).On(state, ClassUse.None).Value;
            Assert.DoesNotContain(last, without.Definition.Controls);
            Assert.Contains(last, without.Definition.Known);
            Assert.DoesNotContain(without.Cells.Keys, place => place.Address.Control == last.Key);
            Assert.Empty(MatrixDiff.Between(state, new ReviveControl(last.Key).On(without, ClassUse.None).Value));
        }
    }

    [Fact]
    public void A_plan_with_logs_stays_and_says_how_many()
    {
        var state = Filled(StarterKits.Find("trimaran-with-reefs")!.Class);
        var planModes = state.Definition.PlanModes;
        var fewer = new SetPlanModes(PlanModes.Of([.. planModes.Plans.Take(1)], planModes.Modes).Value);
        var lost = new PlanMode(planModes.Plans[1].Key, planModes.Modes[0].Key);
        Assert.True(fewer.On(state, ClassUse.None).Ok);
        var refused = fewer.On(state, new(new Dictionary<PlanMode, int> { [lost] = 7 }, ClassUse.None.Marks));
        Assert.Contains("has 7 logs", refused.Problem);
    }

    [Fact]
    public void A_rule_that_was_broken_before_does_not_stand_in_the_way_but_a_newly_broken_one_does()
    {
        var state = Filled(StarterKits.All[0].Class);
        var old = state.With(state.Definition with { Cautions = [new(new string('x', 5000))] });
        Assert.Single(old.Definition.Problems());
        Assert.True(new SplitBand(old.Definition.Bands.All[0].Id).On(old, ClassUse.None).Ok);
        Assert.False(new SetCrew(Length.FromMetres(-1), CrewReading.None, false).On(old, ClassUse.None).Ok);
    }

    [Fact]
    public void The_numbers_of_bands_end_somewhere_and_say_so()
    {
        var state = Filled(StarterKits.All[0].Class);
        var worn = state.With(state.Definition with { LastBand = ClassDefinition.MostBandNumbers });
        Assert.Empty(worn.Definition.Problems());
        Assert.Contains("at most 1000000 bands", new SplitBand(worn.Definition.Bands.All[0].Id).On(worn, ClassUse.None).Problem);
        var beyond = state.Definition with { LastBand = int.MaxValue };
        Assert.Contains("at most 1000000 bands", Assert.Single(beyond.Problems()));
    }

    [Fact]
    public void What_was_set_is_told_with_the_value_before_and_after()
    {
        var state = Filled(StarterKits.Find("una-rig")!.Class);
        var definition = state.Definition;
        Assert.Equal(
            "Height of the wind: 3 m → 4.5 m",
            new SetCrew(Length.FromMetres(4.5), definition.Crew, definition.ReadsBetween).What(state)
        );
        var settings = new SetSettings("Sprat", definition.About, definition.Helm, ["Look up."], definition.Balance, definition.Purposes);
        Assert.Equal($"Name: {definition.Name} → Sprat; Checks edited", settings.What(state));
        var same = settings with { Name = definition.Name, Checks = definition.Checks };
        Assert.Equal("nothing changed", same.What(state));
        var longer = same with { Purposes = [definition.Purposes[0], definition.Purposes[1] with { Counts = null }] };
        Assert.Matches("^Purposes: learning \\(learning\\): .+ → learning \\(learning\\)$", longer.What(state));
    }

    private static ClassChange BandChange(int kind, ClassState state, WindBand band, Speed wind) =>
        kind switch
        {
            0 => new SplitBand(band.Id),
            1 => new SplitBand(band.Id, wind),
            2 => new JoinBands(band.Id, state.Definition.Bands.Above(band)?.Id ?? new(99)),
            _ => new MoveEdge(band.Id, wind),
        };

    private static ClassState Filled(ClassDefinition definition) =>
        new(
            definition,
            (
                from planMode in definition.PlanModes.All
                from band in definition.Bands.All
                from control in definition.Controls
                where control.Scale.HasMarks
                let mark = control.Scale.StepBy(control.Scale.Min, band.Id.Number)
                let cell = Cell.Of(mark, 0, "", "", CellSource.Entered)
                where cell.Ok
                select (new CellPlace(planMode, new(band.Id, control.Key)), cell.Value)
            ).ToDictionary(one => one.Item1, one => one.Value)
        );

    private static List<(PlanMode, ControlKey, Mark?)> CellsIn(ClassState state, BandId band) =>
        [
            .. state
                .Cells.Where(cell => cell.Key.Address.Band == band)
                .Select(cell => (cell.Key.PlanMode, cell.Key.Address.Control, cell.Value.Mark))
                .OrderBy(cell => cell.PlanMode.ToString(), StringComparer.Ordinal)
                .ThenBy(cell => cell.Control.Name, StringComparer.Ordinal),
        ];
}
