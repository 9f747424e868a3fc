using System.Reflection;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using NetArchTest.Rules;
using Regatta.Core;
using Regatta.Formats.Bundles;
using Regatta.Store;

namespace Regatta.Web.Tests;

public sealed class ArchitectureTests
{
    [Fact]
    public void The_core_knows_of_nothing_outside_it() => AssertNone(
        Types.InAssembly(typeof(Parsed<>).Assembly).ShouldNot().HaveDependencyOnAny("Microsoft", "Npgsql", "Dapper", "System.IO", "System.Net", "Regatta.Formats", "Regatta.Store", "Regatta.Web"));

    [Fact]
    public void Formats_know_of_the_core_alone() => AssertNone(
        Types.InAssembly(typeof(Bundle).Assembly).ShouldNot().HaveDependencyOnAny("Microsoft", "Npgsql", "Dapper", "Regatta.Store", "Regatta.Web"));

    [Fact]
    public void The_store_knows_of_no_page() => AssertNone(Types.InAssembly(typeof(Classes).Assembly).ShouldNot().HaveDependencyOnAny("Microsoft.AspNetCore", "Regatta.Web"));

    [Fact]
    public void No_page_speaks_SQL() => AssertNone(Types.InAssembly(typeof(Program).Assembly).That().ResideInNamespace("Regatta.Web.Pages").ShouldNot().HaveDependencyOnAny("Npgsql", "Dapper"));

    [Fact]
    public void Every_page_says_who_may_use_it()
    {
        var pages = typeof(Program).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(PageModel)) && !type.IsAbstract).ToList();
        Assert.NotEmpty(pages);
        Assert.All(pages, page => Assert.True(
            page.GetCustomAttribute<AuthorizeAttribute>()?.Policy is not null || page.GetCustomAttribute<AllowAnonymousAttribute>() is not null,
            $"{page.Name} says not who may use it."));
    }

    private static void AssertNone(ConditionList rule)
    {
        var result = rule.GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
