using System.Text.Json;
using System.Text.Json.Nodes;

namespace Regatta.Core.Classes.Members;

/// <summary>One thing a captain can say of a class. <see cref="ClassMembers.All"/> lists them; storage, bundle, comparison, history and
/// limits of size walk that list and know no member by itself.</summary>
/// <param name="Name">Its name in JSON.</param>
/// <param name="Property">The property of <see cref="ClassDefinition"/> that holds it.</param>
/// <param name="Title">Its name where versions are compared; empty where <see cref="MatrixDiff"/> tells it, band by band and control by
/// control.</param>
public abstract record ClassMember(string Name, string Property, string Title)
{
    /// <summary>Whether a document without it is no class. The others have the value of a class that says nothing of it.</summary>
    public bool Required { get; init; }

    /// <summary>Whether edits of it are kept in the history, to be undone.</summary>
    public bool InHistory { get; init; } = true;

    /// <summary>The most of it a class has; null where it is one value.</summary>
    public int? Most { get; init; }

    /// <summary>What there are at most so many of, for the sentence that refuses more.</summary>
    public string Plural { get; init; } = "";

    /// <summary>Its value in JSON; null where the class says nothing of it.</summary>
    public abstract JsonNode? Write(ClassDefinition definition);

    /// <summary>The definition with the value in JSON put into it.</summary>
    /// <exception cref="JsonException">It does not have the shape of the member; of a rule of its value, a
    /// <see cref="ClassValueException"/>.</exception>
    public abstract ClassDefinition Read(ClassDefinition definition, JsonNode json);

    /// <summary>What it said and says, in words; null where both say the same.</summary>
    public abstract (string Before, string After)? Compare(ClassDefinition before, ClassDefinition after);

    /// <summary>The sentence that refuses too much of it; null where it is not too much.</summary>
    public abstract string? TooMuch(ClassDefinition definition);

    /// <summary>Its parts as the history keeps them: itself under its name, or each entry of its own under <c>name.key</c>.</summary>
    public virtual IEnumerable<KeyValuePair<string, JsonNode?>> Parts(ClassDefinition definition) =>
        [KeyValuePair.Create(Name, Write(definition))];
}

/// <summary>A member of a known type.</summary>
/// <param name="Name">Its name in JSON.</param>
/// <param name="Property">The property that holds it.</param>
/// <param name="Title">Its name where versions are compared.</param>
/// <param name="Get">Its value.</param>
/// <param name="With">The definition with another value.</param>
/// <param name="Tell">A value in words, in its class, as against another: of lists only what the other lacks.</param>
public record ClassMember<T>(
    string Name,
    string Property,
    string Title,
    Func<ClassDefinition, T> Get,
    Func<ClassDefinition, T, ClassDefinition> With,
    Func<ClassDefinition, T, T, string> Tell
) : ClassMember(Name, Property, Title)
{
    /// <summary>Whether two values say the same.</summary>
    public Func<T, T, bool> Same { get; init; } = EqualityComparer<T>.Default.Equals;

    /// <summary>How many a value holds.</summary>
    public Func<T, int>? Count { get; init; }

    /// <inheritdoc/>
    public override JsonNode? Write(ClassDefinition definition) => JsonSerializer.SerializeToNode(Get(definition), ClassValues.Options);

    /// <inheritdoc/>
    public override ClassDefinition Read(ClassDefinition definition, JsonNode json) => With(definition, ReadValue(json));

    /// <summary>A value out of its JSON.</summary>
    /// <exception cref="JsonException">It does not have the shape of the member.</exception>
    public T ReadValue(JsonNode json) =>
        json.Deserialize<T>(ClassValues.Options) is { } value ? value : throw new JsonException($"“{Name}” is null.");

    /// <inheritdoc/>
    public override (string Before, string After)? Compare(ClassDefinition before, ClassDefinition after) =>
        (Get(before), Get(after)) is var (was, now) && Same(was, now) ? null : (Tell(before, was, now), Tell(after, now, was));

    /// <inheritdoc/>
    public override string? TooMuch(ClassDefinition definition) =>
        Count is { } count && count(Get(definition)) > Most ? $"A class has at most {Most} {Plural}." : null;
}

/// <summary>A value that is refused, with the sentence for whoever wrote it.</summary>
public sealed class ClassValueException(string sentence) : JsonException(sentence);
