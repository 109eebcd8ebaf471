using System.Runtime.InteropServices;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Terrapin.Core.Model;

namespace Terrapin.Core.Format;

/// <summary>Parts of the plans that were read last, by how they were written. Not safe to use from several threads at once.</summary>
internal sealed class PlanParts
{
    /// <summary>Text that is kept of each kind.</summary>
    private const int MostBytesOfAKind = 4 << 20;

    private readonly Dictionary<Type, Kind> kinds = [];

    /// <summary>Whether a part was read before as it is written here.</summary>
    public bool IsKnown(JsonElement element, Type type) => kinds.TryGetValue(type, out Kind? kind) && kind.Find(JsonMarshal.GetRawUtf8Value(element)) is not null;

    /// <summary>A plan of an element whose shape is right, with the parts that are known.</summary>
    /// <param name="plan">The element.</param>
    /// <param name="like">Has what is left out; <see langword="null"/>: what is left out is not there.</param>
    public Plan Compose(JsonElement plan, Plan? like) => new()
    {
        Version = plan.GetProperty("version").GetInt32(),
        Site = Of(plan, "site", like?.Site),
        Building = Of(plan, "building", like?.Building),
        Installation = plan.TryGetProperty("installation", out JsonElement installation) ? ComposeInstallation(installation, like?.Installation) : like!.Installation,
        Options = Of(plan, "options", like?.Options),
        Payback = Of(plan, "payback", like?.Payback),
        Failures = MaybeOf(plan, "failures", like?.Failures),
        Cases = MaybeOf(plan, "cases", like?.Cases),
        CatalogueRevision = !plan.TryGetProperty("catalogueRevision", out JsonElement revision) ? like?.CatalogueRevision : revision.ValueKind == JsonValueKind.Number ? revision.GetInt32() : null,
        Catalogue = Of(plan, "catalogue", like?.Catalogue),
    };

    private Installation ComposeInstallation(JsonElement installation, Installation? like) => new()
    {
        Drives = Of(installation, "drives", like?.Drives),
        Sensors = installation.TryGetProperty("sensors", out JsonElement sensors) ? [.. sensors.EnumerateArray().Select(Of<Sensor>)] : like!.Sensors,
        Hubs = Of(installation, "hubs", like?.Hubs),
        Repeaters = Of(installation, "repeaters", like?.Repeaters),
        Links = Of(installation, "links", like?.Links),
        Signals = Of(installation, "signals", like?.Signals),
        Rules = Of(installation, "rules", like?.Rules),
        Contacts = MaybeOf(installation, "contacts", like?.Contacts),
        Buttons = MaybeOf(installation, "buttons", like?.Buttons),
        Switches = MaybeOf(installation, "switches", like?.Switches),
        ModesSet = MaybeOf(installation, "modesSet", like?.ModesSet),
    };

    /// <summary>A part that every plan has.</summary>
    private T Of<T>(JsonElement owner, string name, T? before)
        where T : class => owner.TryGetProperty(name, out JsonElement element) ? Of<T>(element) : before!;

    /// <summary>A part that may be left out where there was none before, or be null.</summary>
    private T? MaybeOf<T>(JsonElement owner, string name, T? before)
        where T : class => !owner.TryGetProperty(name, out JsonElement element) ? before : element.ValueKind == JsonValueKind.Null ? null : Of<T>(element);

    private T Of<T>(JsonElement element)
        where T : class
    {
        if (!kinds.TryGetValue(typeof(T), out Kind? kind))
        {
            kinds[typeof(T)] = kind = new Kind();
        }

        ReadOnlySpan<byte> text = JsonMarshal.GetRawUtf8Value(element);
        if (kind.Find(text) is T known)
        {
            return known;
        }

        T read = element.Deserialize((JsonTypeInfo<T>)PlanJson.Options.GetTypeInfo(typeof(T)))!;
        kind.Add(text.ToArray(), read);
        return read;
    }

    /// <summary>Parts of one kind. When they are too many all are let go: what is still in use is soon there again.</summary>
    private sealed class Kind
    {
        private readonly Dictionary<byte[], object> byText = new(new SameText());
        private long bytes;

        public object? Find(ReadOnlySpan<byte> text) => byText.GetAlternateLookup<ReadOnlySpan<byte>>().TryGetValue(text, out object? value) ? value : null;

        public void Add(byte[] text, object value)
        {
            if (bytes + text.Length > MostBytesOfAKind)
            {
                byText.Clear();
                bytes = 0;
            }

            byText[text] = value;
            bytes += text.Length;
        }
    }

    private sealed class SameText : IEqualityComparer<byte[]>, IAlternateEqualityComparer<ReadOnlySpan<byte>, byte[]>
    {
        /// <summary>Of a long text its ends tell enough: the whole is compared where they agree.</summary>
        private const int Hashed = 256;

        public bool Equals(byte[]? x, byte[]? y) => x.AsSpan().SequenceEqual(y);

        public int GetHashCode(byte[] obj) => GetHashCode(obj.AsSpan());

        public bool Equals(ReadOnlySpan<byte> alternate, byte[] other) => alternate.SequenceEqual(other);

        public int GetHashCode(ReadOnlySpan<byte> alternate)
        {
            var hash = default(HashCode);
            hash.Add(alternate.Length);
            hash.AddBytes(alternate[..Math.Min(Hashed, alternate.Length)]);
            hash.AddBytes(alternate[^Math.Min(Hashed, alternate.Length)..]);
            return hash.ToHashCode();
        }

        public byte[] Create(ReadOnlySpan<byte> alternate) => alternate.ToArray();
    }
}
