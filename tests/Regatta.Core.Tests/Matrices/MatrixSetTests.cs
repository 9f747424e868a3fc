using Regatta.Formats.Bundles;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Matrices;

public sealed class MatrixSetTests
{
    private static readonly SailPlan Reef = new(new("reef-1"), "reef 1");
    private static readonly SailingMode Reach = new(new("reach"), "reach");
    private static readonly PlanModes Two = PlanModes.Of([SailPlan.Full, Reef], [SailingMode.Upwind, Reach]).Value;

    [Fact]
    public void A_class_has_a_matrix_for_each_plan_in_each_mode()
    {
        var set = Set((PlanMode.Usual, 1, 60), (new(Reef.Key, SailingMode.Upwind.Key), 3, 80));
        Assert.Equal(4, set.PlanModes.All.Count());
        Assert.Equal((2, 24), set.Fill);
        Assert.Null(set[new CellPlace(PlanMode.Usual, new(new(3), Slide.Key))]);
        Assert.Equal(80, set[new CellPlace(new(Reef.Key, SailingMode.Upwind.Key), new(new(3), Slide.Key))]!.Mark!.Value.Position);
    }

    [Fact]
    public void What_a_mode_does_not_say_is_as_in_the_first_mode_with_the_same_sails()
    {
        var reach = new PlanMode(SailPlan.Full.Key, Reach.Key);
        var sailed = Set((PlanMode.Usual, 1, 60), (PlanMode.Usual, 2, 70), (reach, 1, 90)).AsSailed(reach);
        Assert.Equal(90, sailed[new CellAddress(new(1), Slide.Key)]!.Mark!.Value.Position);
        Assert.Equal(
            (70, "upwind"),
            (sailed[new CellAddress(new(2), Slide.Key)]!.Mark!.Value.Position, sailed[new CellAddress(new(2), Slide.Key)]!.Origin)
        );
    }

    [Fact]
    public void Changes_name_their_layer_and_changed_layers_are_a_change()
    {
        var reef = new PlanMode(Reef.Key, SailingMode.Upwind.Key);
        var change = Assert.Single(MatrixDiff.Between(Set((PlanMode.Usual, 1, 60)), Set((PlanMode.Usual, 1, 60), (reef, 3, 80))));
        Assert.Equal((reef, "8 cm ± 1 cm"), (change.PlanMode, change.After));
        Assert.Contains(
            MatrixDiff.Between(Only(Matrix(60)), Set((PlanMode.Usual, 1, 60))),
            one => one.Kind == ChangeKind.PlanModes && one.After.Contains("reef 1", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Plans_and_modes_are_at_least_one_and_never_two_of_a_name()
    {
        Assert.False(PlanModes.Of([], [Reach]).Ok);
        Assert.Contains("same name", PlanModes.Of([SailPlan.Full, new(new("x"), "Full Sail")], [Reach]).Problem);
        Assert.Contains("letters", PlanModes.Of([new(new("x"), new string('x', 31))], [Reach]).Problem);
    }

    [Fact]
    public void All_parts_of_a_cell_and_its_layer_come_back_out_of_json()
    {
        var place = new CellPlace(new(Reef.Key, Reach.Key), new(new(2), Slide.Key));
        Cell[] cells =
        [
            Cell.Between(new(50), new(80), "look", "note", CellSource.Measured).Value.On(new DateOnly(2026, 5, 1)),
            Cell.Saying(CellWord.JustOn, 0, "", "", CellSource.Entered).Value,
            Cell.Of(new Mark(60), 10, "", "", CellSource.Entered).Value.From(CellSource.Borrowed, "another club"),
        ];
        Assert.All(
            cells,
            cell =>
            {
                var state = new ClassState(Class with { PlanModes = Two }, new Dictionary<CellPlace, Cell> { [place] = cell });
                var written = BundleWriter.Write(new Bundle(null, [], [new(state, [], [], [])]));
                var again = BundleReader.Read(written, Today).Bundle!.Classes[0].Draft;
                Assert.Equal(cell, again.Cells[place]);
                Assert.Equal(Two, again.Definition.PlanModes);
            }
        );
    }

    private static MatrixSet Set(params (PlanMode PlanMode, int Band, double Position)[] cells) =>
        new(
            Two,
            Bands,
            Class.Controls,
            cells.ToDictionary(
                cell => new CellPlace(cell.PlanMode, new(new(cell.Band), Slide.Key)),
                cell => Cell.Of(new Mark(cell.Position), 10, "", "", CellSource.Entered).Value
            )
        );
}
