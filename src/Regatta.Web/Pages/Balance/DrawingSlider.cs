using System.Globalization;

namespace Regatta.Web.Pages.Balance;

/// <summary>A slider of the drawing.</summary>
/// <param name="Name">The name it is sent under; also its id.</param>
/// <param name="Label">What it moves.</param>
/// <param name="Least">Its lower end.</param>
/// <param name="Most">Its upper end.</param>
/// <param name="Step">How far an arrow key moves it.</param>
/// <param name="Value">Where it stands.</param>
/// <param name="Says">The same, as it is read.</param>
public sealed record DrawingSlider(string Name, string Label, double Least, double Most, double Step, double Value, string Says)
{
    /// <summary>A number as an input takes it.</summary>
    public static string Plain(double number) => number.ToString("0.######", CultureInfo.InvariantCulture);

    /// <summary>Where an address puts a slider, held to its ends; null where it says nothing of it.</summary>
    public static double? Asked(HttpRequest request, string name, double least, double most) =>
        double.TryParse(request.Query[name], NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
            ? Math.Clamp(number, least, most)
            : null;
}

/// <summary>Sliders that swap the drawing in as they move.</summary>
/// <param name="Sliders">The sliders.</param>
/// <param name="Kept">What the address keeps beside them.</param>
public sealed record SliderForm(IReadOnlyList<DrawingSlider> Sliders, IReadOnlyList<(string Name, string Value)> Kept);
