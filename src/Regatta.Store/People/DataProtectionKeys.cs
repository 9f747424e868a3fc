using System.Xml.Linq;

namespace Regatta.Store;

/// <summary>The keys that sign cookies and private addresses: the same for every instance of the installation.</summary>
public sealed class DataProtectionKeys(Db database)
{
    /// <summary>All keys.</summary>
    public IReadOnlyList<XElement> All()
    {
        using var connection = database.OpenConnection();
        return [.. connection.Query<string>("select xml from data_protection_keys order by name").Select(xml => XElement.Parse(xml))];
    }

    /// <summary>Adds a key; one of the same name stays as it is.</summary>
    public void Add(string name, XElement key)
    {
        using var connection = database.OpenConnection();
        connection.Execute(
            "insert into data_protection_keys (name, xml) values (@name, @xml) on conflict do nothing",
            new { name, xml = key.ToString(SaveOptions.DisableFormatting) }
        );
    }
}
