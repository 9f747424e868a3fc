using Dapper;
using Npgsql;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>A club that was kept before there were plans and modes keeps all it had.</summary>
public sealed class UpgradeTests(StoreFixture store)
{
    [Fact]
    public async Task A_database_from_before_the_layers_comes_up_with_its_cells_edits_decisions_versions_and_logs()
    {
        var name = "upgrade_" + Guid.NewGuid().ToString("N");
        await using (var server = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken))
        {
            await server.ExecuteAsync($"create database {name}");
        }

        var address = new NpgsqlConnectionStringBuilder(store.Connection) { Database = name, Pooling = false }.ConnectionString;
        await using (var old = new NpgsqlConnection(address))
        {
            await ApplyOldAsync(old);
            await FillOldAsync(old, store.Ann.Id);
        }

        await Database.MigrateAsync(address);
        await using var database = Database.Connect(address);
        var classes = new Classes(database);
        var draft = (await classes.DraftAsync("old"))!;
        var place = new CellPlace(Layer.Usual, new(new(1), new("slide")));
        Assert.Equal(("full sail", "beating"), (draft.Class.Layers.Plans.Single().Name, draft.Class.Layers.Modes.Single().Name));
        Assert.Equal(70, draft.Set[place]!.Mark!.Value.Position);
        Assert.Equal(Layer.Usual, (await new Logs(database, store.Clock).EvidenceAsync(draft.Stamp.Id)).Single().Layer);
        Assert.Equal(50, (await new Versions(database, store.Clock).NewestAsync(draft.Stamp.Id))!.Set[place]!.Mark!.Value.Position);
        var cells = new Cells(database, store.Clock);
        Assert.Equal("new sail first", (await new Decisions(database, cells, store.Clock).NewestAsync(draft.Stamp.Id))[place].Reason);
        // Of two edits the newer was undone before; the older can still be.
        Assert.Equal(2, (await cells.HistoryAsync(draft.Stamp.Id, place, 10)).Count);
        Assert.Equal(1, (await cells.UndoAsync(draft.Stamp.Id, store.Ann.Id))!.Done);
        Assert.Equal(50, (await classes.DraftAsync("old"))!.Set[place]!.Mark!.Value.Position);
    }

    private static async Task ApplyOldAsync(NpgsqlConnection old)
    {
        await old.OpenAsync(TestContext.Current.CancellationToken);
        await old.ExecuteAsync("create table migrations (schemaversionsid serial primary key, scriptname varchar(255) not null, applied timestamp not null)");
        var store = typeof(Database).Assembly;
        foreach (var script in store.GetManifestResourceNames().Where(one => one.EndsWith(".sql", StringComparison.Ordinal)).Order(StringComparer.Ordinal).Take(5))
        {
            using var text = new StreamReader(store.GetManifestResourceStream(script)!);
            await old.ExecuteAsync(await text.ReadToEndAsync(TestContext.Current.CancellationToken));
            await old.ExecuteAsync("insert into migrations (scriptname, applied) values (@script, now())", new { script });
        }
    }

    private static Task<int> FillOldAsync(NpgsqlConnection old, Guid ann) => old.ExecuteAsync(
        """
        insert into people (id, sign_in_name, normalized_name, display_name, security_stamp) values (@ann, 'ann', 'ANN', 'Ann', '1');
        insert into boat_classes (key, name, family, about, mode, helm_target, helm_tolerance, reference_wind, helm_per_heel) values ('old', 'Old', 'f', 'a', 'beating', 3, 1, 5, 0.1);
        insert into controls (class_id, key, position, definition)
          values (1, 'slide', 0, '{"key":"slide","name":"Slide","scale":{"kind":"length","unit":"cm","min":0,"max":200,"step":10},"datum":"d","readingPoint":"r","moreDoes":"m","when":"ashore","asWindBuilds":"up"}');
        insert into bands (class_id, number, name, low, high) values (1, 1, 'light', 0, 5);
        insert into cells (class_id, band, control, revision, content, edited_by, edited_at) values (1, 1, 'slide', 3, '{"Mark":70,"Tolerance":10,"Target":"","Note":"","Source":0}', @ann, now());
        insert into cell_edits (class_id, band, control, before, after, revision, undone, is_undo, edited_by, edited_at) values
          (1, 1, 'slide', '{"Mark":50,"Tolerance":10,"Target":"","Note":"","Source":0}', '{"Mark":70,"Tolerance":10,"Target":"","Note":"","Source":0}', 2, false, false, @ann, now()),
          (1, 1, 'slide', '{"Mark":70,"Tolerance":10,"Target":"","Note":"","Source":0}', '{"Mark":90,"Tolerance":10,"Target":"","Note":"","Source":0}', 3, true, false, @ann, now());
        insert into proposal_decisions (class_id, band, control, decision, mark_from, mark_to, sentence, reason, logs_then, decided_by, decided_at)
          values (1, 1, 'slide', 'setAside', 70, 80, 's', 'new sail first', 3, @ann, now());
        insert into matrix_versions (class_id, number, published_at, published_by, reason, content) values (1, 1, now(), 'Ann', 'why',
          '{"bands":[{"id":1,"name":"light","from":0,"to":5}],"controls":[{"key":"slide","name":"Slide","scale":{"kind":"length","unit":"cm","min":0,"max":200,"step":10},"datum":"d","readingPoint":"r","moreDoes":"m","when":"ashore","asWindBuilds":"up"}],"cells":[{"band":1,"control":"slide","mark":50,"tolerance":10}]}');
        insert into session_logs (class_id, key, sailed_at, wind_from, wind_to, luffing, felt, note, logged_at) values (1, gen_random_uuid(), now(), 2, 4, 'NotLookedAt', 'NotSaid', '', now());
        """,
        new { ann });
}
