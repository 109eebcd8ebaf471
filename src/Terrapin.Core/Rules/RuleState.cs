using System.Runtime.InteropServices;

namespace Terrapin.Core.Rules;

/// <summary>
/// All that a rule program remembers, as a row of integers. It holds how long ago, never at what hour, so that equal situations
/// are equal states; see <see cref="RuleProgram"/> for what stands where.
/// </summary>
/// <param name="words">Not changed any more once it is a state.</param>
public readonly struct RuleState(int[] words) : IEquatable<RuleState>, IComparable<RuleState>
{
    public ReadOnlySpan<int> Words => words;

    public bool Equals(RuleState other) => Words.SequenceEqual(other.Words);

    public int CompareTo(RuleState other) => Words.SequenceCompareTo(other.Words);

    public override bool Equals(object? obj) => obj is RuleState other && Equals(other);

    public override int GetHashCode()
    {
        var hash = default(HashCode);
        hash.AddBytes(MemoryMarshal.AsBytes(Words));
        return hash.ToHashCode();
    }

    public static bool operator ==(RuleState left, RuleState right) => left.Equals(right);

    public static bool operator !=(RuleState left, RuleState right) => !left.Equals(right);

    public static bool operator <(RuleState left, RuleState right) => left.CompareTo(right) < 0;

    public static bool operator >(RuleState left, RuleState right) => left.CompareTo(right) > 0;

    public static bool operator <=(RuleState left, RuleState right) => left.CompareTo(right) <= 0;

    public static bool operator >=(RuleState left, RuleState right) => left.CompareTo(right) >= 0;
}
