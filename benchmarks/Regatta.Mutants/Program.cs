using System.Diagnostics;
using System.Text.RegularExpressions;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Regatta.Mutants;
using Regatta.Tests;

// Breaks the core in a seeded sample of small places, one at a time, and asks which of them its tests notice.
// ./bench mutants [sample of a folder] [seed] [folder]
const double Floor = 0.8;
string[] folders = args.Length > 2 ? [args[2]] : ["Evidence", "Sails", "Diagnosis", "Matrices", "Checks", "Crew"];
var sample = args.Length > 0 ? int.Parse(args[0]) : 50;
var random = new Random(args.Length > 1 ? int.Parse(args[1]) : 1);

var work = Path.Combine(Path.GetTempPath(), $"regatta-mutants-{Environment.ProcessId}");
var source = Path.Combine(work, "src", "Regatta.Core");
CopyTree(Path.Combine(Repository.Root, "src", "Regatta.Core"), source);
foreach (var file in new[] { "Directory.Packages.props", "Directory.Build.props", "global.json" })
    File.Copy(Path.Combine(Repository.Root, file), Path.Combine(work, file));
var tests = Path.Combine(work, "tests");
CopyTree(Path.Combine(Repository.Root, "tests", "Regatta.Core.Tests", "bin", "Release", "net10.0"), tests);
File.WriteAllText(Path.Combine(work, "Regatta.slnx"), "<Solution />");
foreach (var beside in new[] { "demo", "docs" })
    if (Directory.Exists(Path.Combine(Repository.Root, beside)))
        CopyTree(Path.Combine(Repository.Root, beside), Path.Combine(work, beside));
File.WriteAllText(
    Path.Combine(source, "Mutant.cs"),
    """
    internal static class Mutant
    {
        private static readonly int Number = int.Parse(System.Environment.GetEnvironmentVariable("REGATTA_MUTANT") ?? "0");
        public static bool On(int number) => number == Number;
    }
    """
);

var mutants = folders.SelectMany(Sample).Select((mutant, at) => mutant with { Number = at + 1 }).ToList();
for (var refused = Build(); refused.Count > 0; refused = Build())
    mutants.RemoveAll(mutant => refused.Contains(mutant));
Console.WriteLine($"{mutants.Count} mutants, {sample} asked of each folder.");
if (Test(0, null))
    throw new InvalidOperationException("The tests fail on the whole core.");

var watch = Stopwatch.StartNew();
var alive = new List<Mutant>();
await Parallel.ForEachAsync(
    mutants,
    new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
    (mutant, _) =>
    {
        if (!Test(mutant.Number, mutant.Folder) && !Test(mutant.Number, null))
            lock (alive)
                alive.Add(mutant);
        return ValueTask.CompletedTask;
    }
);

foreach (var mutant in alive.OrderBy(mutant => mutant.Number))
    Console.WriteLine($"  lives: {mutant.Folder}/{Path.GetFileName(mutant.File)}:{mutant.Line + 1}  {mutant.Text}");
Console.WriteLine($"{"folder", -12}{"mutants", 8}{"killed", 8}{"part", 8}");
var worst = 1.0;
foreach (var folder in folders)
{
    var all = mutants.Count(mutant => mutant.Folder == folder);
    var killed = all - alive.Count(mutant => mutant.Folder == folder);
    worst = Math.Min(worst, (double)killed / all);
    Console.WriteLine($"{folder, -12}{all, 8}{killed, 8}{(double)killed / all, 8:P0}");
}
Directory.Delete(work, true);
Console.WriteLine($"{watch.Elapsed.TotalMinutes:0} minutes");
Console.WriteLine($"mutants: {worst:0.00} killed in the worst folder");
return worst < Floor ? 1 : 0;

