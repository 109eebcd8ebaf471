namespace Terrapin.Store;

/// <summary>A site, known by a short id.</summary>
public sealed class SiteRow
{
    public required string Id { get; set; }

    /// <summary>The plan's name at the newest revision, for lists.</summary>
    public required string Name { get; set; }

    /// <summary>Number of the newest revision.</summary>
    public int Head { get; set; }

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
}
