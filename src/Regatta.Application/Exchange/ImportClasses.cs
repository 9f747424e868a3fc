using System.Text.Json.Nodes;
using Regatta.Formats.Bundles;

namespace Regatta.Application.Exchange;

/// <summary>What came of an import: the names of the classes that were added, and of those the club had already.</summary>
public sealed record ImportResult(IReadOnlyList<string> Added, IReadOnlyList<string> AlreadyThere);

/// <summary>Adds classes to a club: from a bundle, from a starter kit, or as somebody's own table has it.</summary>
public sealed class ImportClasses(Imports imports, Classes classes, TimeProvider clock)
{
    private const string NoMarksYet = "Made from a kit, without marks yet: note what you set, and log it.";

    /// <summary>Adds the classes of a bundle, all or none. A class whose key is taken stays as it is.</summary>
    /// <param name="club">The club.</param>
    /// <param name="bundle">The bundle.</param>
    /// <param name="sailors">The account of a sailor's key; logs of others count but belong to nobody.</param>
    public async Task<ImportResult> RunAsync(ClubId club, Bundle bundle, IReadOnlyDictionary<string, Guid> sailors)
    {
        var whole = bundle.Classes.Select(one => Imported(one, sailors)).ToList();
        var added = await Retry.RunAsync(() => imports.AddAsync(club, whole));
        var named = bundle.Classes.Zip(added, (one, isNew) => (one.Class.Name, isNew)).ToLookup(pair => pair.isNew, pair => pair.Name);
        return new([.. named[true]], [.. named[false]]);
    }

    /// <summary>Adds a further part of a class that came in before.</summary>
    /// <returns>What was added, in words; or why nothing was.</returns>
    public async Task<Parsed<string>> AddPartAsync(ClubId club, BundledClass part, BundlePart which)
    {
        if (await classes.StampAsync(club, part.Class.Key) is not { } stamp || await classes.DraftAsync(stamp.Class) is not { } draft)
        {
            return Parsed<string>.Bad($"This is part {which.Number} of {which.Of} of {part.Class.Name}. Import part 1 first.");
        }

        if (!JsonNode.DeepEquals(ClassJson.Write(draft.Class), ClassJson.Write(part.Class)))
        {
            return Parsed<string>.Bad(
                $"{draft.Class.Name} says something else here than in this part: its controls, bands or rules were changed. "
                    + "A part is added to a class as it came in."
            );
        }

        var added = await Retry.RunAsync(() => imports.AddPartAsync(stamp.Class, Imported(part, new Dictionary<string, Guid>())));
        return added.Ok
            ? Parsed<string>.Good($"{part.Class.Name}, part {which.Number} of {which.Of}: {added.Value} logs")
            : Parsed<string>.Bad(added.Problem!);
    }

    private static ImportedClass Imported(BundledClass one, IReadOnlyDictionary<string, Guid> sailors) =>
        new(
            one.Draft,
            [.. one.Boats.Select(boat => new ImportedBoat(boat.Name, boat.Note, boat.Measured, boat.Fittings, boat.Sails, boat.RetiredOn))],
            one.Versions,
            [
                .. one.Logs.Select(log => new ImportedLog(
                    log.Sailor is { } key && sailors.TryGetValue(key, out var known) ? known : null,
                    log.Boat,
                    log.Log
                )),
            ]
        );

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
