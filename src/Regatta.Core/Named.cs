namespace Regatta.Core;

/// <summary>Reads members of enumerations by their names alone: a number is no name, however it is defined.</summary>
public static class Named
{
    /// <summary>The member of a name, in any case; null when there is none of it.</summary>
    public static T? Read<T>(string? name)
        where T : struct, Enum
    {
        foreach (var value in Enum.GetValues<T>())
        {
            if (string.Equals(value.ToString(), name, StringComparison.OrdinalIgnoreCase))
            {
                return value;
            }
        }

        return null;
    }
}
