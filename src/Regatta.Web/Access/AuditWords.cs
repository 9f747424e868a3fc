using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;

namespace Regatta.Web.Access;

/// <summary>What acts are called in the trail.</summary>
public static class AuditWords
{
    private static readonly Dictionary<string, string> Words = new()
    {
        ["Account/Data"] = "Change consent and mail address",
        ["Account/Data:Remove"] = "Remove the own account",
        ["Account/Forgot"] = "Ask for a new password",
        ["Account/Found"] = "Found a club",
        ["Account/Invitation"] = "Take an invitation up",
        ["Account/Invitation:Open"] = "Open an account for an invitation",
        ["Account/Me"] = "Change units",
        ["Account/Me:Hands"] = "Change body measures",
        ["Account/Me:Letters"] = "Choose letters",
        ["Account/EndLetters"] = "Stop letters by their address",
        ["Account/Me:SignOut"] = "Sign out",
        ["Account/Member"] = "Change roles",
        ["Account/Member:HandOver"] = "Hand the club over",
        ["Account/Member:Let"] = "Reinstate a member",
        ["Account/Member:Password"] = "Send a member a new password’s address",
        ["Account/Member:Remove"] = "Remove a member",
        ["Account/Member:Suspend"] = "Suspend a member",
        ["Account/People"] = "Invite somebody",
        ["Account/People:Group"] = "Invite a group",
        ["Account/People:List"] = "Invite a list",
        ["Account/People:Factor"] = "Change whether coordinators need a second factor",
        ["Account/People:InviteClub"] = "Invite a club",
        ["Account/People:Again"] = "Send an invitation again",
        ["Account/People:Withdraw"] = "Withdraw an invitation",
        ["Account/Prove"] = "Show the password again",
        ["Account/Reset"] = "Set a new password",
        ["Account/SecondFactor"] = "Give a second factor",
        ["Account/SecondFactor:Recover"] = "Give a recovery code",
        ["Account/Security"] = "Change the password",
        ["Account/Security:Codes"] = "Make recovery codes",
        ["Account/Security:End"] = "End a sign-in",
        ["Account/Security:Mine"] = "Say whose a sign-in was",
        ["Account/Security:EndOthers"] = "End all other sign-ins",
        ["Account/Security:Passkey"] = "Add a passkey",
        ["Account/Security:PasskeyOptions"] = "Begin to add a passkey",
        ["Account/Security:RemovePasskey"] = "Remove a passkey",
        ["Account/SetUpFactor"] = "Set a second factor up",
        ["Account/SetUpFactor:Off"] = "Turn the second factor off",
        ["Account/SignIn"] = "Sign in",
        ["Account/SignIn:Demo"] = "Sign in as one of the demo’s people",
        ["Account/SignIn:Passkey"] = "Sign in by passkey",
        ["Account/SignIn:PasskeyOptions"] = "Begin to sign in by passkey",
        ["Cards/MemberCard:Crew"] = "Change the own crew",
        ["Cards/MemberCard:Forget"] = "Forget what was noted afloat",
        ["Cards/MemberCard:Note"] = "Note what is set afloat",
        ["Cards/MemberCard:Seen"] = "See what changed in a class",
        ["Cards/MemberCard:TakeBack"] = "Take a note back",
        ["Cards/MemberCard:Offsets"] = "Change the own offsets",
        ["Gauging/GaugeDetails:Keep"] = "Keep what was measured in a picture",
        ["Gauging/GaugeDetails:Read"] = "Measure in a picture",
        ["Gauging/PictureDetails:Forget"] = "Forget a reading of a picture",
        ["Gauging/PictureDetails:Give"] = "Give a picture to the class",
        ["Gauging/PictureDetails:TakeBack"] = "Take a given picture back",
        ["Today/Sailing"] = "Say what is sailed",
        ["ClassSetup/Bands"] = "Change bands",
        ["ClassSetup/Bands:Join"] = "Join bands",
        ["ClassSetup/Bands:Split"] = "Split a band",
        ["ClassSetup/BoatList"] = "Add a boat",
        ["ClassSetup/BoatSails"] = "Change a boat’s sails",
        ["ClassSetup/BoatSails:Fittings"] = "Change a boat’s fittings",
        ["ClassSetup/BoatSails:Specified"] = "Write what is printed on a sail as first marks",
        ["ClassSetup/ControlEditor"] = "Change a control",
        ["ClassSetup/QuestionEditor:Told"] = "Look at what answers are told",
        ["ClassSetup/ControlEditor:Kind"] = "Choose a control’s kind",
        ["ClassSetup/ControlEditor:Means"] = "Choose what a control does",
        ["ClassSetup/ControlList"] = "Change the list of controls",
        ["ClassSetup/CrewRules"] = "Change the crew reading",
        ["ClassSetup/DeleteClass"] = "Delete a class",
        ["ClassSetup/Gears"] = "Change gears",
        ["ClassSetup/MarkGuide"] = "Lay the marks of a control",
        ["ClassSetup/Measure"] = "Measure a boat",
        ["ClassSetup/Measure:Anew"] = "Measure a boat anew",
        ["ClassSetup/Measure:Remove"] = "Remove a measured pair",
        ["ClassSetup/Measure:Table"] = "Measure a boat by a table",
        ["ClassSetup/NewClass"] = "Make a class",
        ["ClassSetup/NewClassTable"] = "Read a table of a class",
        ["ClassSetup/NewClassTable:Make"] = "Make a class of a table",
        ["ClassSetup/BoatDetails"] = "Change a boat",
        ["ClassSetup/BoatDetails:Remove"] = "Remove a boat",
        ["ClassSetup/BoatDetails:Retire"] = "Retire a boat",
        ["ClassSetup/BoatDetails:BringBack"] = "Take a boat into use again",
        ["ClassSetup/QuestionEditor"] = "Change a question",
        ["ClassSetup/QuestionEditor:Kind"] = "Choose how a question is answered",
        ["ClassSetup/Schools"] = "Follow a school",
        ["ClassSetup/QuestionList"] = "Change the list of questions",
        ["ClassSetup/SailPlans"] = "Change sail plans and modes",
        ["ClassSetup/Settings"] = "Change the class",
        ["Logging/Log"] = "Log a session",
        ["Logging/Logbook:BringBack"] = "Bring a log back",
        ["Logging/Logbook:Import"] = "Import logs",
        ["Logging/LogDetails"] = "Remove a log",
        ["Logging/LogDetails:Track"] = "Add a track to a log",
        ["Evidence/WhatLogsProve:Reporter"] = "Decide on a reporter who always writes the same",
        ["Evidence/WhatLogsProve:Weigh"] = "Weigh the runs anew",
        ["Evidence/Exchange"] = "Borrow another club’s sums",
        ["Evidence/Exchange:Offer"] = "Offer sums to the clubs here",
        ["Evidence/Exchange:Withdraw"] = "Withdraw offered sums",
        ["Evidence/Exchange:Take"] = "Borrow offered sums",
        ["Evidence/Exchange:Weigh"] = "Change how much borrowed sums count",
        ["Planning/Coming"] = "Say that they come",
        ["Planning/Coming:StayAway"] = "Take back that they are coming",
        ["Planning/TrialDetails"] = "Keep a run of a trial",
        ["Planning/TrialDetails:End"] = "End a trial",
        ["Planning/TrialList"] = "Plan a trial",
        ["Planning/ChangeTrial"] = "Change a trial",
        ["Planning/ChangeTrial:CallOff"] = "Call a trial off",
        ["Planning/CalendarPage"] = "Plan a day",
        ["Planning/MyFeed"] = "Make a calendar address",
        ["Planning/CalendarPage:File"] = "Import a calendar",
        ["Planning/MyFeed:Withdraw"] = "Withdraw a calendar address",
        ["Planning/ChangeDay"] = "Change a day",
        ["Planning/DayDetails"] = "Remove a day",
        ["Publishing/History:Redo"] = "Redo an edit",
        ["Publishing/History:Restore"] = "Bring back what was taken away",
        ["Publishing/History:Undo"] = "Undo an edit",
        ["Publishing/Versions"] = "Publish a version",
        ["Publishing/Versions:Restore"] = "Restore a version",
        ["Balance/EditCures"] = "Change what cures what",
        ["Balance/EditCures:Usual"] = "Go back to the usual cures",
        ["Balance/EditDrawing"] = "Draw the boat",
        ["Balance/EditDrawing:Tape"] = "Draw the boat from the tape",
        ["Rigging/CautionList"] = "Change cautions",
        ["Account/ClubDetails"] = "Change the club’s name and time zone",
        ["Rigging/ClubSafety"] = "Change the club’s limit and cautions",
        ["Rigging/EditCouplings"] = "Change what disturbs what",
        ["Rigging/EditProcedure"] = "Change a procedure",
        ["Rigging/EditReefs"] = "Change reefs and limits",
        ["Rigging/ProcedureDetails"] = "Keep a drill’s time",
        ["Rigging/Rake"] = "Change the rig’s lengths",
        ["Rigging/RigUp"] = "Rig up",
        ["Rigging/RigUp:Finish"] = "Finish rigging up",
        ["Sharing/Import"] = "Import classes",
        ["Sharing/Share"] = "Make a public link",
        ["Sharing/Share:Withdraw"] = "Withdraw a public link",
        ["Theme"] = "Choose a theme",
        ["Tuning/Copy:Band"] = "Copy a band",
        ["Tuning/Copy:PlanMode"] = "Copy a matrix",
        ["Tuning/Matrix:Build"] = "Change many cells",
        ["Tuning/Matrix:Cell"] = "Change a cell",
        ["Tuning/Matrix:Decide"] = "Decide a proposal",
        ["Tuning/Matrix:Edge"] = "Move the edge of a band",
        ["Tuning/Matrix:Mend"] = "Mend a cell",
        ["Tuning/Matrix:Redo"] = "Redo an edit",
        ["Tuning/Matrix:Undo"] = "Undo an edit",
        ["Tuning/Paste"] = "Look a pasted table over",
        ["Tuning/Paste:Take"] = "Paste a table",
    };

