namespace Regatta.Application.Publishing;

/// <summary>A change between two versions in words.</summary>
public static class ChangeText
{
    /// <summary>What changed: of which control or member, in which band, with which sails.</summary>
    public static string What(MatrixChange change, PlanModes planModes)
    {
        var what = change.Kind switch
        {
            ChangeKind.PlanModes => "Sails and modes",
            ChangeKind.Band => "Band",
            ChangeKind.Definition => change.Member,
            ChangeKind.Control when change.Member.Length > 0 => $"{change.Control!.Name}, {change.Member}",
            _ => change.Control!.Name,
        };
        var band = change.Band is { } within && change.Kind != ChangeKind.Band ? $", {within.Name}" : "";
        var sails = change.PlanMode is { } planMode && planModes.Describe(planMode) is { Length: > 0 } described ? $", {described}" : "";
        return what + band + sails;
    }

    /// <summary>From what to what.</summary>
    public static string FromTo(MatrixChange change) => $"{Or(change.Before)} → {Or(change.After)}";

    private static string Or(string said) => said.Length > 0 ? said : "nothing";
}
