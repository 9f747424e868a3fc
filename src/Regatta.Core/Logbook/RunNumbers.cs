namespace Regatta.Core.Logbook;

/// <summary>Which numbers a run may hold, whichever way it came in: from a form, a table, a bundle or another program. A number that
/// nothing can be computed with is refused at the door, so that one run never closes its class.</summary>
public static class RunNumbers
{
    /// <summary>A mark lies at most so many lengths of its scale beyond the scale's ends (ours): a boat may be taped otherwise, and a class
    /// may have shortened its scale since.</summary>
    public const double Margin = 2;

    /// <summary>The largest number an answer holds.</summary>
    public const double MostAnswer = 1e6;

    /// <summary>Whether a number of positions can be a mark of a control: on its scale, or not far off it.</summary>
    public static bool IsMark(Control control, double position)
    {
        var (least, most) = (control.Scale.Min.Position, control.Scale.Max.Position);
        var slack = Margin * (most - least);
        return Mark.Is(position) && position >= least - slack && position <= most + slack;
    }

    /// <summary>What is wrong with positions of a class's controls, in a sentence; null where nothing is.</summary>
    public static string? Problem(ClassDefinition definition, IEnumerable<KeyValuePair<string, double>> marks)
    {
        foreach (var (key, position) in marks)
        {
            if (definition.Known.FirstOrDefault(control => control.Key.Name == key) is not { } control)
            {
                return $"It has a mark for “{PlainText.Shown(key)}”, and the class has no such control.";
            }

            if (!IsMark(control, position))
            {
                return $"{control.Name}: {PlainText.Shown(NumberText.Exact(position))} lies far off its scale, which runs from "
                    + $"{control.Scale.Show(control.Scale.Min)} to {control.Scale.Show(control.Scale.Max)}.";
            }
        }

        return null;
    }
}
