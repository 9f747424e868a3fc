using Regatta.Demo;
using Regatta.Formats.Bundles;

if (args is ["pictures", var list])
{
    // What its people measured in pictures: dotnet run --project demo/Regatta.Demo -- pictures demo/wenlow.pictures.json
    DemoPictures.Write(list);
    return;
}

// Writes a demo club anew: dotnet run --project demo/Regatta.Demo -- wenlow demo/wenlow.json
var club = args is ["tessick", ..] ? DemoClub.Tessick : DemoClub.Wenlow;
var bytes = BundleWriter.Write(club.Make());
if (args is [_, var path])
{
    File.WriteAllBytes(path, [.. bytes, (byte)'\n']);
}
else
{
    Console.OpenStandardOutput().Write(bytes);
}
