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

    /// <summary>What is written goes through a use case. A page holds no type of the store that can do anything but what
    /// <c>IRead…</c> says; those interfaces are few enough to be looked over.</summary>
    [Fact]
    public void No_page_takes_a_type_that_writes()
    {
        const BindingFlags Any = BindingFlags.Instance | BindingFlags.Static | BindingFlags.Public | BindingFlags.NonPublic;
        var writers = typeof(Db)
            .Assembly.GetTypes()
            .Where(type =>
                type.IsClass
                && type.GetMethods(Any | BindingFlags.DeclaredOnly).Any(method => method.Name.EndsWith("Async", StringComparison.Ordinal))
            )
            .ToHashSet();
        Assert.True(writers.Count > 30);
        Assert.Equal(
            [],
            from page in typeof(Program).Assembly.GetTypes()
            where page.Namespace?.StartsWith("Regatta.Web.Pages", StringComparison.Ordinal) == true
            from taken in page.GetConstructors(Any)
                .SelectMany(made => made.GetParameters())
                .Concat(page.GetMethods(Any).SelectMany(method => method.GetParameters()))
                .Select(parameter => parameter.ParameterType)
                .Concat(page.GetFields(Any).Select(field => field.FieldType))
                .Distinct()
            where writers.Contains(taken)
            select $"{page.Name} takes {taken.Name}"
        );
    }

    [Fact]
    public void What_pages_read_by_changes_nothing()
    {
        string[] writing =
        [
            "Add",
            "Save",
            "Set",
            "Remove",
            "Rename",
            "Make",
            "Withdraw",
            "Publish",
            "Apply",
            "Delete",
            "Keep",
            "End",
            "Undo",
        ];
        var reading = typeof(Db).Assembly.GetExportedTypes().Where(type => type.IsInterface && type.Name.StartsWith("IRead")).ToList();
        Assert.True(reading.Count > 20);
        Assert.Equal(
            [],
            from type in reading
            from method in type.GetMethods()
            where writing.Any(word => method.Name.StartsWith(word, StringComparison.Ordinal))
            where method.Name is not ("EndingAfterAsync" or "RemovedAsync" or "MadeAtAsync")
            select $"{type.Name}.{method.Name}"
        );
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
            .. from file in files.Where(file => Path.GetExtension(file) is ".cs" or ".cshtml")
            from line in File.ReadLines(file).Select((text, at) => (text, at)).Where(line => line.text.Length > 140)
            select $"{file}:{line.at + 1}",
        ];
        Assert.Equal([], wide);
        Assert.Equal(
            [],
            files.Where(file =>
                File.ReadLines(file).Any(line => line.StartsWith("namespace ", StringComparison.Ordinal) && !line.EndsWith(';'))
            )
        );
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

    [Fact]
    public void The_version_is_the_newest_head_of_the_changelog() =>
        Assert.Equal(
            File.ReadLines(Path.Combine(Repository.Root, "CHANGELOG.md")).First(line => line.StartsWith("## ", StringComparison.Ordinal)),
            $"## {AppVersion.Shown}"
        );

    /// <summary>Limits have one truth: whoever advises asks <see cref="Carry"/>, and its sentences are <see cref="CarryText"/>'s. The
    /// page of reefs shows the limits themselves, and a finding names one.</summary>
    [Fact]
    public void Nothing_but_one_function_judges_limits_and_says_what_may_be_carried()
    {
        string[] showTheLimits = ["ReefsModel", "LimitDisc", "CardSheet", "PlanJudgement"];
        string[] judges = [typeof(ReefPoints).FullName!, typeof(LimitChart).FullName!];
        var others = new[] { typeof(Carry).Assembly, typeof(Actor).Assembly, typeof(Program).Assembly }
            .SelectMany(assembly => Types.InAssembly(assembly).That().HaveDependencyOnAny(judges).GetTypes())
            .Where(type => !judges.Contains(type.FullName) && type.Namespace != typeof(Carry).Namespace)
            .Select(type => type.FullName!.Split('+')[0].Split('.')[^1])
            .Distinct()
            .Except(showTheLimits)
            .ToList();
        Assert.Equal([], others.Where(name => !name.StartsWith("Pages_", StringComparison.Ordinal)));

        var sentences = new Regex(
            "(stay ashore|[Rr]eef before \\{|[\".:] ?[Cc]arry [{@]|[Tt]oo much (now|from|for))",
            RegexOptions.NonBacktracking
        );
        var saidElsewhere =
            from file in SourceFiles("src", "*.cs").Concat(SourceFiles("src", "*.cshtml"))
            where Path.GetFileName(file) != "CarryText.cs"
            from line in File.ReadLines(file)
            where !line.TrimStart().StartsWith("//", StringComparison.Ordinal) && sentences.IsMatch(line)
            select $"{Path.GetFileName(file)}: {line.Trim()}";
        Assert.Equal([], saidElsewhere);
    }

    private static IEnumerable<string> SourceFiles(string folder, string pattern)
    {
        return Directory
            .EnumerateFiles(Path.Combine(Repository.Root, folder), pattern, SearchOption.AllDirectories)
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
