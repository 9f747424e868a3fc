namespace Regatta.Web.Tests;

/// <summary>Links given out before there were clubs.</summary>
public sealed class OldLinkTests
{
    // Tokens are kept as hashes only: the old links get tokens that are known here, and every other class a link of its own.
    private const string KnownTokens = """
        update share_links set token_hash = sha256(('old-' || id)::bytea);
        insert into share_links (id, class_id, token_hash, label, created_by, created_at)
          select gen_random_uuid(), c.id, sha256(('of-' || c.key)::bytea), 'test', (select id from people limit 1), now()
          from boat_classes c where exists (select from matrix_versions v where v.class_id = c.id);
        """;

    [Fact]
    public async Task Every_link_of_a_database_from_before_the_clubs_still_opens_its_card()
    {
        await using var host = await ClubHost.OverDumpAsync("before-clubs.sql.gz", KnownTokens);
        var visitor = host.Visit();
        var links = (
            await host.ScalarAsync<string>(
                """
                select string_agg(l.token || '=' || (k.definition->>'name'), ';') from (
                  select class_id, 'old-' || id as token from share_links where label <> 'test' and withdrawn_at is null
                  union all select s.class_id, 'of-' || c.key from share_links s join classes c on c.id = s.class_id
                    where s.label = 'test') l
                join classes k on k.id = l.class_id
                """
            )
        )!.Split(';');
        Assert.True(links.Length > 8);
        foreach (var link in links.Select(one => one.Split('=')))
        {
            var card = await visitor.GetAsync("/c/" + link[0]);
            Assert.Equal((link[0], 200), (link[0], (int)card.Status));
            Assert.Contains(link[1], card.TextOf("h1"), StringComparison.Ordinal);
            Assert.NotNull(card.Html.QuerySelector("[data-control], .card-cell, table, dl"));
        }
    }
}
