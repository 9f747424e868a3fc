namespace Regatta.Web.Pages.Cards;

/// <summary>What a card says beside a reading that cannot be taken as it stands.</summary>
public static class ReadingRemarks
{
    /// <summary>The remark for a mark of a control of the class; null when there is none to make.</summary>
    public static string? Of(Readings readings, Control control, Mark mark) =>
        (readings.TrustOf(control, mark), control.Scale) switch
        {
            (ReadingTrust.NotChecked, _) when readings.Boat is not null => "the class’s reading; not checked on this boat",
            (ReadingTrust.OutOfReach, _) => "more than a step beyond what was measured on this boat",
            (ReadingTrust.UsualHand, BodyScale body) =>
                $"one {body.Measure.Word()} of {body.Usual.Millimetres:0} mm; measure your own under your name above",
            _ => null,
        };
}
