using Regatta.Bench;
using Regatta.Store;

// Measures against a PostgreSQL of its own:
//   dotnet run -c Release --project bench/Regatta.Bench -- wind|cells "Host=...;Database=an empty one"
await Database.MigrateAsync(args[1]);
await using var database = Database.Connect(args[1]);
await (args[0] == "wind" ? WindIngest.RunAsync(database) : CellSave.RunAsync(database));
