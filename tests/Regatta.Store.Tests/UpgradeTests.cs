using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Dapper;
using Npgsql;
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
            await ApplyOldAsync(old, scripts: 5);
            await FillOldAsync(old, store.Ann.Id);
        }

        await Database.MigrateAsync(address);
        await using var database = Database.Connect(address);
        var classes = new Classes(database);
        var stamp = (await classes.StampAsync(new ClubId(1), "old"))!;
        var draft = (await classes.DraftAsync(stamp.Class))!;
        var place = new CellPlace(PlanMode.Usual, new(new(1), new("slide")));
        Assert.Equal(("full sail", "beating"), (draft.Class.PlanModes.Plans.Single().Name, draft.Class.PlanModes.Modes.Single().Name));
        Assert.Equal(70, draft.Set[place]!.Mark!.Value.Position);
        Assert.Equal(PlanMode.Usual, (await new Logs(database, store.Clock).EvidenceAsync(stamp.Class)).Single().PlanMode);
        var snapshot = (await classes.SnapshotAsync(stamp.Class))!;
        Assert.Equal(50, snapshot.Newest!.Set[place]!.Mark!.Value.Position);
        Assert.Equal("new sail first", snapshot.Decisions[place].Reason);
        // Of two edits the newer was undone before; the older can still be.
        Assert.Equal(2, (await new Cells(database, store.Clock).HistoryAsync(stamp.Class, place, 10)).Count);
        Assert.Equal(1, (await new ClassEdits(database, store.Clock).UndoAsync(stamp.Class, store.Ann.Id))!.Done);
        Assert.Equal(50, (await classes.DraftAsync(stamp.Class))!.Set[place]!.Mark!.Value.Position);
    }

    /// <summary>A database that has a migration never sees it again: what it lacks goes into a new one. Once a migration has landed its
    /// line in the file stays as it is.</summary>
    [Fact]
    public void A_migration_that_has_landed_is_not_edited()
    {
        var store = typeof(Database).Assembly;
        var now = store
            .GetManifestResourceNames()
            .Where(one => one.EndsWith(".sql", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .Select(one =>
            {
                using var script = store.GetManifestResourceStream(one)!;
                return $"{Convert.ToHexStringLower(SHA256.HashData(script))}  {string.Join('.', one.Split('.')[^2..])}";
            });
        Assert.Equal(File.ReadAllLines("Data/migrations.sha256"), now);
    }

    [Fact]
    public async Task What_logs_said_before_they_were_corrected_keeps_its_order_when_corrections_are_numbered()
    {
        var address = await OldDatabase.CreateAsync();
        var ann = Guid.NewGuid();
        await using (var old = new NpgsqlConnection(address))
        {
            await ApplyOldAsync(old, scripts: 10);
            await old.ExecuteAsync(
                """
                insert into clubs (key, name, time_zone) values ('old', 'Old', 'UTC');
                insert into people (id, sign_in_name, normalized_name, display_name, security_stamp) values (@ann, 'ann', 'ANN', 'Ann', '1');
                insert into memberships (club_id, person_id, roles) values (1, @ann, '{sailor}');
                insert into classes (club_id, key, schema, definition) values (1, 'old', 2, '{}');
                insert into session_logs (club_id, class_id, sailor_id, key, sailed_at, wind_from, wind_to, luffing, felt, note, logged_at,
                    wind_factor, helm_in_words, plan, mode)
                  select 1, id, @ann, gen_random_uuid(), now(), 2, 4, 'After', 'Fast', 'third', now(), 1, false, 'full', 'upwind' from classes;
                insert into log_marks (club_id, log_id, control, mark, measured) select 1, id, 'slide', 70, false from session_logs;
                insert into earlier_logs (club_id, log_id, replaced_at, log, marks)
                  select 1, l.id, now() + ago * interval '1 day', to_jsonb(l) || jsonb_build_object('note', said, 'luffing', 'First'),
                    (select jsonb_agg(m) from log_marks m)
                  from session_logs l, (values (-1, 'second'), (-2, 'first')) e (ago, said);
                """,
                new { ann }
            );
        }

        await Database.MigrateAsync(address);
        await using var database = Database.Connect(address);
        var earlier = await new EarlierLogs(database).OfAsync(new ClubId(1), ann, 1);
        Assert.Equal(["second", "first"], earlier.Select(one => one.Log.Note));
        Assert.All(
            earlier.Select(one => Assert.Single(one.Log.Runs)),
            run =>
            {
                Assert.Equal("headsail or head first", Assert.Single(run.Answers).Value.Said);
                Assert.Equal(70, Assert.Single(run.Marks).Value.Position);
            }
        );
    }

    /// <summary>A history holds what was changed in the words of its day; what grew since must still be undone.</summary>
    [Theory]
    [InlineData("cautions", """["Look up."]""")]
    [InlineData("plans", """[{"key":"full","name":"whole sail"}]""")]
    [InlineData("modes", """[{"key":"upwind","name":"beating"}]""")]
    [InlineData("controls.gooseneck", null)]
    public async Task What_was_changed_before_plans_had_areas_and_cautions_a_place_can_still_be_undone(string member, string? was)
    {
        var stored = JsonNode.Parse(await File.ReadAllTextAsync("Data/definition-3.json", TestContext.Current.CancellationToken))!;
        var now = member.Split('.').Aggregate(stored, (node, name) => node[name]!).DeepClone();
        var before = was is null ? now.DeepClone() : JsonNode.Parse(was)!;
        if (was is null)
        {
            before["datum"] = "the black band";
        }

        var address = await OldDatabase.CreateAsync();
        var ann = Guid.NewGuid();
        await using (var old = new NpgsqlConnection(address))
        {
            await ApplyOldAsync(old, scripts: 11);
            await old.ExecuteAsync(
                """
                insert into clubs (key, name, time_zone) values ('old', 'Old', 'UTC');
                insert into people (id, sign_in_name, normalized_name, display_name, security_stamp) values (@ann, 'ann', 'ANN', 'Ann', '1');
                insert into memberships (club_id, person_id, roles) values (1, @ann, '{sailor}');
                insert into classes (club_id, key, schema, definition) values (1, 'quillet', 3, @definition::jsonb);
                insert into class_edits (club_id, class_id, done_by, done_at, what, state, before, after, revision)
                  select 1, id, @ann, now(), 'Something', 'done', @before::jsonb, @after::jsonb, revision from classes;
                """,
                new
                {
                    ann,
                    definition = stored.ToJsonString(),
                    before = new JsonObject { [member] = before }.ToJsonString(),
                    after = new JsonObject { [member] = now }.ToJsonString(),
                }
            );
        }

        await Database.MigrateAsync(address);
        await using var database = Database.Connect(address);
        var one = (await new Classes(database).StampAsync(new ClubId(1), "quillet"))!.Class;
        var undone = (await new ClassEdits(database, store.Clock).UndoAsync(one, ann))!;
        Assert.Equal((null, 1), (undone.Why, undone.Done));
        var draft = (await new Classes(database).DraftAsync(one))!.Class;
        Assert.Equal(
            member switch
            {
                "cautions" => "Look up.",
                "plans" => "whole sail",
                "modes" => "beating",
                _ => "the black band",
            },
            member switch
            {
                "cautions" => draft.Cautions.Single().Text,
                "plans" => draft.PlanModes.Plans.Single().Name,
                "modes" => draft.PlanModes.Modes.Single().Name,
                _ => draft.Find(new("gooseneck"))!.Datum,
            }
        );
    }

    /// <summary>The dump is of the demo club before there were clubs, after an afternoon of edits, logs, versions, boats, links and a
    /// control taken out of use.</summary>
    [Fact]
    public async Task A_database_from_before_the_clubs_comes_up_with_equal_counts_and_contents()
    {
        var address = await OldDatabase.RestoreAsync("Data/before-clubs.sql.gz");
        await using var old = new NpgsqlConnection(address);
        await old.OpenAsync(TestContext.Current.CancellationToken);
        var before = await CountsAsync(old, ["boat_classes", "deeds", "matrix_versions", .. Unchanged]);
        var marks = await old.QueryAsync<(string, int, string, string, string, string)>(
            """
            select c.key, x.band, x.control, x.plan, x.mode, x.content::text from cells x join boat_classes c on c.id = x.class_id
            join controls k on k.class_id = x.class_id and k.key = x.control and not k.retired where x.content is not null
              order by 1, 2, 3, 4, 5
            """
        );
        var published = (
            await old.QueryAsync<(string Key, int Number, int Cells)>(
                "select c.key, v.number, jsonb_array_length(v.content->'cells') "
                    + "from matrix_versions v join boat_classes c on c.id = v.class_id"
            )
        ).ToList();

        var logged = (
            await old.QueryAsync<OldRun>(
                """
                select key, wind_from, helm_port, rudder_centred, flat,
                  case luffing when 'First' then 'tooMuch' when 'Together' then 'fine' when 'After' then 'tooLittle' end as luffed, felt,
                  (select count(*) from log_marks m where m.log_id = l.id) as marks
                from session_logs l order by key
                """
            )
        ).ToList();

        await Database.MigrateAsync(address);
        await using var database = Database.Connect(address);
        // Each log is a session of one run: what it held and what luffed first are what they were.
        Assert.Equal(
            logged,
            await old.QueryAsync<OldRun>(
                """
                select l.key, r.wind_from, r.helm_port, 'rudderCentred' = any (r.gates_held) as rudder_centred, 'flat' = any (r.gates_held) as flat,
                  r.answers -> 'luffing' ->> 'means' as luffed, upper(left(r.felt, 1)) || substr(r.felt, 2) as felt,
                  (select count(*) from log_marks m where (m.log_id, m.run) = (l.id, r.run)) as marks
                from session_logs l join runs r on r.log_id = l.id order by l.key
                """
            )
        );
        Assert.Contains(logged, run => run.Luffed == "fine" && run.Flat);
        var after = await CountsAsync(old, ["classes", "class_edits", "versions", .. Unchanged]);
        Assert.Equal(before.Values, after.Values);
        Assert.True(
            before.Values.All(count => count > 0),
            "The dump has nothing of something: " + string.Join(", ", before.Where(one => one.Value == 0).Select(one => one.Key))
        );

        var club = (await new Clubs(database, store.Clock).AllAsync()).Single();
        Assert.Equal(("wenlow-reach-sailing-club", "Wenlow Reach Sailing Club", true), (club.Key, club.Name, club.IsDemo));
        var (classes, versions) = (new Classes(database), new Versions(database, store.Clock));
        var drafts = new Dictionary<string, ClassDraft>();
        foreach (var (key, _, stamp) in await classes.StampsAsync(club.Ref))
        {
            drafts[key] = (await classes.DraftAsync(stamp.Class))!;
            Assert.Empty(drafts[key].Class.Problems());
            foreach (var version in await versions.AllAsync(stamp.Class))
            {
                Assert.Equal(published.Single(one => one.Key == key && one.Number == version.Number).Cells, version.State.Cells.Count);
                Assert.Empty(version.Findings);
            }
        }

        Assert.Equal(marks.Count(), drafts.Values.Sum(draft => draft.State.Cells.Count));
        Assert.All(
            marks,
            mark =>
            {
                var place = new CellPlace(new(new(mark.Item4), new(mark.Item5)), new(new(mark.Item2), new(mark.Item3)));
                var content = System.Text.Json.Nodes.JsonNode.Parse(mark.Item6)!;
                Assert.Equal(
                    (double?)content["Mark"],
                    drafts[mark.Item1].State.Cells[place].Word is null ? drafts[mark.Item1].State.Cells[place].Mark?.Position : null
                );
                Assert.Equal((string?)content["Target"] ?? "", drafts[mark.Item1].State.Cells[place].Target);
            }
        );
    }

    private sealed record OldRun
    {
        public Guid Key { get; init; }

        public double WindFrom { get; init; }

        public double? HelmPort { get; init; }

        public bool RudderCentred { get; init; }

        public bool Flat { get; init; }

        public string? Luffed { get; init; }

        public string Felt { get; init; } = "";

        public long Marks { get; init; }
    }

    private static readonly string[] Unchanged =
    [
        "cells",
        "cell_edits",
        "session_logs",
        "log_marks",
        "proposal_decisions",
        "boats",
        "measured_pairs",
        "share_links",
        "people",
        "outings",
        "outing_classes",
        "class_captains",
    ];

    private static async Task<Dictionary<string, long>> CountsAsync(NpgsqlConnection connection, IEnumerable<string> tables)
    {
        var counts = new Dictionary<string, long>();
        foreach (var table in tables)
        {
            counts[table] = await connection.ExecuteScalarAsync<long>($"select count(*) from {table}");
        }

        return counts;
    }

    private static async Task ApplyOldAsync(NpgsqlConnection old, int scripts)
    {
        await old.OpenAsync(TestContext.Current.CancellationToken);
        await old.ExecuteAsync(
            "create table migrations (schemaversionsid serial primary key, scriptname varchar(255) not null, applied timestamp not null)"
        );
        var store = typeof(Database).Assembly;
        foreach (
            var script in store
                .GetManifestResourceNames()
                .Where(one => one.EndsWith(".sql", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
                .Take(scripts)
        )
        {
            using var text = new StreamReader(store.GetManifestResourceStream(script)!);
            await old.ExecuteAsync(await text.ReadToEndAsync(TestContext.Current.CancellationToken));
            await old.ExecuteAsync("insert into migrations (scriptname, applied) values (@script, now())", new { script });
        }
    }

    private static Task<int> FillOldAsync(NpgsqlConnection old, Guid ann) =>
        old.ExecuteAsync(
            """
            insert into people (id, sign_in_name, normalized_name, display_name, security_stamp) values (@ann, 'ann', 'ANN', 'Ann', '1');
            insert into boat_classes (key, name, family, about, mode, helm_target, helm_tolerance, reference_wind, helm_per_heel)
              values ('old', 'Old', 'f', 'a', 'beating', 3, 1, 5, 0.1);
            insert into controls (class_id, key, position, definition)
              values (1, 'slide', 0, '{"key":"slide","name":"Slide","scale":{"kind":"length","unit":"cm","min":0,"max":200,"step":10},"datum":"d","readingPoint":"r","moreDoes":"m","when":"ashore","asWindBuilds":"up"}');
            insert into bands (class_id, number, name, low, high) values (1, 1, 'light', 0, 5);
            insert into cells (class_id, band, control, revision, content, edited_by, edited_at)
              values (1, 1, 'slide', 3, '{"Mark":70,"Tolerance":10,"Target":"","Note":"","Source":0}', @ann, now());
            insert into cell_edits (class_id, band, control, before, after, revision, undone, is_undo, edited_by, edited_at) values
              (1, 1, 'slide', '{"Mark":50,"Tolerance":10,"Target":"","Note":"","Source":0}',
                '{"Mark":70,"Tolerance":10,"Target":"","Note":"","Source":0}', 2, false, false, @ann, now()),
              (1, 1, 'slide', '{"Mark":70,"Tolerance":10,"Target":"","Note":"","Source":0}',
                '{"Mark":90,"Tolerance":10,"Target":"","Note":"","Source":0}', 3, true, false, @ann, now());
            insert into proposal_decisions (class_id, band, control, decision, mark_from, mark_to, sentence, reason, logs_then, decided_by,
              decided_at)
              values (1, 1, 'slide', 'setAside', 70, 80, 's', 'new sail first', 3, @ann, now());
            insert into matrix_versions (class_id, number, published_at, published_by, reason, content) values (1, 1, now(), 'Ann', 'why',
              '{"bands":[{"id":1,"name":"light","from":0,"to":5}],"controls":[{"key":"slide","name":"Slide","scale":{"kind":"length","unit":"cm","min":0,"max":200,"step":10},"datum":"d","readingPoint":"r","moreDoes":"m","when":"ashore","asWindBuilds":"up"}],"cells":[{"band":1,"control":"slide","mark":50,"tolerance":10}]}');
            insert into session_logs (class_id, key, sailed_at, wind_from, wind_to, luffing, felt, note, logged_at)
              values (1, gen_random_uuid(), now(), 2, 4, 'NotLookedAt', 'NotSaid', '', now());
            """,
            new { ann }
        );
}
