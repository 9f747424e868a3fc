using CsCheck;
using Regatta.Core.People;

namespace Regatta.Core.Tests;

/// <summary>Names and addresses as they are pasted out of tables and letters.</summary>
public sealed class PersonListTests
{
    [Theory]
    [InlineData("Joss Reed, joss@club.example")]
    [InlineData("Joss Reed\tjoss@club.example")]
    [InlineData("\"Joss Reed\" <joss@club.example>")]
    [InlineData("joss@club.example; Joss Reed")]
    [InlineData("\n  Joss Reed , joss@club.example \r\n\n")]
    public void A_line_is_a_name_and_an_address(string text) =>
        Assert.Equal([("Joss Reed", "joss@club.example")], PersonList.Read(text, 60).Value);

    [Theory]
    [InlineData("Joss Reed", "Line 1")]
    [InlineData("Joss, joss@club.example\nWen, wen", "Line 2")]
    [InlineData("Joss, joss@club.example, sailor", "Line 1")]
    [InlineData("Joss, joss@club.example\n\nWen, Joss@Club.example", "Line 3: Joss@Club.example stands in the list twice")]
    [InlineData("  \n ", "Paste one name")]
    public void What_is_not_understood_is_named_by_its_line(string text, string says) =>
        Assert.Contains(says, PersonList.Read(text, 60).Problem);

    [Fact]
    public void Everybody_comes_in_their_order_up_to_what_may_be() =>
        Gen.Int[1, 80]
            .Sample(count =>
            {
                var text = string.Join('\n', Enumerable.Range(0, count).Select(at => $"N {at}, n{at}@club.example"));
                var read = PersonList.Read(text, 60);
                Assert.Equal(count <= 60, read.Ok);
                Assert.True(
                    !read.Ok || read.Value.Select(person => person.Name).SequenceEqual(Enumerable.Range(0, count).Select(at => $"N {at}"))
                );
            });
}
