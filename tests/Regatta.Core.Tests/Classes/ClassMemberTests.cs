using System.Reflection;
using System.Text.Json.Nodes;
using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Classes;

/// <summary>The one list of what a captain can say of a class: nothing of the definition is missing from it, and whatever walks it
/// carries every member.</summary>
public sealed class ClassMemberTests
{
    private static readonly IReadOnlyList<ClassDefinition> Known =
    [
        .. StarterKits.All.Select(kit => kit.Class),
        .. BundleReader
            .Read(File.ReadAllBytes("Data/wenlow.json"), new DateTimeOffset(2026, 11, 23, 12, 0, 0, TimeSpan.Zero))
            .Bundle!.Classes.Select(bundled => bundled.Class),
    ];

    [Fact]
    public void Every_settable_property_of_a_definition_is_a_member()
    {
        var settable = typeof(ClassDefinition)
            .GetProperties(BindingFlags.Public | BindingFlags.Instance)
            .Where(property => property.SetMethod is not null)
            .Select(property => property.Name)
            .Except([nameof(ClassDefinition.Key)])
            .Order();
        Assert.Equal(settable, ClassMembers.All.Select(member => member.Property).Distinct().Order());
        Assert.Equal(ClassMembers.All.Length, ClassMembers.All.Select(member => member.Name).Distinct().Count());
    }

    [Fact]
    public void Every_settable_property_of_a_control_is_on_its_list_and_makes_two_controls_differ()
    {
        var settable = typeof(Control)
            .GetProperties(BindingFlags.Public | BindingFlags.Instance)
            .Where(property => property.SetMethod is not null)
            .Select(property => property.Name)
            .Except([nameof(Control.Key)])
            .Order();
        Assert.Equal(settable, ControlMembers.All.Select(member => member.Property).Order());
        var controls = Known.SelectMany(definition => definition.Known).ToList();
        foreach (var (one, other) in controls.Zip(controls.Skip(1)))
        {
            var alike = other with { Key = one.Key };
            Assert.Equal(one.Equals(alike), ControlMembers.All.All(member => member.Compare(one, alike) is null));
        }
    }

    [Fact]
    public void What_is_written_is_read_as_it_was()
    {
        foreach (var definition in Known)
        {
            var json = ClassJson.Write(definition);
            var read = ClassJson.Read(definition.Key, JsonNode.Parse(json.ToJsonString(ClassValues.Options))!.AsObject());
            Assert.True(JsonNode.DeepEquals(json, ClassJson.Write(read)), definition.Key);
            Assert.Empty(DefinitionDiff.Between(definition, read));
            Assert.Equal(definition.Controls, read.Controls);
            Assert.Equal(definition.KnownQuestions, read.KnownQuestions);
            Assert.Equal(definition.PlanModes, read.PlanModes);
        }
    }

    [Fact]
    public void One_member_changed_is_one_part_of_the_history_and_can_be_taken_back()
    {
        var changed = new HashSet<string>();
        foreach (var (definition, other) in Known.Zip(Known.Skip(1).Append(Known[0])))
        {
            // Controls are known by their parts, and what a band was numbered never goes back.
            foreach (var member in ClassMembers.All.Where(member => member.InHistory && member.Name is not ("controls" or "inUse")))
            {
                if (member.Write(other) is not { } value)
                {
                    continue;
                }

                var after = member.Read(definition, value);
                if (ClassParts.Between(definition, after) is not { } parts)
                {
                    continue;
                }

                // A table of crews takes the place of a rule, and a rule of a table.
                var touched = parts.After.Select(part => part.Key).Except(["crewRule", "crewOffsets"]).ToList();
                Assert.Equal(member.Name.StartsWith("crew", StringComparison.Ordinal) ? touched : [member.Name], touched);
                changed.Add(member.Name);
                Assert.Equal(ClassJson.Write(after).ToJsonString(), ClassJson.Write(parts.PutInto(definition)!).ToJsonString());
                Assert.Null(parts.PutInto(after));
                Assert.Null(ClassParts.Between(definition, new ClassParts(parts.After, parts.Before).PutInto(after)!));
                Assert.True(member.Title.Length == 0 || member.Compare(definition, after) is not null || member.Name is "plans" or "modes");
            }
        }

        Assert.True(changed.Count >= 20, string.Join(", ", changed));
    }

    [Fact]
    public void A_document_with_a_member_nobody_knows_or_without_one_it_needs_is_no_class()
    {
        var json = ClassJson.Write(Known[0]);
        json["secret"] = 1;
        Assert.Equal("secret", Assert.Throws<ClassJsonException>(() => ClassJson.Read("x", json)).Where);
        foreach (var member in ClassMembers.All)
        {
            var without = ClassJson.Write(Known[0]);
            without.Remove(member.Name);
            if (member.Required)
            {
                Assert.Equal(member.Name, Assert.Throws<ClassJsonException>(() => ClassJson.Read("x", without)).Where);
            }
            else if (member.Name != "controls")
            {
                ClassJson.Read("x", without);
            }
        }
    }

    [Fact]
    public void No_list_grows_without_end()
    {
        var definition = Known[0] with { Checks = [.. Enumerable.Range(0, Limits.Sentences + 1).Select(at => $"check {at}")] };
        Assert.Contains($"A class has at most {Limits.Sentences} checks.", definition.Problems());
        Assert.DoesNotContain(Known[0].Problems(), problem => problem.Contains("at most", StringComparison.Ordinal));
        Assert.All(ClassMembers.All.Where(member => member.Most is not null), member => Assert.NotEmpty(member.Plural));
    }
}
