using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Access;

/// <summary>Words a password may not be made of beside those of the account: of the club somebody is about to join.</summary>
public sealed class PasswordWords
{
    public List<string> Further { get; } = [];
}

/// <summary>Refuses a password that is soon guessed: one of the many that are common, or made of the person's own or the club's
/// words.</summary>
internal sealed class PasswordRules(Clubs clubs, PasswordWords words) : IPasswordValidator<Person>
{
    /// <summary>The longest password; the work of judging one grows faster than its length.</summary>
    public const int Longest = 128;

    /// <summary>How hard to guess it must be, on the scale of 0 to 4 of the estimate.</summary>
    private const int Hard = 2;

    /// <summary>What is judged of a long password; so much is enough to be hard to guess.</summary>
    private const int Judged = 40;

    private static readonly string[] OwnWords = ["regatta", "sailing", "tuning", "matrix", DemoLoader.Password];

    public async Task<IdentityResult> ValidateAsync(UserManager<Person> manager, Person user, string? password)
    {
        if (user.IsDemo || password is null)
        {
            return IdentityResult.Success;
        }

        if (password.Length > Longest)
        {
            return Refuse("PasswordTooLong", $"Keep it to {Longest} letters.");
        }

        var clubWords = (await clubs.OfAsync(user.Id)).SelectMany(club => Words(club.Name).Append(club.Key));
        string?[] own =
        [
            user.SignInName,
            user.Email,
            .. Words(user.DisplayName),
            .. Words(user.FullName),
            .. clubWords,
            .. words.Further,
            .. OwnWords,
        ];
        var known = own.OfType<string>().Where(word => word.Length > 2).ToList();
        var estimate = new Zxcvbn.Zxcvbn().EvaluatePassword(password.Length > Judged ? password[..Judged] : password, known);
        return estimate.Score >= Hard
            ? IdentityResult.Success
            : Refuse(
                "PasswordGuessed",
                "That is guessed soon: it is common, or made of the names here. "
                    + "Take four or five words that have nothing to do with each other."
            );
    }

    private static string[] Words(string? text) => text?.Split(' ', StringSplitOptions.RemoveEmptyEntries) ?? [];

    private static IdentityResult Refuse(string code, string why) =>
        IdentityResult.Failed(new IdentityError { Code = code, Description = why });
}
