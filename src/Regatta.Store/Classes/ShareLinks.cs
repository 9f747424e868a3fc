namespace Regatta.Store;

/// <summary>A public link to a class's card. Its token is known only to who made it: the database keeps a hash.</summary>
public sealed record ShareLink(Guid Id, string Label, string CreatedBy, DateTimeOffset CreatedAt, DateTimeOffset? WithdrawnAt);

/// <summary>Where a token leads: a class, and whether the link was withdrawn.</summary>
public sealed record SharedClass(ClassRef Class, bool Withdrawn);

/// <summary>Makes, finds and withdraws public links.</summary>
public sealed class ShareLinks(Db database, TimeProvider clock) : IReadShareLinks
{
    /// <summary>Makes a link and returns its token, which cannot be read again later.</summary>
    public async Task<string> CreateAsync(ClassRef one, string label, Guid by)
    {
        var token = Secrets.New();
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "insert into share_links (club_id, id, class_id, token_hash, label, created_by, "
                + "created_at) values (@club, @id, @classId, @hash, @label, @by, @now)",
            new
            {
                club = one.Club.Number,
                id = Guid.CreateVersion7(),
                classId = one.Number,
                hash = Secrets.Hash(token),
                label,
                by,
                now = clock.GetUtcNow(),
            }
        );
        return token;
    }

    /// <summary>The class behind a token, or null when no link ever had it.</summary>
    public async Task<SharedClass?> FindAsync(string token)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
            await connection.QuerySingleOrDefaultAsync<(long Club, long Class, bool Withdrawn)?>(
                "select club_id, class_id, withdrawn_at is not null from share_links where token_hash = @hash",
                new { hash = Secrets.Hash(token) }
            )
                is var (club, one, withdrawn)
            ? new(new(new(club), one), withdrawn)
            : null;
    }

    /// <summary>The links of a class, newest first.</summary>
    public async Task<IReadOnlyList<ShareLink>> AllAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<ShareLink>(
                """
                select s.id, s.label, p.display_name as created_by, s.created_at, s.withdrawn_at
                from share_links s join people p on p.id = s.created_by where s.club_id = @club and s.class_id = @classId
                  order by s.created_at desc
                """,
                new { club = one.Club.Number, classId = one.Number }
            ),
        ];
    }

    /// <summary>Withdraws a link of a class for good.</summary>
    public async Task WithdrawAsync(ClassRef one, Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update share_links set withdrawn_at = @now where club_id = @club "
                + "and id = @id and class_id = @classId and withdrawn_at is null",
            new
            {
                club = one.Club.Number,
                id,
                classId = one.Number,
                now = clock.GetUtcNow(),
            }
        );
    }
}
