using Regatta.Application.Reading;

namespace Regatta.Application.Publishing;

/// <summary>Makes and withdraws public links to a published card.</summary>
public sealed class ShareCard(ShareLinks links)
{
    private const int LongestLabel = 80;

    /// <summary>Makes a link and gives its token, which cannot be read again later.</summary>
    public async Task<Parsed<string>> CreateAsync(Actor actor, ClassView view, string label) =>
        (view.Newest, label.Length) switch
        {
            (null, _) => Parsed<string>.Bad("Publish the class first: a link opens what is published."),
            (_, 0 or > LongestLabel) => Parsed<string>.Bad(
                $"Give it a name of up to {LongestLabel} letters, so that you know later which link is which."
            ),
            _ => Parsed<string>.Good(await links.CreateAsync(view.Ref, label, actor.Person)),
        };

    /// <summary>Withdraws a link for good.</summary>
    public Task WithdrawAsync(ClassRef one, Guid link) => links.WithdrawAsync(one, link);
}
