namespace Regatta.Web.Tests;

/// <summary>Controls of a class that is no club's.</summary>
internal static class TestControls
{
    /// <summary>A control that is looked at, not measured.</summary>
    public static Control Look { get; } =
        new(new("look"), "Leech", [], new TargetScale(), "behind", "batten", "Open.", WhenChanged.Racing, AsWindBuilds.Either, null);

    /// <summary>A helm control on a scale.</summary>
    public static Control Slide(Scale scale) =>
        new(new("slide"), "Slide", [], scale, "band", "eye", "Forward.", WhenChanged.Ashore, AsWindBuilds.Up, HelmPerUnit: -0.5);
}
