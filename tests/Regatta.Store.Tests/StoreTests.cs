using Dapper;
using Npgsql;
using Regatta.Store;

namespace Regatta.Store.Tests;

public sealed class StoreTests(StoreFixture store)
{
    private static readonly CellPlace Gooseneck = new(PlanMode.Usual, new(new(4), new("gooseneck")));

    private static readonly SailedMarks NoBoat = new(null, new HashSet<ControlKey>());

    [Fact]
    public async Task Migrating_again_changes_nothing()
    {
        await Database.MigrateAsync(store.Connection);
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        Assert.Equal(1, await connection.ExecuteScalarAsync<long>("select count(*) from migrations where scriptname like '%0001%'"));
    }

    [Fact]
    public async Task What_is_brought_in_is_read_back_as_it_was()
    {
        var draft = (await store.DraftAsync("quillet"))!;
        var exported = (await store.ExportAsync("quillet")).Classes[0];
        Assert.Empty(MatrixDiff.Between(draft.State, exported.Draft));
        Assert.Equal(84, exported.Logs.Count);
        Assert.Equal(
            ["Quillet"],
            (await store.Import.RunAsync(store.Club, new(null, [], [exported]), new Dictionary<string, Guid>())).AlreadyThere
        );
    }

    [Fact]
    public async Task An_edit_at_a_stale_revision_writes_nothing()
    {
        var draft = await store.FreshClassAsync();
        var seen = draft.Cells[Gooseneck].Revision;
        Assert.Equal(SaveOutcome.Saved, await SaveAsync(draft, "21", seen, store.Ann));
        Assert.Equal(SaveOutcome.Conflict, await SaveAsync(draft, "22", seen, store.Ben));
        var now = (await store.DraftAsync(draft)).Cells[Gooseneck];
        Assert.Equal(21 * 25.4, now.Cell!.Mark!.Value.Position, 6);
        Assert.Equal("Ann", now.EditedBy);
    }

    [Fact]
    public async Task Of_two_editors_at_once_one_lands_and_one_is_told()
    {
        var draft = await store.FreshClassAsync();
        var seen = draft.Cells[Gooseneck].Revision;
        var outcomes = await Task.WhenAll(SaveAsync(draft, "21", seen, store.Ann), SaveAsync(draft, "22", seen, store.Ben));
        Assert.Equal([SaveOutcome.Saved, SaveOutcome.Conflict], outcomes.Order());
    }

    [Fact]
    public async Task Of_two_first_edits_of_an_empty_cell_at_once_one_lands()
    {
        var draft = await store.FreshClassAsync();
        var empty = new CellPlace(PlanMode.Usual, new(new(6), new("daggerboard")));
        var cell = Cell.Of(new Mark(80), 0, "", "", CellSource.Entered).Value;
        var outcomes = await Task.WhenAll(new[] { store.Ann, store.Ben }.Select(who => store.SaveAsync(draft, empty, cell, 0, who.Id)));
        Assert.Equal([SaveOutcome.Saved, SaveOutcome.Conflict], outcomes.Order());
    }

