using Regatta.Formats.Bundles;

namespace Regatta.Application.Exchange;

/// <summary>What came of an import: the names of the classes that were added, and of those the club had already.</summary>
public sealed record ImportResult(IReadOnlyList<string> Added, IReadOnlyList<string> AlreadyThere);

/// <summary>Adds classes to a club: from a bundle, or from a starter kit.</summary>
public sealed class ImportClasses(Imports imports)
{
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

    /// <summary>Makes a class from a starter kit.</summary>
    /// <returns>The class's key, or why it was not made.</returns>
    public async Task<Parsed<string>> FromKitAsync(ClubId club, BundledClass kit, string name, string about)
    {
        var definition = kit.Class with { Key = Slug.Of(name), Name = name, About = about.Length > 0 ? about : kit.Class.About };
        if (definition.Problems() is [var problem, ..])
        {
            return Parsed<string>.Bad(problem);
        }

        var made = kit with { Draft = new ClassState(definition, kit.Draft.Cells) };
        return (await RunAsync(club, new(null, [], [made]), new Dictionary<string, Guid>())).Added.Count > 0
            ? Parsed<string>.Good(definition.Key)
            : Parsed<string>.Bad("The club has a class of that name.");
    }
}
