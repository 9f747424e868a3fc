namespace Regatta.Core.Tests.Marks;

/// <summary>One scale of every kind, for laws that hold for all of them.</summary>
public static class Scales
{
    public static readonly LengthScale Gooseneck = Inches(13, 26, 0.5);
    public static readonly CountScale Shroud = new(Counted.Hole, 1, 7, 1, "the bottom", new(Mm(6), Mm(12)), bothSides: true);
    public static readonly StopScale Cunningham = new(["off", "creases just gone", "hard"]);
    public static readonly StripScale Vang = new(0, 10, 0.5, Mm(20), Mm(12));
    public static readonly BodyScale Foot = new(BodyMeasure.HandWidth, 0, 3, 0.5, Mm(80));

    public static TheoryData<Scale> Marked =>
        [
            Gooseneck,
            Shroud,
            Cunningham,
            Vang,
            Foot,
            new LengthScale(LengthUnit.Centimetre, Mm(-50), Mm(300), Mm(5)),
            new LengthScale(LengthUnit.Millimetre, Mm(380), Mm(460), Mm(5)),
            new LengthScale(LengthUnit.DecimalInch, Mm(0), Mm(254), Mm(2.54)),
            new CountScale(Counted.Turn, 0, 6, 0.25, "hand tight", new(Mm(0), Mm(1.25))),
            new CountScale(Counted.Click, -4, 4, 1, "the middle"),
            new CountScale(Counted.Dot, 0, 6, 1, "the clew", new(Mm(100), Mm(50))),
            new CountScale(Counted.Pin, 1, 9, 1, "the bow"),
            new AngleScale(Angle.FromDegrees(-5), Angle.FromDegrees(60), Angle.FromDegrees(2.5)),
            new StripScale(-2, 8, 0.25, Mm(300), Mm(9.6)),
            new BodyScale(BodyMeasure.ElbowToPalm, 0.5, 1.25, 0.125, Mm(350)),
        ];

    public static TheoryData<Scale> WithLength => [.. Marked.Select(row => row.Data).Where(scale => scale.HasLength)];

    public static Length Mm(double millimetres) => Length.FromMillimetres(millimetres);

    public static LengthScale Inches(double min, double max, double step) =>
        new(LengthUnit.Inch, Length.From(min, LengthUnit.Inch), Length.From(max, LengthUnit.Inch), Length.From(step, LengthUnit.Inch));
}
