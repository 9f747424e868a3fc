using System.Text.Json;
using System.Text.Json.Nodes;
using Regatta.Formats.Pictures;

namespace Regatta.Web;

/// <summary>Loads what the demo's people measured in pictures: a list beside the bundle, read by the same use case as a member's own; the
/// pictures that go with it are given to the class.</summary>
public sealed class DemoPictures(Classes classes, MeasurePicture pictures, TimeProvider clock)
{
    /// <summary>Loads the list beside a bundle, where there is one.</summary>
    /// <param name="club">The club it was loaded into.</param>
    /// <param name="bundle">The bundle's file.</param>
    /// <param name="definitions">Its classes.</param>
    /// <param name="people">The accounts of its people, by their keys.</param>
    public async Task LoadAsync(
        Club club,
        string bundle,
        IReadOnlyList<ClassDefinition> definitions,
        IReadOnlyDictionary<string, Guid> people
    )
    {
        var file = Path.ChangeExtension(bundle, ".pictures.json");
        if (!File.Exists(file))
        {
            return;
        }

        foreach (var reading in JsonNode.Parse(await File.ReadAllTextAsync(file))!.AsArray().Select(node => node!.AsObject()))
        {
            var definition = definitions.First(one => one.Key == Text(reading, "classKey"));
            var one = (await classes.StampAsync(club.Ref, definition.Key))!.Class;
            var gauge = KnownGauges.Find(new(Text(reading, "gauge")!))!;

            var actor = new Actor(people[Text(reading, "person")!], "", club);
            var question = Text(reading, "question") is { } key ? definition.FindQuestion(new(key)) : null;
            var tapped = reading["tapped"].Deserialize<GaugePicture>(ClassValues.Options)!;
            var at = clock.GetUtcNow() - TimeSpan.FromDays(reading["daysAgo"]!.GetValue<double>());
            var kept = await pictures.KeepAsync(actor, one, Guid.NewGuid(), gauge, question, null, tapped, at);
            if (kept.Ok && Text(reading, "picture") is { } name)
            {
                await using var jpeg = File.OpenRead(Path.Combine(Path.GetDirectoryName(file)!, "pictures", name));
                var made = PictureFile.Of(jpeg).Value;
                await pictures.GiveAsync(actor, one, kept.Value, new(made.Jpeg, made.Width, made.Height));
            }
        }
    }

    private static string? Text(JsonObject of, string name) => of[name]?.GetValue<string>();
}