    [Fact]
    public async Task Undo_walks_back_through_ones_own_edits()
    {
        var draft = await store.FreshClassAsync();
        var first = draft.Cells[Gooseneck].Revision;
        await SaveAsync(draft, "21", first, store.Ann);
        await SaveAsync(draft, "22", first + 1, store.Ann);
        Assert.Null(await store.Edits.UndoAsync(draft.Stamp.Class, store.Ben.Id));
        await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id);
        Assert.Equal(21 * 25.4, await MarkAsync(draft), 6);
        await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id);
        Assert.Equal(20 * 25.4, await MarkAsync(draft), 6);
        Assert.Null(await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id));
    }

    [Fact]
    public async Task Undo_never_takes_back_what_somebody_else_wrote_over()
    {
        var draft = await store.FreshClassAsync();
        var first = draft.Cells[Gooseneck].Revision;
        await SaveAsync(draft, "21", first, store.Ann);
        await SaveAsync(draft, "22", first + 1, store.Ben);
        Assert.Equal(
            (0L, 1L),
            (await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id)) is { } turned ? (turned.Done, turned.All) : default
        );
        Assert.Equal(22 * 25.4, await MarkAsync(draft), 6);
    }

    [Fact]
    public async Task A_version_is_published_as_its_publisher_saw_the_draft_and_never_changes()
    {
        var draft = await store.FreshClassAsync();
        Assert.Equal(2, await store.Versions.PublishAsync(draft.Stamp.Class, draft.Stamp.MatrixRevision, store.Ann.Id, "why"));
        Assert.Null(await store.Versions.PublishAsync(draft.Stamp.Class, draft.Stamp.MatrixRevision, store.Ben.Id, "why"));
        var all = await store.Versions.AllAsync(draft.Stamp.Class);
        Assert.Equal([store.Ann.DisplayName, "the club"], all.Select(version => version.By));
        Assert.Empty(MatrixDiff.Between(draft.State, all[0].State));
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        await Assert.ThrowsAsync<PostgresException>(() =>
            connection.ExecuteAsync("update versions set reason = 'other' where class_id = @Number", draft.Stamp.Class)
        );
    }

    [Fact]
    public async Task A_log_sent_twice_counts_once_and_anothers_with_the_same_key_counts_too()
    {
        var draft = await store.FreshClassAsync();
        var log = NewLog();
        var first = await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, log);
        Assert.Equal(LogOutcome.Added, first.Outcome);
        Assert.Equal(
            first with
            {
                Outcome = LogOutcome.SentBefore,
            },
            await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, log)
        );
        Assert.Empty(await store.Earlier.OfAsync(store.Club, store.Ann.Id, first.Number));
        Assert.NotEqual(first.Number, (await store.Logs.AddAsync(draft.Stamp.Class, store.Ben.Id, NoBoat, log)).Number);
        Assert.Equal(4, (await store.Logs.EvidenceAsync(draft.Stamp.Class)).Count);
    }

    [Fact]
    public async Task A_log_corrected_and_sent_again_counts_as_corrected_and_keeps_what_it_said()
    {
        var draft = await store.FreshClassAsync();
        var log = NewLog();
        var run = log.First with
        {
            Felt = Felt.Slow,
            Marks = log.First.Marks.ToDictionary(mark => mark.Key, mark => new Mark(mark.Value.Position + 12.7)),
            Asked = log.First.Marks.ToDictionary(mark => mark.Key, mark => new AskedMark(AskedBy.Sailor, mark.Value)),
            WindFactor = 1.1,
        };
        var corrected = log with { Runs = [run, log.Runs[1]] };
        var (number, _) = await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, log);
        Assert.Equal(
            new LogReceipt(number, LogOutcome.Corrected),
            await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, corrected)
        );
        var own = (await store.Logs.OwnAsync(store.Club, store.Ann.Id, number))!.Log;
        Assert.Equal(corrected.Runs, own.Runs);
        var earlier = Assert.Single(await store.Earlier.OfAsync(store.Club, store.Ann.Id, number));
        Assert.Equal(
            (log.CrewMass, log.Water, log.Place, log.Purpose),
            (earlier.Log.CrewMass, earlier.Log.Water, earlier.Log.Place, earlier.Log.Purpose)
        );
        Assert.Equal(log.Runs, earlier.Log.Runs);
        Assert.Empty(await store.Earlier.OfAsync(store.Club, store.Ben.Id, number));
        var evidence = await store.Logs.EvidenceAsync(draft.Stamp.Class);
        Assert.Equal([(Felt.Slow, 1.1, 1), (Felt.Fast, 1, 2)], evidence.Select(one => (one.Felt, one.WindFactor, one.Run)));
    }

    [Fact]
    public async Task A_log_is_read_back_whole_by_its_sailor_and_by_nobody_else()
    {
        var draft = await store.FreshClassAsync();
        var log = NewLog();
        var (number, _) = await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, log);
        var own = (await store.Logs.OwnAsync(store.Club, store.Ann.Id, number))!.Log;
        Assert.Equal(
            (log.Key, log.SailedAt, log.CrewMass, log.Note, log.Version, log.Purpose, log.Water, log.Place),
            (own.Key, own.SailedAt, own.CrewMass, own.Note, own.Version, own.Purpose, own.Water, own.Place)
        );
        Assert.Equal(log.Runs, own.Runs);
        Assert.Null(await store.Logs.OwnAsync(store.Club, store.Ben.Id, number));
        Assert.False(await store.Logs.RemoveOwnAsync(draft.Stamp.Class, store.Ben.Id, number, removed: true));
        Assert.True(await store.Logs.RemoveOwnAsync(draft.Stamp.Class, store.Ann.Id, number, removed: true));
        Assert.Empty(await store.Logs.EvidenceAsync(draft.Stamp.Class));
        Assert.Null(await store.Logs.OwnAsync(store.Club, store.Ann.Id, number));
        Assert.Contains(await store.Logs.RemovedAsync(store.Club, store.Ann.Id), removed => removed.Number == number);
        Assert.False(await store.Logs.RemoveOwnAsync(draft.Stamp.Class, store.Ben.Id, number, removed: false));
        Assert.True(await store.Logs.RemoveOwnAsync(draft.Stamp.Class, store.Ann.Id, number, removed: false));
        Assert.Equal(2, (await store.Logs.EvidenceAsync(draft.Stamp.Class)).Count);
    }

    [Fact]
    public async Task Every_change_of_a_class_changes_its_stamp()
    {
        var draft = await store.FreshClassAsync();
        var stamps = new List<ClassStamp> { draft.Stamp };
        await SaveAsync(draft, "21", draft.Cells[Gooseneck].Revision, store.Ann);
        stamps.Add((await store.Classes.StampAsync(draft.Stamp.Class))!);
        var (number, _) = await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, NewLog());
        stamps.Add((await store.Classes.StampAsync(draft.Stamp.Class))!);
        await store.Logs.RemoveOwnAsync(draft.Stamp.Class, store.Ann.Id, number, removed: true);
        stamps.Add((await store.Classes.StampAsync(draft.Stamp.Class))!);
        await store.Versions.PublishAsync(draft.Stamp.Class, stamps[^1].MatrixRevision, store.Ann.Id, "why");
        stamps.Add((await store.Classes.StampAsync(draft.Stamp.Class))!);
        Assert.Equal(stamps.Count, stamps.Distinct().Count());
    }

    [Fact]
    public async Task However_often_a_log_is_corrected_its_first_words_and_the_newest_are_kept()
    {
        var draft = await store.FreshClassAsync();
        var log = NewLog();
        var (number, _) = await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, log with { Note = "0" });
        for (var time = 1; time <= Core.Limits.Corrections + 5; time++)
        {
            await store.Logs.AddAsync(draft.Stamp.Class, store.Ann.Id, NoBoat, log with { Note = $"{time}" });
        }

        var kept = (await store.Earlier.OfAsync(store.Club, store.Ann.Id, number)).Select(earlier => earlier.Log.Note).ToList();
        Assert.Equal(Core.Limits.Corrections, kept.Count);
        Assert.Equal(("0", $"{Core.Limits.Corrections + 4}"), (kept[^1], kept[0]));
    }

    [Theory]
    [InlineData("28P01", "name or the password")]
    [InlineData("3D000", "no such database")]
    [InlineData("0A000", "lacks what the app needs")]
    [InlineData("42501", "may not do")]
    [InlineData("57P03", "does not answer")]
    public void What_keeps_a_database_from_being_used_is_one_sentence(string state, string says)
    {
        var trouble = new Npgsql.PostgresException("told", "FATAL", "FATAL", state);
        Assert.Contains(says, Database.Sentence(trouble), StringComparison.Ordinal);
        Assert.Contains(
            says == "does not answer" ? "0002_x" : says,
            Database.Sentence(new StartRefusedException("0002_x did not apply.", trouble)),
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("Host=here;Port=many")]
    [InlineData("Host=here;secret-half;of=a;pass word")]
    public void A_connection_string_that_is_none_is_one_sentence_that_does_not_repeat_it(string text)
    {
        var says = Database.Sentence(Assert.Throws<StartRefusedException>(() => Database.Connect(text)));
        Assert.StartsWith("REGATTA_DATABASE is no connection string.", says, StringComparison.Ordinal);
        Assert.DoesNotContain("secret-half", says, StringComparison.Ordinal);
        Assert.DoesNotContain("many", says, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_older_program_leaves_a_newer_database_alone()
    {
        var address = await OldDatabase.CreateAsync();
        await Database.MigrateAsync(address);
        await using var connection = new Npgsql.NpgsqlConnection(address);
        await connection.ExecuteAsync(
            "insert into migrations (scriptname, applied) values ('Regatta.Store.Migrations.9999_later.sql', now())"
        );
        var refused = await Assert.ThrowsAsync<StartRefusedException>(() => Database.MigrateAsync(address));
        Assert.Contains("older than its database", Database.Sentence(refused), StringComparison.Ordinal);
        Assert.Contains("9999_later", Database.Sentence(refused), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_version_that_cannot_be_read_any_more_is_left_out_of_what_was_published()
    {
        var draft = await store.FreshClassAsync();
        foreach (var reason in new[] { "first", "second" })
        {
            var stamp = (await store.Classes.StampAsync(draft.Stamp.Class))!;
            await store.Versions.PublishAsync(draft.Stamp.Class, stamp.MatrixRevision, store.Ann.Id, reason);
        }

        Assert.Equal(2, (await store.Versions.StatesAsync(draft.Stamp.Class, 2)).Count);
        Assert.Single(await store.Versions.StatesAsync(draft.Stamp.Class, 1));
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        await connection.ExecuteAsync(
            """
            begin;
            alter table versions disable trigger versions_never_change;
            update versions set definition = '{}' where class_id = @Number and number = 1;
            alter table versions enable trigger versions_never_change;
            commit;
            """,
            draft.Stamp.Class
        );
        Assert.Single(await store.Versions.StatesAsync(draft.Stamp.Class, 2));
    }

    [Fact]
    public async Task No_statement_and_no_wait_for_a_lock_lasts_for_ever()
    {
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        foreach (
            var (setting, most) in new[]
            {
                ("statement_timeout", "20s"),
                ("lock_timeout", "10s"),
                ("idle_in_transaction_session_timeout", "1min"),
            }
        )
        {
            Assert.Equal(most, await connection.ExecuteScalarAsync<string>($"show {setting}"));
        }
    }

    [Fact]
    public async Task A_link_leads_to_its_class_until_it_is_withdrawn_and_its_token_is_not_kept()
    {
        var draft = await store.FreshClassAsync();
        var links = new ShareLinks(store.Database, store.Clock);
        var token = await links.CreateAsync(draft.Stamp.Class, "board", store.Ann.Id);
        Assert.Equal(new SharedClass(draft.Stamp.Class, false), await links.FindAsync(token));
        Assert.Null(await links.FindAsync(token[..^1] + "?"));
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        Assert.Equal(
            0,
            await connection.ExecuteScalarAsync<long>(
                "select count(*) from share_links where encode(token_hash, 'escape') "
                    + "like '%' || @token || '%' or label like '%' || @token || '%'",
                new { token }
            )
        );
        await links.WithdrawAsync(draft.Stamp.Class, (await links.AllAsync(draft.Stamp.Class)).Single().Id);
        Assert.True((await links.FindAsync(token))!.Withdrawn);
    }

    [Fact]
    public async Task The_newest_decision_of_a_cell_is_remembered_with_its_reason()
    {
        var draft = await store.FreshClassAsync();
        var decisions = store.Decisions;
        await decisions.AddAsync(
            draft.Stamp.Class,
            draft.Stamp.Structure,
            Gooseneck,
            DecisionKind.Accepted,
            new(508),
            new(520.7),
            "sentence",
            "",
            3,
            store.Ann.Id,
            seenRevision: draft.Cells[Gooseneck].Revision
        );
        await decisions.AddAsync(
            draft.Stamp.Class,
            draft.Stamp.Structure,
            Gooseneck,
            DecisionKind.SetAside,
            new(508),
            new(520.7),
            "sentence",
            "new sail first",
            5,
            store.Ben.Id,
            seenRevision: draft.Cells[Gooseneck].Revision,
            seenDecision: StoreFixture.Now
        );
        var newest = (await store.Classes.SnapshotAsync(draft.Stamp.Class))!.Decisions[Gooseneck];
        Assert.Equal(
            (DecisionKind.SetAside, "new sail first", 5, "Ben", StoreFixture.Now),
            (newest.Kind, newest.Reason, newest.LogsThen, newest.By, newest.At)
        );
    }

    [Fact]
    public async Task A_decision_and_the_cell_it_makes_are_kept_both_or_neither()
    {
        var draft = await store.FreshClassAsync();
        var decisions = store.Decisions;
        var cell = Cell.Of(new Mark(21 * 25.4), 12.7, "", "", CellSource.Proposed).Value;
        var seen = draft.Cells[Gooseneck].Revision;
        await SaveAsync(draft, "22", seen, store.Ben);
        Assert.Equal(
            SaveOutcome.Conflict,
            await decisions.AddAsync(
                draft.Stamp.Class,
                draft.Stamp.Structure,
                Gooseneck,
                DecisionKind.Accepted,
                new(508),
                new(533.4),
                "s",
                "",
                3,
                store.Ann.Id,
                null,
                cell,
                seen
            )
        );
        Assert.Empty((await store.Classes.SnapshotAsync(draft.Stamp.Class))!.Decisions);
        Assert.Equal(22 * 25.4, await MarkAsync(draft), 6);
        Assert.Equal(
            SaveOutcome.Saved,
            await decisions.AddAsync(
                draft.Stamp.Class,
                draft.Stamp.Structure,
                Gooseneck,
                DecisionKind.Accepted,
                new(508),
                new(533.4),
                "s",
                "",
                3,
                store.Ann.Id,
                null,
                cell,
                seen + 1
            )
        );
        Assert.Equal(21 * 25.4, await MarkAsync(draft), 6);
    }

    /// <summary>An outing of two runs: in the second a mark was moved, and more was looked at.</summary>
    private static SessionLog NewLog() =>
        new(
            Guid.NewGuid(),
            new(2026, 5, 31, 14, 30, 0, TimeSpan.Zero),
            Mass.FromKilograms(71.5),
            [
                new(
                    WindRange.Of(Speed.FromKnots(12), Speed.FromKnots(15), Speed.FromKnots(18)).Value,
                    new Dictionary<ControlKey, Mark> { [new("gooseneck")] = new(508), [new("cunningham")] = new(3) },
                    new(
                        HelmReading.Of(Angle.FromDegrees(4), Angle.FromDegrees(5.5)).Value,
                        CheckGates.AllHeld.Without(Gate.Trimmed),
                        Angle.FromDegrees(4)
                    ),
                    Felt.RatherFast
                ),
                new(
                    WindRange.Of(Speed.FromKnots(14), Speed.FromKnots(16), null).Value,
                    new Dictionary<ControlKey, Mark> { [new("gooseneck")] = new(520.7) },
                    null,
                    Felt.Fast
                )
                {
                    From = new(2026, 5, 31, 15, 10, 0, TimeSpan.Zero),
                    Answers = new Dictionary<QuestionKey, Answer>
                    {
                        [new("luffing")] = new("evenly", null, AnswerMeaning.Fine),
                        [new("clicks")] = new("3 clicks", 3, AnswerMeaning.TooMuch),
                    },
                },
            ],
            "chop",
            1
        )
        {
            Purpose = new("recreation"),
            Water = Water.Chop,
            Place = Place.GustyShore,
        };

    private async Task<SaveOutcome> SaveAsync(ClassDraft draft, string mark, int seen, Person who)
    {
        var scale = draft.Class.Find(Gooseneck.Address.Control)!.Scale;
        var cell = Cell.Of(scale.ReadOnStep(mark).Value, scale.Step, "", "", CellSource.Entered).Value;
        return await store.SaveAsync(draft, Gooseneck, cell, seen, who.Id);
    }

    private async Task<double> MarkAsync(ClassDraft draft) => (await store.DraftAsync(draft)).Set[Gooseneck]!.Mark!.Value.Position;
}
