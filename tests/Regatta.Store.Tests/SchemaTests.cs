using Dapper;
using Npgsql;
using Regatta.Store;
using Regatta.Store.Storage;

namespace Regatta.Store.Tests;

/// <summary>Stored documents load for ever, whatever the schema that is written now.</summary>
public sealed class SchemaTests(StoreFixture store)
{
    /// <summary>Tables that are of no club: the installation's own, its people's, and the list of clubs.</summary>
    private static readonly string[] OfNoClub =
    [
        "acts_in_hand",
        "audit",
        "body_measures",
        "clubs",
        "data_protection_keys",
        "founding_codes",
        "installation",
        "migrations",
        "passkeys",
        "people",
        "recovery_codes",
        "sign_ins",
        "tries",
    ];

    [Fact]
    public async Task Every_table_begins_its_key_with_the_club_but_for_those_named_here()
    {
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        var without = await connection.QueryAsync<string>(
            """
            select c.relname from pg_class c
            left join pg_constraint k on k.conrelid = c.oid and k.contype = 'p'
            left join pg_attribute a on a.attrelid = c.oid and a.attnum = k.conkey[1]
            where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace and coalesce(a.attname, '') <> 'club_id' order by 1
            """
        );
        Assert.Equal(OfNoClub, without);
        var loose = await connection.QueryAsync<string>(
            """
            select k.conrelid::regclass || '.' || k.conname from pg_constraint k
            join pg_attribute a on a.attrelid = k.conrelid and a.attnum = k.conkey[1]
            where k.contype = 'f' and k.confrelid in (select conrelid from pg_constraint p join pg_attribute pa on pa.attrelid = p.conrelid
              and pa.attnum = p.conkey[1] where p.contype = 'p' and pa.attname = 'club_id')
              and a.attname <> 'club_id'
            """
        );
        Assert.Empty(loose);
    }

