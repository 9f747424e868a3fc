namespace Regatta.Application.Membership;

/// <summary>What somebody does with their own account.</summary>
public sealed class OwnAccount(People people, DailyLetters letters, SignIns signIns, Sails sails)
{
    /// <summary>Asks for a letter a day of what is new, or for no more.</summary>
    public Task ChooseLettersAsync(Guid person, bool daily) => letters.ChooseAsync(person, daily);

    /// <summary>Keeps how long their hands are.</summary>
    public Task SaveHandsAsync(Guid person, IReadOnlyDictionary<BodyMeasure, Length> hands) => people.SaveHandsAsync(person, hands);

    /// <summary>Keeps what a member says they sail in a club, all of it.</summary>
    public Task SaveSailsAsync(Actor actor, IReadOnlyList<SailedClass> classes) =>
        sails.SaveAsync(actor.Club.Ref, actor.Person, [.. classes.DistinctBy(own => own.Class)]);

    /// <summary>Notes that who signed in has just shown again who they are.</summary>
    public Task ProveAsync(Guid signIn) => signIns.ProveAsync(signIn);

    /// <summary>Ends one of their sign-ins.</summary>
    public Task EndSignInAsync(Guid signIn, Guid person) => signIns.EndAsync(signIn, person);

    /// <summary>Says that a sign-in that was not expected was one's own.</summary>
    public Task ExpectSignInAsync(Guid signIn, Guid person) => signIns.ExpectAsync(signIn, person);

    /// <summary>Ends all their sign-ins.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="but">One that goes on; null for none.</param>
    public Task EndSignInsAsync(Guid person, Guid? but) => signIns.EndAllAsync(person, but);
}
