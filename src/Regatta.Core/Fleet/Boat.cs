using Regatta.Core.Marks;

namespace Regatta.Core.Fleet;

/// <summary>One boat of a class, and what a tape found on its scales.</summary>
/// <param name="Number">Its number in the club's records.</param>
/// <param name="Name">Its name or sail number.</param>
/// <param name="Note">A remark; may be empty.</param>
/// <param name="Measured">The pairs measured for each control, in the order they were taken.</param>
public sealed record Boat(long Number, string Name, string Note, IReadOnlyDictionary<ControlKey, IReadOnlyList<CalibrationPair>> Measured)
{
    /// <summary>The longest name, in characters.</summary>
    public const int LongestName = 40;

    /// <summary>The pairs measured for a control; none when nobody did.</summary>
    public IReadOnlyList<CalibrationPair> PairsOf(Control control) => Measured.GetValueOrDefault(control.Key, []);
}
