using System.Globalization;
using System.Text.Json;
using Regatta.Formats.Gpx;
using Regatta.Instruments;

// The simulated wind station: Regatta.Instruments [--port N] [--seed N] [--speed-up X] [--scenario file.json] [--faults list] [--start
// time]
// The simulated boat logger:  Regatta.Instruments --track file.gpx [--seed N] [--start time] [--wind degrees]
var given = args.Chunk(2)
    .ToDictionary(pair => pair[0], pair => pair.Length == 2 ? pair[1] : throw new ArgumentException($"{pair[0]} wants a value."));
string Value(string name, string otherwise) => given.GetValueOrDefault(name, otherwise);
var seed = int.Parse(Value("--seed", "7"), CultureInfo.InvariantCulture);
var start = given.TryGetValue("--start", out var at)
    ? DateTimeOffset.Parse(at, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal)
    : DateTimeOffset.UtcNow;
if (given.TryGetValue("--track", out var gpx))
{
    var sailed = new SailedTrack(
        seed,
        start,
        Angle.FromDegrees(double.Parse(Value("--wind", "225"), CultureInfo.InvariantCulture)),
        Angle.FromDegrees(44),
        Speed.FromKnots(4.4),
        Speed.FromKnots(5.6)
    );
    File.WriteAllText(gpx, GpxTrack.Write(sailed.Sail(12)));
    return;
}

var parts = given.TryGetValue("--scenario", out var file)
    ? JsonSerializer.Deserialize<List<WindPart>>(File.ReadAllText(file), new JsonSerializerOptions(JsonSerializerDefaults.Web))
        ?? throw new ArgumentException($"{file} holds no scenario.")
    : WindDay.Ordinary;

using var stop = new CancellationTokenSource();
Console.CancelKeyPress += (_, pressed) =>
{
    pressed.Cancel = true;
    stop.Cancel();
};
using var terminated = System.Runtime.InteropServices.PosixSignalRegistration.Create(
    System.Runtime.InteropServices.PosixSignal.SIGTERM,
    signal =>
    {
        signal.Cancel = true;
        stop.Cancel();
    }
);
var station = new StandInStation(
    new(seed, start, parts),
    Faults.Parse(Value("--faults", "")),
    double.Parse(Value("--speed-up", "1"), CultureInfo.InvariantCulture),
    seed
);
await station.ServeAsync(
    int.Parse(Value("--port", "0"), CultureInfo.InvariantCulture),
    port => Console.WriteLine($"The simulated wind station speaks on 127.0.0.1:{port}"),
    stop.Token
);