    /// <summary>What is sent but changes nothing that anybody else could ask after.</summary>
    private static readonly HashSet<string> OfNoWeight =
    [
        "Theme",
        "Account/Me",
        "Tuning/Paste",
        "ClassSetup/ControlEditor:Kind",
        "ClassSetup/ControlEditor:Means",
        "ClassSetup/QuestionEditor:Told",
        "ClassSetup/QuestionEditor:Kind",
        "Gauging/GaugeDetails:Read",
        "Account/Security:PasskeyOptions",
        "Account/SignIn:PasskeyOptions",
    ];

    /// <summary>Whether an act of this name has words; a test holds that every one has.</summary>
    public static bool Has(string page, string handler) => Words.ContainsKey(Name(page, handler));

    /// <summary>Whether a request is one of the acts that have words.</summary>
    public static bool IsAct(HttpContext context) => NameOf(context) is { } name && Words.ContainsKey(name);

    /// <summary>What the act of a request is called.</summary>
    public static string Of(HttpContext context) =>
        NameOf(context) is { } name && Words.TryGetValue(name, out var words) && !HttpMethods.IsGet(context.Request.Method)
            ? words
            : $"{(HttpMethods.IsGet(context.Request.Method) ? "Look at" : "Send to")} {PathOf(context)}";

