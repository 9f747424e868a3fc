namespace Regatta.Web.Pages.Tuning;

/// <summary>What is sent with a decision on a proposal.</summary>
/// <param name="Decision">What was decided, by its name.</param>
/// <param name="Shown">The mark that was proposed, as it was shown.</param>
/// <param name="To">Another mark, where one is taken instead.</param>
/// <param name="Reason">Why it is set aside.</param>
/// <param name="Until">Until when; empty until new runs speak.</param>
public sealed record DecisionForm(string? Decision, string? Shown, string? To, string? Reason, string? Until);
