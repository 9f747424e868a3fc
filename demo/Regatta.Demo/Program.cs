using Regatta.Demo;
using Regatta.Formats.Bundles;

// Writes the demo club anew: dotnet run --project demo/Regatta.Demo -- demo/club.json
var bytes = BundleWriter.Write(DemoClub.Make());
if (args is [var path])
{
    File.WriteAllBytes(path, [.. bytes, (byte)'\n']);
}
else
{
    Console.OpenStandardOutput().Write(bytes);
}