    /// <summary>The address without what opens something.</summary>
    private static string PathOf(HttpContext context) =>
        context.Request.RouteValues.TryGetValue(Token, out var token) && token is string { Length: > 0 } secret
            ? context.Request.Path.ToString().Replace(secret, "…", StringComparison.Ordinal)
            : context.Request.Path;

    /// <summary>The route's name of the secret in the address of a card or a calendar.</summary>
    private const string Token = "token";

    /// <summary>What is counted together where it is refused again and again: a page, whatever its address names, and all that is no
    /// page.</summary>
    public static string Kind(HttpContext context) =>
        NameOf(context) is { } name ? $"{context.Request.Method} {name}"
        : context.GetEndpoint() is RouteEndpoint { RoutePattern.RawText: { } pattern } ? $"{context.Request.Method} {pattern}"
        : "no page";

    /// <summary>What an act is about where nobody said: what the address names.</summary>
    public static string Subject(HttpContext context) =>
        string.Join(
            ", ",
            context
                .Request.RouteValues.Where(part => part.Key is not ("page" or "club" or "handler" or Token))
                .Select(part => $"{(part.Key == "key" ? "class" : part.Key)} {part.Value}")
        );

    /// <summary>Whether an act is not kept.</summary>
    public static bool IsOfNoWeight(HttpContext context) => NameOf(context) is { } name && OfNoWeight.Contains(name);

    private static string? NameOf(HttpContext context) =>
        context.GetEndpoint()?.Metadata.GetMetadata<PageActionDescriptor>() is { } page
            ? context.Items[Ran] is string handler
                ? Name(page.ViewEnginePath, handler)
                : Name(page.ViewEnginePath, context.Request.Query["handler"].ToString()) is var asked && Words.ContainsKey(asked)
                    ? asked
                    // A handler the page does not have is its usual one.
                    : Name(page.ViewEnginePath, "")
            : null;

    /// <summary>Where the filter leaves the name of the handler that ran.</summary>
    internal static readonly object Ran = new();

    private static string Name(string page, string handler) =>
        page.TrimStart('/') + (handler.Length > 0 ? ":" + char.ToUpperInvariant(handler[0]) + handler[1..] : "");
}
