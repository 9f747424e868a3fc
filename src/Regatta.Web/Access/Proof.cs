using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.ViewFeatures;

namespace Regatta.Web.Access;

/// <summary>What was sent to a grave act, and waits for the password: it is sent on with it, so that nothing typed is lost.</summary>
/// <param name="Action">Where it goes.</param>
/// <param name="Fields">What was typed.</param>
/// <param name="Problem">What was wrong with the password; null before one was given.</param>
public sealed record ProveFirst(string Action, IReadOnlyList<(string Name, string Value)> Fields, string? Problem);

/// <summary>Grave acts: whoever does one must have shown password or passkey within the last minutes, else does so first. What was typed is
/// kept, and sent on with the password.</summary>
/// <param name="acts">Which of the page's handlers are grave, as <c>POST Invite</c>, or <c>POST</c> for the usual one; none for the whole
/// page.</param>
[AttributeUsage(AttributeTargets.Class)]
public sealed class NeedsProofAttribute(params string[] acts) : Attribute, IAsyncPageFilter
{
    /// <summary>How long a proof holds.</summary>
    public static readonly TimeSpan Holds = TimeSpan.FromMinutes(10);

    /// <summary>The field that carries the password beside what was typed.</summary>
    public const string Field = "proof-password";

    private const string Tries = "password again";

    /// <summary>Which handlers are grave; none for the whole page.</summary>
    public IReadOnlyList<string> Acts => acts;

    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        var request = context.HttpContext.Request;
        if (!IsGrave(request.Method, context.HandlerMethod?.Name) || await IsProvedAsync(context.HttpContext))
        {
            await next();
            return;
        }

        var form = HttpMethods.IsPost(request.Method) && request.HasFormContentType ? await request.ReadFormAsync() : null;
        string? problem = null;
        if (form is not null && form.TryGetValue(Field, out var password))
        {
            problem = await ProveAsync(context.HttpContext, password.ToString());
            if (problem is null)
            {
                await next();
                return;
            }
        }

        context.HttpContext.RequestServices.GetRequiredService<ActNote>().Refuse(problem ?? "the password was not shown lately");
        // Files and passwords are not sent along: who sent one shows the password first and then sends it again.
        context.Result =
            form is null || form.Files.Count > 0 || form.Keys.Any(name => name != Field && SecretFields.Is(name))
                ? new RedirectResult("/prove?back=" + Uri.EscapeDataString(request.Path + request.QueryString))
                : Ask(
                    context.HttpContext,
                    new(
                        request.Path + request.QueryString,
                        [
                            .. form.Where(field => field.Key != Field)
                                .SelectMany(field => field.Value.Select(value => (field.Key, value ?? ""))),
                        ],
                        problem
                    )
                );
    }

    private bool IsGrave(string method, string? handler) => acts.Length == 0 || acts.Contains($"{method} {handler}".Trim());

    private static async Task<bool> IsProvedAsync(HttpContext context)
    {
        var services = context.RequestServices;
        return context.User.Session() is { } session
            && await services.GetRequiredService<SignIns>().FindAsync(session) is { } signIn
            && signIn.ProvedAt > services.GetRequiredService<TimeProvider>().GetUtcNow() - Holds;
    }

    /// <summary>Takes the password of whoever is signed in.</summary>
    /// <returns>What was wrong, in a sentence; null where it is theirs.</returns>
    public static async Task<string?> ProveAsync(HttpContext context, string? password)
    {
        var services = context.RequestServices;
        var (accounts, guessing) = (services.GetRequiredService<UserManager<Person>>(), services.GetRequiredService<SignInThrottle>());
        if (!await guessing.MayAsync(Tries, context.User.Id()))
        {
            return "Too many tries. Wait five minutes, then try again.";
        }

        if (
            await accounts.GetUserAsync(context.User) is not { } person
            || context.User.Session() is not { } session
            || password is not { Length: > 0 and <= PasswordRules.Longest }
            || !await accounts.CheckPasswordAsync(person, password)
        )
        {
            return "That is not your password.";
        }

        await guessing.RightAsync(Tries, person.Id);
        await services.GetRequiredService<OwnAccount>().ProveAsync(session);
        return null;
    }

    private static ViewResult Ask(HttpContext context, ProveFirst asked) =>
        new()
        {
            ViewName = "/Pages/Account/_ProveFirst.cshtml",
            StatusCode = StatusCodes.Status403Forbidden,
            ViewData = new ViewDataDictionary<ProveFirst>(
                context.RequestServices.GetRequiredService<IModelMetadataProvider>(),
                new ModelStateDictionary()
            )
            {
                Model = asked,
            },
        };
}
