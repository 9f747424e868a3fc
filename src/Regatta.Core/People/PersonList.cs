namespace Regatta.Core.People;

/// <summary>A list of people as it stands in somebody's table or letter: a name and a mail address on each line.</summary>
public static class PersonList
{
    private static readonly char[] Between = [',', ';', '\t', '<', '>'];

    /// <summary>Reads a pasted list: "Name, address", "Name &lt;address&gt;", a tab between, or the address first. Empty lines say
    /// nothing.</summary>
    /// <param name="text">The list.</param>
    /// <param name="most">How many may stand in it.</param>
    /// <returns>Everybody in their order; or what is wrong in the first line that is not understood, by its number.</returns>
    public static Parsed<IReadOnlyList<(string Name, string Email)>> Read(string text, int most)
    {
        var people = new List<(string Name, string Email)>();
        var lines = text.Split('\n').Select((line, at) => (Text: line.Trim(), Number: at + 1)).Where(line => line.Text.Length > 0);
        foreach (var line in lines)
        {
            if (people.Count == most)
            {
                return Bad($"That is more than {most} people. Send the list in parts.");
            }

            var parts = line.Text.Split(Between, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
            var address = Array.FindIndex(parts, part => part.Contains('@', StringComparison.Ordinal));
            if (parts.Length != 2 || address < 0)
            {
                return Bad($"Line {line.Number}, “{PlainText.Shown(line.Text)}”: write a name and a mail address, with a comma between.");
            }

            var (name, email) = (PersonName.Read(parts[1 - address].Trim('"')), PersonName.ReadEmail(parts[address]));
            if (!name.Ok || !email.Ok)
            {
                return Bad($"Line {line.Number}, “{PlainText.Shown(line.Text)}”: {name.Problem ?? email.Problem}");
            }

            if (people.Exists(known => known.Email.Equals(email.Value, StringComparison.OrdinalIgnoreCase)))
            {
                return Bad($"Line {line.Number}: {email.Value} stands in the list twice.");
            }

            people.Add((name.Value, email.Value));
        }

        return people.Count > 0 ? Parsed<IReadOnlyList<(string, string)>>.Good(people) : Bad("Paste one name and mail address a line.");
    }

    private static Parsed<IReadOnlyList<(string, string)>> Bad(string problem) => Parsed<IReadOnlyList<(string, string)>>.Bad(problem);
}
