using Regatta.Formats.Bundles;

namespace Regatta.Application.Exchange;

/// <summary>What came of an import: the names of the classes that were added, and of those the club had already.</summary>
public sealed record ImportResult(IReadOnlyList<string> Added, IReadOnlyList<string> AlreadyThere);

/// <summary>Adds classes to a club: from a bundle, from a starter kit, or as somebody's own table has it.</summary>
public sealed class ImportClasses(Imports imports, TimeProvider clock)
{
    private const string NoMarksYet = "Made from a kit, without marks yet: note what you set, and log it.";

    /// <summary>Adds the classes of a bundle, all or none. A class whose key is taken stays as it is.</summary>
    /// <param name="club">The club.</param>
    /// <param name="bundle">The bundle.</param>
    /// <param name="sailors">The account of a sailor's key; logs of others count but belong to nobody.</param>
    public async Task<ImportResult> RunAsync(ClubId club, Bundle bundle, IReadOnlyDictionary<string, Guid> sailors)
    {
        var classes = bundle
            .Classes.Select(one => new ImportedClass(
                one.Draft,
                [
                    .. one.Boats.Select(boat => new ImportedBoat(
                        boat.Name,
                        boat.Note,
                        boat.Measured,
                        boat.Fittings,
                        boat.Sails,
                        boat.RetiredOn
                    )),
                ],
                one.Versions,
                [.. one.Logs.Select(log => new ImportedLog(SailorOf(log), log.Boat, log.Log))]
            ))
            .ToList();
        var added = await Retry.RunAsync(() => imports.AddAsync(club, classes));
        var named = bundle.Classes.Zip(added, (one, isNew) => (one.Class.Name, isNew)).ToLookup(pair => pair.isNew, pair => pair.Name);
        return new([.. named[true]], [.. named[false]]);

        Guid? SailorOf(BundledLog log) => log.Sailor is { } key && sailors.TryGetValue(key, out var known) ? known : null;
    }

    /// <summary>Makes a class from a starter kit. Where it has controls it is published at once, so that it can be rigged and logged before
    /// it has a single mark.</summary>
    /// <param name="actor">Who makes it.</param>
    /// <param name="kit">The kit.</param>
    /// <param name="name">What the club calls the class.</param>
    /// <param name="about">One sentence on the boat; empty for the kit's own.</param>
    /// <returns>The class's key, or why it was not made.</returns>
    public Task<Parsed<string>> FromKitAsync(Actor actor, BundledClass kit, string name, string about)
    {
        var draft = new ClassState(
            kit.Class with
            {
                Key = Slug.Of(name),
                Name = name,
                About = about.Length > 0 ? about : kit.Class.About,
            },
            kit.Draft.Cells
        );
        var first = new PublishedVersion(1, clock.GetUtcNow(), actor.Name, NoMarksYet, draft);
        return MakeAsync(actor.Club.Ref, kit with { Draft = draft, Versions = draft.Definition.Controls.Count > 0 ? [first] : [] });
    }

    /// <summary>Makes a class of a draft; its captain publishes it.</summary>
    /// <returns>The class's key, or why it was not made.</returns>
    public Task<Parsed<string>> FromDraftAsync(ClubId club, ClassState draft) => MakeAsync(club, new(draft, [], [], []));

    private async Task<Parsed<string>> MakeAsync(ClubId club, BundledClass made) =>
        made.Class.Problems() is [var problem, ..] ? Parsed<string>.Bad(problem)
        : (await RunAsync(club, new(null, [], [made]), new Dictionary<string, Guid>())).Added.Count > 0
            ? Parsed<string>.Good(made.Class.Key)
        : Parsed<string>.Bad("The club has a class of that name.");
}