IEnumerable<Mutant> Sample(string folder)
{
    var places = Directory
        .GetFiles(Path.Combine(source, folder), "*.cs", SearchOption.AllDirectories)
        .Order(StringComparer.Ordinal)
        .SelectMany(file =>
            Mutation.Places(Tree(file)).Select((place, at) => new Mutant(0, folder, file, at, LineOf(place), TextOf(place)))
        )
        .ToArray();
    random.Shuffle(places);
    return places.Take(sample);
}

// Writes the files anew with the mutants that are left; what the compiler refuses.
HashSet<Mutant> Build()
{
    foreach (var file in mutants.GroupBy(mutant => mutant.File))
    {
        var original = Path.Combine(Repository.Root, Path.GetRelativePath(work, file.Key));
        var tree = Tree(original);
        var places = Mutation.Places(tree).ToArray();
        File.WriteAllText(
            file.Key,
            Mutation.Switched(tree, file.ToDictionary(mutant => places[mutant.At], mutant => mutant.Number)).ToFullString()
        );
    }
    var (code, output) = Run(
        source,
        null,
        "dotnet",
        "build",
        "-c",
        "Release",
        "-o",
        tests,
        "-v",
        "quiet",
        "--nologo",
        "-p:TreatWarningsAsErrors=false"
    );
    if (code == 0)
        return [];
    var lines = Regex
        .Matches(output, @"(?<file>/[^\s(]+\.cs)\((?<line>\d+),\d+\): error")
        .Select(match => (match.Groups["file"].Value, int.Parse(match.Groups["line"].Value) - 1));
    var refused = mutants
        .Where(mutant => lines.Any(line => line.Item1 == mutant.File && Math.Abs(line.Item2 - mutant.Line) <= 3))
        .ToHashSet();
    return refused.Count > 0 ? refused : throw new InvalidOperationException(output);
}

// Whether the tests of a folder, or all of them, fail with a mutant on.
bool Test(int number, string? folder)
{
    string[] which = folder is null ? [] : ["-namespace", $"Regatta.Core.Tests.{folder}"];
    var (code, _) = Run(
        tests,
        number,
        Path.Combine(tests, "Regatta.Core.Tests"),
        [.. which, "-stopOnFail", "-maxThreads", "1", "-noColor"]
    );
    return code != 0;
}

static (int Code, string Output) Run(string folder, int? mutant, string program, params string[] arguments)
{
    var start = new ProcessStartInfo(program, arguments)
    {
        WorkingDirectory = folder,
        RedirectStandardOutput = true,
        RedirectStandardError = true,
    };
    if (mutant is { } number)
        start.Environment["REGATTA_MUTANT"] = $"{number}";
    using var process = Process.Start(start)!;
    var output = process.StandardOutput.ReadToEndAsync();
    var errors = process.StandardError.ReadToEndAsync();
    // A mutant that goes round for ever is noticed too.
    if (process.WaitForExit(TimeSpan.FromMinutes(6)))
        return (process.ExitCode, output.Result + errors.Result);
    process.Kill(true);
    return (-1, "");
}

static SyntaxNode Tree(string file) => CSharpSyntaxTree.ParseText(File.ReadAllText(file)).GetRoot();

static int LineOf(SyntaxNode place) => place.GetLocation().GetLineSpan().StartLinePosition.Line;

static string TextOf(SyntaxNode place) =>
    Regex.Replace(place.ToString(), @"\s+", " ") is var text && text.Length > 90
        ? text[..90] + "…"
        : Regex.Replace(place.ToString(), @"\s+", " ");

static void CopyTree(string from, string to)
{
    Directory.CreateDirectory(to);
    foreach (var file in Directory.GetFiles(from))
        File.Copy(file, Path.Combine(to, Path.GetFileName(file)), true);
    foreach (var folder in Directory.GetDirectories(from).Where(folder => Path.GetFileName(folder) is not ("bin" or "obj")))
        CopyTree(folder, Path.Combine(to, Path.GetFileName(folder)));
}

/// <summary>One place to break: its number, folder, file, which of the file's places, its line from 0, and how it reads.</summary>
internal sealed record Mutant(int Number, string Folder, string File, int At, int Line, string Text);
