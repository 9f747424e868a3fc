namespace Regatta.Core.Matrices;

/// <summary>Shows a class's matrix in the readings of one boat and person.</summary>
public static class MatrixReadings
{
    /// <summary>The matrix with its controls as they are read here; its marks keep their positions.</summary>
    public static Matrix AsRead(this Readings readings, Matrix matrix) =>
        matrix with
        {
            Controls = [.. matrix.Controls.Select(readings.AsRead)],
        };
}
