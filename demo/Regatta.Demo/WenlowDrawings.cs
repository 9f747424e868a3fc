namespace Regatta.Demo;

/// <summary>The side views of classes at Wenlow Reach, by their keys, in metres. All of it is invented.</summary>
internal static class WenlowDrawings
{
    public static IReadOnlyDictionary<string, BoatDrawing> All { get; } =
        new Dictionary<string, BoatDrawing>
        {
            ["quillet"] = Of(
                4,
                [2.592, 0.3],
                [0, 0, 4, 0, 3.5, -0.1, 2, -0.14, 0.2, -0.08],
                [2.15, -0.12, 1.8, -0.12, 1.8, -0.85, 2.1, -0.85],
                [0, -0.02, -0.3, -0.02, -0.33, -0.55, -0.1, -0.55]
            ) with
            {
                BoardMoves = BoardKind.Sliding,
                Lateen = new(Angle.FromDegrees(62), Mm(4200), Mm(2960), Mm(2750), Mm(3461), Mm(483)),
                Effects = [new(new("gooseneck"), DrawnMove.Gooseneck, 0.0254, 19), new(new("daggerboard"), DrawnMove.BoardUp, 0.01, 0)],
            },
            ["brannet"] = Of(
                4.1,
                [2.75, 0.3],
                [0, 0, 4.1, 0, 3.6, -0.12, 2, -0.15, 0.3, -0.07],
                [1.95, -0.12, 1.55, -0.12, 1.45, -0.95, 1.75, -1],
                [-0.02, -0.02, -0.28, -0.02, -0.3, -0.65, -0.08, -0.65]
            ) with
            {
                BoardMoves = BoardKind.Pivoting,
                BoardPin = new(Mm(1800), Mm(-120)),
                Effects = [new(new("mast-step"), DrawnMove.RigForward, -0.05, 3), new(new("board"), DrawnMove.BoardAft, 1, 0)],
            },
            ["tandry"] = Of(
                4.1,
                [2.45, 0.4],
                [0, 0, 4.1, 0, 3.6, -0.13, 2, -0.17, 0.3, -0.08],
                [2.15, -0.15, 1.75, -0.15, 1.6, -1.05, 1.9, -1.1],
                [-0.02, -0.05, -0.25, -0.05, -0.28, -0.7, -0.08, -0.7]
            ) with
            {
                BoardMoves = BoardKind.Pivoting,
                BoardPin = new(Mm(1950), Mm(-150)),
                Effects =
                [
                    new(new("mast-foot"), DrawnMove.RigForward, 0.03, 4),
                    new(new("shroud-plate"), DrawnMove.Rake, -0.7, 6),
                    new(new("centreboard"), DrawnMove.BoardAft, 1, 0),
                ],
            },
            ["ferrin-16"] = Of(
                4.8,
                [1.9, 0.45],
                [0, 0, 4.8, 0, 4.5, -0.1, 3.2, -0.22, 1.2, -0.38, 0.2, -0.22],
                null,
                [-0.02, -0.05, -0.26, -0.05, -0.3, -0.78, -0.06, -0.78]
            ),
            ["pettle-65"] = Of(
                0.63,
                [0.36, 0.05],
                [0, 0, 0.63, 0, 0.55, -0.03, 0.3, -0.045, 0.05, -0.02],
                [0.34, -0.04, 0.26, -0.04, 0.25, -0.32, 0.31, -0.32],
                [0.03, -0.02, -0.01, -0.02, -0.01, -0.13, 0.02, -0.13]
            ) with
            {
                Effects = [new(new("mast-foot"), DrawnMove.RigForward, 0.005, 3)],
            },
        };

    /// <summary>An outline of corners in metres, to the millimetre.</summary>
    public static SideShape Outline(string name, double[] corners) =>
        new(name, [.. corners.Chunk(2).Select(corner => new SidePoint(Metres(corner[0]), Metres(corner[1])))]);

    private static BoatDrawing Of(double waterline, double[] mastFoot, double[] hull, double[]? board, double[] rudder) =>
        new(
            Metres(waterline),
            new(Metres(mastFoot[0]), Metres(mastFoot[1])),
            Outline("hull", hull),
            board is null ? null : Outline("board", board),
            Outline("rudder", rudder)
        );

    private static Length Metres(double metres) => Mm(Math.Round(metres * 1000));

    private static Length Mm(double millimetres) => Length.FromMillimetres(millimetres);
}
