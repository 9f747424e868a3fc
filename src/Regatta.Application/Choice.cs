using System.Diagnostics.CodeAnalysis;

namespace Regatta.Application;

/// <summary>What a field offers: words, and what each of them means. The first holds where nothing it offers was said.</summary>
public sealed class Choice<T>(params (string Word, T Value)[] all)
{
    /// <summary>Each word with what it means, in the order they are offered.</summary>
    public IReadOnlyList<(string Word, T Value)> All => all;

    /// <summary>The words alone.</summary>
    public IReadOnlyList<string> Words { get; } = [.. all.Select(offered => offered.Word)];

    /// <summary>The word of a value it offers.</summary>
    /// <exception cref="ArgumentOutOfRangeException">It does not offer it.</exception>
    public string WordOf(T value) => Find(value) ?? throw new ArgumentOutOfRangeException(nameof(value), value, "It is not offered.");

    /// <summary>The word of a value; null where it is none of those it offers.</summary>
    public string? Find(T value) =>
        Array.FindIndex(all, offered => EqualityComparer<T>.Default.Equals(offered.Value, value)) is >= 0 and var at ? all[at].Word : null;

    /// <summary>The value of a word; of the first where it is none of them.</summary>
    public T Read(string? word) => TryRead(word, out var value) ? value : all[0].Value;

    /// <summary>The value of a word, where it is one of them.</summary>
    public bool TryRead(string? word, [MaybeNullWhen(false)] out T value)
    {
        var at = Array.FindIndex(all, offered => offered.Word == word);
        value = at < 0 ? default : all[at].Value;
        return at >= 0;
    }
}
