using Terrapin.Core.Model;

namespace Terrapin.Documents.Floors;

/// <summary>Fixtures by what people call them.</summary>
internal static class FixtureNames
{
    /// <summary>What people call fixtures, beside their own names.</summary>
    private static readonly Dictionary<string, FixtureKind> OtherNames = new(StringComparer.OrdinalIgnoreCase)
    {
        ["washbasin"] = FixtureKind.Basin,
        ["hand basin"] = FixtureKind.Basin,
        ["vanity"] = FixtureKind.Basin,
        ["toilet"] = FixtureKind.Wc,
        ["loo"] = FixtureKind.Wc,
        ["tub"] = FixtureKind.Bath,
        ["bathtub"] = FixtureKind.Bath,
        ["shower"] = FixtureKind.ShowerTray,
        ["sink"] = FixtureKind.KitchenSink,
        ["washer"] = FixtureKind.WashingMachine,
        ["washing-machine"] = FixtureKind.WashingMachine,
        ["fridge"] = FixtureKind.IceMaker,
        ["icemaker"] = FixtureKind.IceMaker,
        ["cylinder"] = FixtureKind.Cylinder,
        ["heater"] = FixtureKind.Cylinder,
        ["water heater"] = FixtureKind.Cylinder,
        ["tank"] = FixtureKind.Cylinder,
        ["filter"] = FixtureKind.FilterHousing,
        ["tray"] = FixtureKind.CondensateTray,
        ["condensate"] = FixtureKind.CondensateTray,
        ["sump"] = FixtureKind.SumpPit,
        ["pit"] = FixtureKind.SumpPit,
        ["units"] = FixtureKind.Plinth,
        ["kitchen units"] = FixtureKind.Plinth,
    };

    /// <summary>What is no fixture, since it has no leak, and stands in the same list.</summary>
    public const string Drain = "floor drain";

    private static readonly string[] DrainNames = [Drain, "floor drains", "drain", "drains", "gully", "gullies", "floor gully"];

    /// <summary>Whether a word means floor drains, one or several.</summary>
    public static bool IsDrain(string word) => DrainNames.Contains(word, StringComparer.OrdinalIgnoreCase);

    /// <summary>The fixture of a name, one or several of it; <see langword="null"/>: none is called so.</summary>
    public static UsualFixture? Named(string word)
    {
        string one = word.EndsWith('s') && !OtherNames.ContainsKey(word) ? word[..^1] : word;
        return FixtureLibrary.All.FirstOrDefault(f => string.Equals(f.Name, word, StringComparison.OrdinalIgnoreCase) || string.Equals(f.Name, one, StringComparison.OrdinalIgnoreCase))
            ?? (OtherNames.TryGetValue(word, out FixtureKind kind) || OtherNames.TryGetValue(one, out kind) ? FixtureLibrary.All.First(f => f.Kind == kind) : null);
    }

    /// <summary>All that a kind of fixture is called, its own name first.</summary>
    public static IEnumerable<string> Of(FixtureKind kind) =>
        OtherNames.Where(n => n.Value == kind).Select(n => n.Key).Prepend(FixtureLibrary.All.First(f => f.Kind == kind).Name);
}
