namespace Regatta.Core.Tests.Trials;

/// <summary>Who may do what in a trial at the same time: common practice, no source.</summary>
public sealed class TrialRoleTests
{
    private static readonly Guid Ann = Guid.NewGuid();
    private static readonly Guid Bea = Guid.NewGuid();

    [Theory]
    [InlineData(TrialRole.ReadsTape, TrialRole.LooksOut, true)]
    [InlineData(TrialRole.SteersFirst, TrialRole.SteersSecond, true)]
    [InlineData(TrialRole.SteersFirst, TrialRole.ReadsTape, true)]
    [InlineData(TrialRole.SteersSecond, TrialRole.ReadsTape, true)]
    [InlineData(TrialRole.SteersFirst, TrialRole.LooksOut, false)]
    public void Two_roles_of_one_person_go_together_or_are_refused_at_the_second(TrialRole one, TrialRole other, bool refused)
    {
        Assert.Null(TrialRoles.Problem(new Dictionary<TrialRole, Guid> { [one] = Ann, [other] = Bea }));
        var problem = TrialRoles.Problem(new Dictionary<TrialRole, Guid> { [one] = Ann, [other] = Ann });
        Assert.Equal(refused ? other : null, problem?.Role);
    }

    [Fact]
    public void One_boat_has_no_second_helm() => Assert.DoesNotContain(TrialRole.SteersSecond, TrialRoles.Of(TrialDesign.Ladder));
}
