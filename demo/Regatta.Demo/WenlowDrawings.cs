using Regatta.Formats.Bundles;

namespace Regatta.Demo;

/// <summary>The side views of classes at Wenlow Reach, by their keys, in metres. All of it is invented.</summary>
internal static class WenlowDrawings
{
    public static IReadOnlyDictionary<string, DrawingDocument> All { get; } =
        new Dictionary<string, DrawingDocument>
        {
            ["quillet"] = Of(
                4,
                [2.592, 0.3],
                [0, 0, 4, 0, 3.5, -0.1, 2, -0.14, 0.2, -0.08],
                [2.15, -0.12, 1.8, -0.12, 1.8, -0.85, 2.1, -0.85],
                [0, -0.02, -0.3, -0.02, -0.33, -0.55, -0.1, -0.55]
            ) with
            {
                BoardMoves = "sliding",
                Lateen = new(62, 4200, 2960, 2750, 3461, 483),
                Effects = [new("gooseneck", "gooseneck", 0.0254, 19), new("daggerboard", "boardUp", 0.01, 0)],
            },
            ["brannet"] = Of(
                4.1,
                [2.75, 0.3],
                [0, 0, 4.1, 0, 3.6, -0.12, 2, -0.15, 0.3, -0.07],
                [1.95, -0.12, 1.55, -0.12, 1.45, -0.95, 1.75, -1],
                [-0.02, -0.02, -0.28, -0.02, -0.3, -0.65, -0.08, -0.65]
            ) with
            {
                BoardMoves = "pivoting",
                BoardPin = [1800, -120],
                Effects = [new("mast-step", "rigForward", -0.05, 3), new("board", "boardAft", 1, 0)],
            },
            ["tandry"] = Of(
                4.1,
                [2.45, 0.4],
                [0, 0, 4.1, 0, 3.6, -0.13, 2, -0.17, 0.3, -0.08],
                [2.15, -0.15, 1.75, -0.15, 1.6, -1.05, 1.9, -1.1],
                [-0.02, -0.05, -0.25, -0.05, -0.28, -0.7, -0.08, -0.7]
            ) with
            {
                BoardMoves = "pivoting",
                BoardPin = [1950, -150],
                Effects =
                [
                    new("mast-foot", "rigForward", 0.03, 4),
                    new("shroud-plate", "rake", -0.7, 6),
                    new("centreboard", "boardAft", 1, 0),
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
                Effects = [new("mast-foot", "rigForward", 0.005, 3)],
            },
        };

    private static DrawingDocument Of(double waterline, double[] mastFoot, double[] hull, double[]? board, double[] rudder) =>
        new(
            Millimetres(waterline),
            [.. mastFoot.Select(Millimetres)],
            Outline("hull", hull),
            board is null ? null : Outline("board", board),
            Outline("rudder", rudder)
        );

    private static OutlineDocument Outline(string name, double[] corners) =>
        new(name, [.. corners.Chunk(2).Select(corner => (double[])[Millimetres(corner[0]), Millimetres(corner[1])])]);

    private static double Millimetres(double metres) => Math.Round(metres * 1000);
}
