using System.Text.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Documents;

/// <summary>A site as a file: its plan, who saved it when, and a hash that shows damage.</summary>
public sealed record SiteArchive
{
    public const string FormatName = "terrapin-site";
    public const int CurrentVersion = 1;
    public const int MostEntries = 100_000;

    public required string Format { get; init; }

    public required int FormatVersion { get; init; }

    public required ArchivedRevision Revision { get; init; }

    /// <summary>The plan, as <c>plan.schema.json</c> describes it.</summary>
    public required Plan Plan { get; init; }

    /// <summary>What happened at the site; a plan of an older version kept that itself.</summary>
    [AtMost(MostEntries)]
    public IReadOnlyList<LoggedEntry> Log { get; init; } = [];

    /// <summary>Reads what stands around the plan, which may be of an older version.</summary>
    private static SiteArchive ReadAround(JsonElement root, JsonElement planElement, Plan plan)
    {
        JsonObject around = JsonObject.Create(root)!.DeepClone().AsObject();
        around["plan"] = JsonNode.Parse(PlanJson.Write(plan));
        using JsonDocument document = JsonDocument.Parse(around.ToJsonString());
        SiteArchive archive = DocumentJson.ReadShape<SiteArchive>(document.RootElement) with { Plan = plan };
        IReadOnlyList<LogEntry> happened = PlanUpgrade.Happened(planElement);
        return happened.Count == 0 ? CheckedLog(archive) : archive with
        {
            Log = [.. happened.Select((entry, i) => new LoggedEntry { Number = i + 1, Revision = archive.Revision.Number, By = archive.Revision.Author, At = archive.Revision.SavedAt, Entry = entry })],
        };
    }

    private static SiteArchive CheckedLog(SiteArchive archive)
    {
        var errors = new List<DocumentError>();
        for (int i = 0; i < archive.Log.Count; i++)
        {
            LoggedEntry logged = archive.Log[i];
            errors.AddRange(LogCheck.Of(logged.Entry, $"/log/{i}/entry"));
            if (logged.Number != i + 1)
            {
                errors.Add(new DocumentError($"/log/{i}/number", $"Entries are numbered from 1 on without a gap: this is number {i + 1}. Export the site again."));
            }

            if (!OpenFormat.TryTime(logged.At, out _))
            {
                errors.Add(new DocumentError($"/log/{i}/at", OpenFormat.NoTime));
            }
        }

        return errors.Count == 0 ? archive : throw new RefusedException(errors);
    }

    /// <summary>Puts a plan in an archive.</summary>
    public static SiteArchive Of(Plan plan, int number, string author, DateTimeOffset savedAt, IReadOnlyList<LoggedEntry> log) => new()
    {
        Format = FormatName,
        FormatVersion = CurrentVersion,
        Revision = new ArchivedRevision
        {
            Number = number,
            Author = author,
            SavedAt = OpenFormat.Time(savedAt),
            Sha256 = PlanJson.Hash(PlanJson.Write(plan)),
        },
        Plan = plan,
        Log = log,
    };

    /// <summary>The archive as indented UTF-8 JSON, to be read by people too.</summary>
    public byte[] Write() => JsonSerializer.SerializeToUtf8Bytes(this, DocumentJson.Indented);

    /// <summary>Reads an archive.</summary>
    /// <param name="utf8">The file.</param>
    /// <exception cref="RefusedException">Not an archive, of a newer version, at fault, or damaged; names the place.</exception>
    public static SiteArchive Read(ReadOnlyMemory<byte> utf8)
    {
        using JsonDocument document = PlanJson.Parse(utf8);
        JsonElement root = document.RootElement;
        OpenFormat.Check(root, FormatName, CurrentVersion, "site file", $"This is not a site file: it does not say \"format\": \"{FormatName}\". Choose a file that was exported here.");

        if (!root.TryGetProperty("plan", out JsonElement planElement))
        {
            throw new RefusedException([new DocumentError("/plan", "The plan is missing from this site file. Export it again.")]);
        }

        Plan plan = PlanJson.Read(planElement, "/plan");
        SiteArchive archive = ReadAround(root, planElement, plan);

        // Of the plan as it stands in the file: one written before a key was added to the plan must still fit.
        return archive.Revision.Sha256 == PlanJson.Hash(PlanJson.WriteAsItStands(planElement))
            ? archive
            : throw new RefusedException([new DocumentError("/revision/sha256", "The hash does not fit the plan: the file was damaged or changed by hand. Export it again.")]);
    }
}

/// <summary>The revision that was exported.</summary>
public sealed record ArchivedRevision
{
    [Limits(1, 1e9, "")]
    public required int Number { get; init; }

    [AtMost(120)]
    public required string Author { get; init; }

    /// <summary>ISO 8601 with its zone.</summary>
    [AtMost(40)]
    public required string SavedAt { get; init; }

    /// <summary>Of the plan's keys and values as they stand in the file; white space and the spelling of numbers do not count.</summary>
    [AtMost(64)]
    public required string Sha256 { get; init; }
}
