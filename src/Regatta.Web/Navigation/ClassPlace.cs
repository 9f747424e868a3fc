namespace Regatta.Web.Navigation;

/// <summary>The five doors of a class: all its pages lie behind one of them.</summary>
public enum ClassDoor
{
    /// <summary>The marks of all bands, and how they came to be.</summary>
    Matrix,

    /// <summary>What a sailor sets, checks and logs.</summary>
    Card,

    /// <summary>What the logs say.</summary>
    Evidence,

    /// <summary>The boats and their own marks.</summary>
    Boats,

    /// <summary>What the class is made of.</summary>
    SetUp,
}

/// <summary>A page of a class as its navigation and the search know it.</summary>
/// <param name="Path">Where it is below the class, with a slash before it; empty for the first.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Door">Behind which door it lies.</param>
public sealed record ClassPlace(string Path, string Name, ClassDoor Door)
{
    /// <summary>What it is looked for by, besides its name.</summary>
    public string About { get; private init; } = "";

    /// <summary>Whether only who may change the class goes there.</summary>
    public bool ForEditors { get; private init; }

    /// <summary>Pages without a name of their own that belong to this one.</summary>
    private IReadOnlyList<string> Inner { get; init; } = [];

    /// <summary>All of them, in the order they are shown; the first of a door is where the door leads.</summary>
    public static IReadOnlyList<ClassPlace> All { get; } =
    [
        new("", "Matrix", ClassDoor.Matrix) { About = "marks bands lanes table", Inner = ["/paste"] },
        new("/versions", "Versions", ClassDoor.Matrix) { About = "publish draft compare changes", Inner = ["/compare"] },
        new("/history", "History", ClassDoor.Matrix) { About = "edits who undo" },
        new("/copy", "Copy marks", ClassDoor.Matrix) { About = "from another class or version", ForEditors = true },
        new("/card", "Card", ClassDoor.Card) { About = "what do I set wind marks", Inner = ["/pull-point", "/set-again"] },
        new("/rig-up", "Rig up", ClassDoor.Card) { About = "order steps stages ready to launch" },
        new("/afloat", "Afloat", ClassDoor.Card) { About = "on the water note gear" },
        new("/log", "Log", ClassDoor.Card) { About = "session sailed run helm" },
        new("/check", "Helm check", ClassDoor.Card) { About = "luffing let go tiller balance" },
        new("/wrong", "Something is wrong", ClassDoor.Card) { About = "weather helm lee helm pulls slow heels" },
        new("/gauge", "Pictures", ClassDoor.Card) { About = "picture gauge photograph twist leech camber rake heel gap measure" },
        new("/change", "Change of wind", ClassDoor.Card) { About = "change list more less wind" },
        new("/reefs", "Reefs and limits", ClassDoor.Card) { About = "reef gusts less sail" },
        new("/procedures", "Procedures", ClassDoor.Card) { About = "drill capsize reefing hoist roles" },
        new("/balance", "Balance", ClassDoor.Card) { About = "drawing lead centre of effort twist sheeting" },
        new("/trainer", "Helm trainer", ClassDoor.Card) { About = "practise learn what a step does" },
        new("/card/print", "Print", ClassDoor.Card) { About = "paper pdf sheet" },
        new("/evidence", "Effects", ClassDoor.Evidence) { About = "what a step does logs prove residuals" },
        new("/trials", "Trials", ClassDoor.Evidence) { About = "what to try next two boats" },
        new("/evidence/replay", "Replay", ClassDoor.Evidence) { About = "season again by other marks" },
        new("/evidence/exchange", "Other clubs", ClassDoor.Evidence) { About = "exchange sums", ForEditors = true },
        new("/boats", "Boats", ClassDoor.Boats) { About = "measure datum hull sail number scale" },
        new("/strips", "Strips", ClassDoor.Boats) { About = "print tape stickers" },
        new("/controls", "Controls", ClassDoor.SetUp) { About = "scale kind gear step", Inner = ["/gears"] },
        new("/couplings", "Order of set-up", ClassDoor.SetUp) { About = "couplings what moves what" },
        new("/rake", "Rake", ClassDoor.SetUp) { About = "mast halyard length", ForEditors = true },
        new("/bands", "Bands", ClassDoor.SetUp) { About = "wind edges names", ForEditors = true },
        new("/plans", "Sails", ClassDoor.SetUp) { About = "plans rigs modes sizes", ForEditors = true },
        new("/reefs/edit", "Reef points", ClassDoor.SetUp) { About = "limits boards", ForEditors = true },
        new("/questions", "Questions", ClassDoor.SetUp) { About = "looks answers", ForEditors = true },
        new("/wrong/edit", "Cures", ClassDoor.SetUp) { About = "something is wrong", ForEditors = true },
        new("/crew", "Crews", ClassDoor.SetUp) { About = "weight rule between the bands", ForEditors = true },
        new("/balance/edit", "Drawing", ClassDoor.SetUp) { About = "outline hull board rudder", ForEditors = true },
        new("/cautions", "Cautions", ClassDoor.SetUp) { About = "warnings safety", ForEditors = true },
        new("/schools", "Schools", ClassDoor.SetUp) { About = "ways of tuning switch", ForEditors = true },
        new("/settings", "Settings", ClassDoor.SetUp)
        {
            About = "name helm target purposes",
            ForEditors = true,
            Inner = ["/delete"],
        },
        new("/share", "Share", ClassDoor.SetUp) { About = "link code bundle public card export", ForEditors = true },
    ];

    /// <summary>What a door is called.</summary>
    public static string NameOf(ClassDoor door) => door == ClassDoor.SetUp ? "Set-up" : door.ToString();

    /// <summary>The places somebody may go to.</summary>
    public static IEnumerable<ClassPlace> Of(bool mayEdit) => All.Where(place => mayEdit || !place.ForEditors);

    /// <summary>The place an address lies in: that itself, or the nearest above it; null where there is none.</summary>
    /// <param name="below">The address below the class, with a slash before it; empty for the class's own.</param>
    public static ClassPlace? At(string below) =>
        All.SelectMany(place => place.Inner.Prepend(place.Path), (place, path) => (Place: place, Path: path))
            .Where(known => IsWithin(below.TrimEnd('/'), known.Path))
            .OrderByDescending(known => known.Path.Length)
            .Select(known => known.Place)
            .FirstOrDefault();

    /// <summary>Addresses are one in any case of their letters, as the platform's routes have it.</summary>
    private static bool IsWithin(string below, string path) =>
        below.Equals(path, StringComparison.OrdinalIgnoreCase)
        || (path.Length > 0 && below.StartsWith(path + "/", StringComparison.OrdinalIgnoreCase));
}
