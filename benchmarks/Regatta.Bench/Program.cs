using Regatta.Bench;
using Regatta.Store;

if (args[0] == "worlds")
{
    Worlds.Run();
    return;
}

if (args[0] == "diagnosis")
{
    Diagnoses.Run();
    return;
}

if (args[0] == "carry")
{
    CarryLooks.Run();
    return;
}

if (args[0] == "looks")
{
    LookAnswers.Run();
    return;
}

if (args[0] == "gauge")
{
    Gauging.Run();
    return;
}

if (args[0] == "trials")
{
    TestsToCome.Run();
    return;
}

if (args[0] is "order" or "reefs")
{
    (args[0] == "order" ? (Action)SetUp.Order : SetUp.Reefs)();
    return;
}

// The others measure against an empty PostgreSQL of their own; ./bench starts one and names it in REGATTA_DATABASE.
var address = Environment.GetEnvironmentVariable("REGATTA_DATABASE") ?? throw new InvalidOperationException("./bench runs this.");
await Database.MigrateAsync(address);
await using var database = Database.Connect(address);
await (
    args[0] switch
    {
        "wind" => WindIngest.RunAsync(database),
        "sums" => SumsCheck.RunAsync(database),
        "refit" => Refit.RunAsync(database),
        _ => CellSave.RunAsync(database),
    }
);
