namespace Terrapin.Store;

/// <summary>A site, known by a short id.</summary>
public sealed class SiteRow
{
    public required string Id { get; set; }

    /// <summary>The plan's name at the newest revision, for lists.</summary>
    public required string Name { get; set; }

    /// <summary>Number of the newest revision; 0 once the site is deleted.</summary>
    public int Head { get; set; }

    /// <summary>ISO 8601 with its zone; <see langword="null"/>: it is in the list.</summary>
    public DateTimeOffset? PutAwayAt { get; set; }

    /// <summary>ISO 8601 with its zone. The row stays, so that its id is never given twice and who deleted it is known.</summary>
    public DateTimeOffset? DeletedAt { get; set; }

    public string? DeletedBy { get; set; }

    /// <summary>Whether its log holds what plans of older versions kept themselves.</summary>
    public bool HasLog { get; set; }

    public List<RevisionRow> Revisions { get; } = [];
}

/// <summary>One saved state of a site's plan; never changed.</summary>
public sealed class RevisionRow
{
    public required string SiteId { get; set; }

    /// <summary>Counts from 1 within its site.</summary>
    public int Number { get; set; }

    public required string Author { get; set; }

    /// <summary>ISO 8601 with its zone.</summary>
    public DateTimeOffset SavedAt { get; set; }

    /// <summary>Of <see cref="PlanJson"/>, lower-case hexadecimal.</summary>
    public required string Sha256 { get; set; }

    /// <summary>The plan in its canonical form, UTF-8.</summary>
    public required byte[] PlanJson { get; set; }

    /// <summary>What a list shows of it, as whoever saved it wrote it; <see langword="null"/>: not known.</summary>
    public byte[]? Overview { get; set; }
}

/// <summary>A photograph of a site.</summary>
public sealed class PhotographRow
{
    /// <summary>Counts over all sites, in the order of adding.</summary>
    public int Number { get; set; }

    public required string SiteId { get; set; }

    public required string Id { get; set; }

    /// <summary>The stop valve of the plan that it shows; <see langword="null"/>: the site.</summary>
    public string? StopValveId { get; set; }

    public required string Caption { get; set; }

    public required string AddedBy { get; set; }

    /// <summary>ISO 8601 with its zone.</summary>
    public DateTimeOffset AddedAt { get; set; }

    /// <summary>Pixels.</summary>
    public int Width { get; set; }

    /// <summary>Pixels.</summary>
    public int Height { get; set; }

    public required byte[] Jpeg { get; set; }
}

/// <summary>Something that happened at a site; never changed.</summary>
public sealed class LogRow
{
    public required string SiteId { get; set; }

    /// <summary>Counts from 1 within its site.</summary>
    public int Number { get; set; }

    /// <summary>The site's newest revision when it was written down.</summary>
    public int Revision { get; set; }

    public required string By { get; set; }

    /// <summary>ISO 8601 with its zone.</summary>
    public DateTimeOffset At { get; set; }

    /// <summary>What happened, UTF-8 JSON.</summary>
    public required byte[] EntryJson { get; set; }
}

/// <summary>One saved state of the firm's catalogue; never changed.</summary>
public sealed class CatalogueRow
{
    /// <summary>Counts from 1.</summary>
    public int Number { get; set; }

    public required string SavedBy { get; set; }

    /// <summary>ISO 8601 with its zone.</summary>
    public DateTimeOffset SavedAt { get; set; }

    /// <summary>In its canonical form, UTF-8.</summary>
    public required byte[] CatalogueJson { get; set; }
}