    [Fact]
    public void No_method_of_a_store_can_be_called_without_its_club()
    {
        Type[] ofTheInstallation =
        [
            typeof(Clubs),
            typeof(People),
            typeof(DataProtectionKeys),
            typeof(Database),
            typeof(SignIns),
            typeof(AttemptCounts),
            typeof(Credentials),
            typeof(PersonalData),
            typeof(DailyLetters),
        ];
        string[] named =
        [
            "Stations.AllAsync",
            "Stations.ListenAsync",
            "Classes.ListenAsync",
            "ShareLinks.FindAsync",
            "Invitations.FindAsync",
            "CalendarFeeds.FindAsync",
            "Members.IsSuspendedAsync",
            "AuditTrail.AddAsync",
            "Logs.OfPersonAsync",
            "Logs.SailedLastAsync",
            "AuditTrail.OfPersonAsync",
            "AuditTrail.ForgetOldAsync",
            "AuditTrail.HoldAsync",
            "AuditTrail.WriteLeftAsync",
            "Classes.LatelySailedAsync",
            "EvidenceSumsStore.WriteAsync",
            "EvidenceSumsStore.GiveUpAsync",
        ];
        var methods = typeof(Classes)
            .Assembly.GetExportedTypes()
            .Where(type =>
                type is { IsClass: true, Namespace: "Regatta.Store" }
                && !ofTheInstallation.Contains(type)
                && type.GetConstructors().Any(made => made.GetParameters().Any(one => one.ParameterType == typeof(Db)))
            )
            .SelectMany(type =>
                type.GetMethods().Where(method => method.DeclaringType == type && method.Name.EndsWith("Async", StringComparison.Ordinal))
            )
            .ToList();
        Assert.True(methods.Count > 40);
        Assert.Empty(
            methods
                .Where(method =>
                    method.GetParameters().FirstOrDefault()?.ParameterType is not { } first
                    || (first != typeof(ClubId) && first != typeof(ClassRef))
                )
                .Select(method => $"{method.DeclaringType!.Name}.{method.Name}")
                .Except(named)
        );
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    [InlineData(7)]
    public async Task A_document_of_each_schema_loads_as_it_did(int schema)
    {
        var definition = StoredClass.Read("quillet", schema, await GoldenAsync($"definition-{schema}.json"));
        var state = new ClassState(definition, StoredClass.ReadCells(definition, schema, await GoldenAsync($"cells-{schema}.json")));
        Assert.Empty(definition.Problems());
        Assert.Equal((6, 7, 6, 1), (definition.Bands.All.Count, definition.Controls.Count, definition.LastBand, definition.Retired.Count));
        Assert.Equal(
            (75, 20, 1.1),
            (definition.Crew.Rule!.Reference.Kilograms, definition.Crew.Rule.Hull, definition.Crew.Rule.Arm.Metres)
        );
        var cell = state.Cells[new(PlanMode.Usual, new(new(3), new("gooseneck")))];
        Assert.Equal(
            (495.3, 12.7, CellSource.Proposed, new DateOnly(2026, 5, 1)),
            (Math.Round(cell.Mark!.Value.Position, 9), Math.Round(cell.Tolerance, 9), cell.Source, cell.Day!.Value)
        );
        Assert.Equal(CellWord.Max, state.Cells[new(PlanMode.Usual, new(new(6), new("gooseneck")))].Word);
        Assert.True(state.Cells[new(PlanMode.Usual, new(new(5), new("gooseneck")))].IsRange);
        Assert.Equal((1, 1.5), state.Definition.Find(new("gooseneck"))!.Disturbs[0].Follows!.Value);
    }

    /// <summary>When this fails, the stored shape has changed: raise the schema's number, write an upcaster from the one before, and keep
    /// its files.</summary>
    [Fact]
    public async Task What_is_written_now_is_the_newest_schema_to_the_letter()
    {
        var definition = StoredClass.Read("quillet", StoredClass.Schema, await GoldenAsync($"definition-{StoredClass.Schema}.json"));
        var state = new ClassState(
            definition,
            StoredClass.ReadCells(definition, StoredClass.Schema, await GoldenAsync($"cells-{StoredClass.Schema}.json"))
        );
        Assert.Equal(await GoldenAsync($"definition-{StoredClass.Schema}.json"), StoredClass.Write(definition));
        Assert.Equal(await GoldenAsync($"cells-{StoredClass.Schema}.json"), StoredClass.WriteCells(state));
        var lifted = StoredClass.Read("quillet", 1, await GoldenAsync("definition-1.json"));
        Assert.Equal(StoredClass.Write(definition), StoredClass.Write(lifted));
    }

    [Fact]
    public async Task A_newer_schema_and_a_broken_document_are_told_as_an_unreadable_class()
    {
        var json = await GoldenAsync($"definition-{StoredClass.Schema}.json");
        Assert.Contains(
            "newer than this program",
            Assert.Throws<UnreadableClassException>(() => StoredClass.Read("x", StoredClass.Schema + 1, json)).Why
        );
        foreach (
            var broken in new[]
            {
                "{}",
                "[]",
                "null",
                json.Replace("\"bands\":[", "\"bands\":[null,"),
                json.Replace("\"kind\":\"length\"", "\"kind\":\"sextant\""),
            }
        )
        {
            Assert.Throws<UnreadableClassException>(() => StoredClass.Read("x", StoredClass.Schema, broken));
        }
    }

    [Fact]
    public async Task A_rule_made_since_is_a_finding_of_an_old_version_and_no_error()
    {
        var draft = await store.FreshClassAsync();
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        await connection.ExecuteAsync(
            """
            insert into versions (club_id, class_id, number, published_at, published_by, reason, schema, definition, cells)
            select club_id, class_id, 2, published_at, published_by, reason, schema,
              jsonb_set(jsonb_set(definition, '{windHeight}', '990000'), '{bands,1,from}', '2.0'), cells
            from versions where class_id = @Number
            """,
            draft.Stamp.Class
        );
        var newest = (await store.Versions.FindAsync(draft.Stamp.Class, 2))!;
        Assert.Contains(newest.Findings, finding => finding.StartsWith("A wind is meant between", StringComparison.Ordinal));
        Assert.Contains(newest.Findings, finding => finding.Contains("overlap", StringComparison.Ordinal));
        Assert.Equal(6, newest.Set.Bands.All.Count);
        Assert.NotNull(newest.Set.First.Cells);
    }

    private static async Task<string> GoldenAsync(string name) =>
        (await File.ReadAllTextAsync(Path.Combine("Data", name), TestContext.Current.CancellationToken)).TrimEnd('\n');
}
