using System.Security.Cryptography.X509Certificates;
using System.Xml.Linq;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.DataProtection.Repositories;

namespace Regatta.Web.Access;

/// <summary>Keeps the keys that sign cookies in the database, so that whoever signed in at one instance is signed in at all.</summary>
internal sealed class DatabaseKeyRing(DataProtectionKeys keys) : IXmlRepository
{
    public IReadOnlyCollection<XElement> GetAllElements() => keys.All();

    public void StoreElement(XElement element, string friendlyName) => keys.Add(friendlyName, element);

    /// <summary>Takes the keys over that an older installation kept in a folder, so that nobody has to sign in again for it.</summary>
    public static void Adopt(DataProtectionKeys keys, string? folder)
    {
        if (folder is null || !Directory.Exists(folder) || keys.All().Count > 0)
        {
            return;
        }

        foreach (var file in Directory.EnumerateFiles(folder, "key-*.xml"))
        {
            keys.Add(Path.GetFileNameWithoutExtension(file), XElement.Load(file));
        }
    }
}

/// <summary>Wires the key ring in.</summary>
internal static class DatabaseKeyRingSetup
{
    public static void AddDatabaseKeyRing(this IServiceCollection services, RegattaSettings settings)
    {
        services.AddSingleton<DataProtectionKeys>();
        var protection = services.AddDataProtection().SetApplicationName("Regatta");
        if (settings.KeyCertificate is { } file)
        {
            // Whoever reads the database, or a copy of it, cannot sign cookies without the certificate.
            var certificate = X509CertificateLoader.LoadPkcs12FromFile(file, password: null);
            protection.ProtectKeysWithCertificate(certificate).UnprotectKeysWithAnyCertificate(certificate);
        }

        services
            .AddOptions<KeyManagementOptions>()
            .Configure<DataProtectionKeys>((options, keys) => options.XmlRepository = new DatabaseKeyRing(keys));
    }
}
