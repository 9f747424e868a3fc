using System.Reflection;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using NetArchTest.Rules;
using Regatta.Application;
using Regatta.Formats.Bundles;
using Regatta.Store;

namespace Regatta.Web.Tests.Architecture;

public sealed class ArchitectureTests
{
    [Fact]
    public void The_core_knows_of_nothing_outside_it() =>
        AssertNone(
            Types
                .InAssembly(typeof(Parsed<>).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny(
                    "Microsoft",
                    "Npgsql",
                    "Dapper",
                    "System.IO",
                    "System.Net",
                    "Regatta.Formats",
                    "Regatta.Store",
                    "Regatta.Application",
                    "Regatta.Web"
                )
        );

    [Fact]
    public void Formats_know_of_the_core_alone() =>
        AssertNone(
            Types
                .InAssembly(typeof(Bundle).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny("Microsoft", "Npgsql", "Dapper", "Regatta.Store", "Regatta.Application", "Regatta.Web")
        );

    [Fact]
    public void The_store_knows_of_the_core_alone() =>
        AssertNone(
            Types
                .InAssembly(typeof(Classes).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny("Microsoft.AspNetCore", "Regatta.Formats", "Regatta.Application", "Regatta.Web")
        );

    [Fact]
    public void Use_cases_know_of_no_page_and_speak_no_SQL() =>
        AssertNone(
            Types.InAssembly(typeof(Actor).Assembly).ShouldNot().HaveDependencyOnAny("Microsoft.AspNetCore", "Dapper", "Regatta.Web")
        );

    /// <summary>What is written goes through a use case; a page asks a store only to read.</summary>
    [Fact]
    public void No_page_writes_to_a_store()
    {
        string[] writing =
        [
            "Add",
            "Save",
            "Set",
            "Remove",
            "Rename",
            "Create",
            "Withdraw",
            "Publish",
            "Apply",
            "Measure",
            "Keep",
            "Make",
            "Require",
            "Append",
            "Undo",
            "Redo",
            "Found",
        ];
        // A store is known by its type, whatever a page calls it.
        var stores = typeof(Store.Database)
            .Assembly.GetExportedTypes()
            .Where(type =>
                type.GetMethods().Any(method => method.DeclaringType == type && method.Name.EndsWith("Async", StringComparison.Ordinal))
            )
            .Select(type => type.Name)
            .ToList();
        Assert.True(stores.Count > 20);
        var named = new Regex($@"\b(?:{string.Join('|', stores)}) (\w+)[,)]", RegexOptions.None, TimeSpan.FromSeconds(1));
        var calls = SourceFiles("src/Regatta.Web/Pages", "*.cs")
            .SelectMany(file =>
            {
                var names = named.Matches(File.ReadAllText(file)).Select(match => match.Groups[1].Value).ToHashSet();
                return File.ReadLines(file)
                    .Where(line =>
                        names.Any(store =>
                            writing.Any(word =>
                                Regex.IsMatch(line, $@"\b{store}\.{word}[A-Z]?\w*Async\(", RegexOptions.None, TimeSpan.FromSeconds(1))
                            )
                        ) && !line.Contains("RemovedAsync", StringComparison.Ordinal)
                    )
                    .Select(line => $"{Path.GetFileName(file)}: {line.Trim()}");
            });
        Assert.Empty(calls.Except(["Me.cshtml.cs: await people.SaveHandsAsync(User.Id(), own);"]));
    }

    [Fact]
    public void Lines_end_before_140_files_before_300_lines_and_pages_before_200()
    {
        var files = SourceFiles("src", "*.cs")
            .Concat(SourceFiles("src", "*.cshtml"))
            .Concat(SourceFiles("src/Regatta.Web/Client", "*.js"))
            .Concat(SourceFiles("src/Regatta.Web/Client", "*.scss"))
            .Concat(SourceFiles("demo", "*.cs"))
            .Concat(SourceFiles("benchmarks", "*.cs"))
            .Concat(SourceFiles("benchmarks", "*.mjs"))
            .ToList();
        Assert.True(files.Count > 250);
        string[] wide =
        [
            .. from file in files.Where(file => file.EndsWith(".cs", StringComparison.Ordinal))
            from line in File.ReadLines(file).Select((text, at) => (text, at)).Where(line => line.text.Length > 140)
            select $"{file}:{line.at + 1}",
        ];
        Assert.Equal([], wide);
        string[] longFiles =
        [
            .. files.Where(file => File.ReadLines(file).Count() > (file.EndsWith(".cshtml.cs", StringComparison.Ordinal) ? 200 : 300)),
        ];
        Assert.Equal([], longFiles);
    }

    /// <summary>A pattern that goes back over what it has read can take seconds over one line somebody types.</summary>
    [Fact]
    public void No_pattern_goes_back_over_what_it_has_read()
    {
        // The quotes of a pasted table are found by looking one character back, which no other kind of pattern can.
        string[] looksBack = ["TableText"];
        var patterns = (
            from assembly in new[] { typeof(Core.Units.Length).Assembly, typeof(Formats.Bundles.Bundle).Assembly, typeof(Program).Assembly }
            from type in assembly.GetTypes()
            from method in type.GetMethods(BindingFlags.Static | BindingFlags.NonPublic | BindingFlags.Public | BindingFlags.DeclaredOnly)
            let pattern = method.GetCustomAttribute<GeneratedRegexAttribute>()
            where pattern is not null && !looksBack.Contains(type.Name)
            select (Name: $"{type.Name}.{method.Name}", pattern.Options)
        ).ToList();
        Assert.True(patterns.Count > 12, $"Only {patterns.Count} patterns were found.");
        Assert.Equal([], patterns.Where(one => !one.Options.HasFlag(RegexOptions.NonBacktracking)).Select(one => one.Name));
    }

    private static IEnumerable<string> SourceFiles(string folder, string pattern)
    {
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (root is not null && !File.Exists(Path.Combine(root.FullName, "Regatta.slnx")))
        {
            root = root.Parent;
        }

        Assert.NotNull(root);
        return Directory
            .EnumerateFiles(Path.Combine(root.FullName, folder), pattern, SearchOption.AllDirectories)
            .Where(file => !file.Contains("/obj/", StringComparison.Ordinal) && !file.Contains("/bin/", StringComparison.Ordinal));
    }

    [Fact]
    public void No_page_speaks_SQL() =>
        AssertNone(
            Types
                .InAssembly(typeof(Program).Assembly)
                .That()
                .ResideInNamespace("Regatta.Web.Pages")
                .ShouldNot()
                .HaveDependencyOnAny("Npgsql", "Dapper")
        );

    [Fact]
    public void Every_page_says_who_may_use_it()
    {
        var pages = typeof(Program).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(PageModel)) && !type.IsAbstract).ToList();
        Assert.NotEmpty(pages);
        Assert.All(
            pages,
            page =>
                Assert.True(
                    page.GetCustomAttribute<AuthorizeAttribute>()?.Policy is not null
                        || page.GetCustomAttribute<AllowAnonymousAttribute>() is not null,
                    $"{page.Name} says not who may use it."
                )
        );
    }

    private static void AssertNone(ConditionList rule)
    {
        var result = rule.GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
