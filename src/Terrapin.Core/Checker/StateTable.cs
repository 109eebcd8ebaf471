using System.Runtime.InteropServices;

namespace Terrapin.Core.Checker;

/// <summary>The states that were come to, each once, in the order in which they were, with how they were come to.</summary>
/// <param name="length">Numbers of a state.</param>
/// <param name="most">How many states it holds at the most.</param>
internal sealed class StateTable(int length, int most)
{
    private const int FirstSlots = 1 << 12;
    private const int BitsOfDrying = 64;

    private readonly List<(int From, Move By)> how = [];
    private readonly List<ulong> dries = [];
    private ushort[] states = new ushort[length * 256];
    private int[] slots = NewSlots(FirstSlots);

    public int Count => how.Count;

    public bool IsFull => Count >= most;

    public ReadOnlySpan<ushort> this[int index] => states.AsSpan(index * length, length);

    /// <summary>The state before one, and what led on; −1 at a start.</summary>
    public (int From, Move By) How(int index) => how[index];

    /// <summary>Whether what comes of a drying sensor of a class is tried from another state already, with the same end.</summary>
    public bool KnowsDrying(int index, int sensorClass) => sensorClass < BitsOfDrying && (dries[index] & (1ul << sensorClass)) != 0;

    /// <summary>Notes that of a state; of classes beyond the number of bits nothing is noted.</summary>
    public void NoteDrying(int index, int sensorClass) => dries[index] |= sensorClass < BitsOfDrying ? 1ul << sensorClass : 0;

    /// <summary>Keeps a state if it is new and there is room.</summary>
    /// <returns>Its index; −1: there was no room.</returns>
    public int Add(ReadOnlySpan<ushort> state, int from, Move by)
    {
        int slot = Slot(state);
        if (slots[slot] >= 0 || IsFull)
        {
            return slots[slot];
        }

        int index = how.Count;
        if ((index + 1) * length > states.Length)
        {
            Array.Resize(ref states, states.Length * 2);
        }

        state.CopyTo(states.AsSpan(index * length));
        how.Add((from, by));
        dries.Add(0);
        slots[slot] = index;
        if (how.Count * 2 > slots.Length)
        {
            Grow();
        }

        return index;
    }

    private int Slot(ReadOnlySpan<ushort> state)
    {
        var hash = default(HashCode);
        hash.AddBytes(MemoryMarshal.AsBytes(state));
        int slot = hash.ToHashCode() & (slots.Length - 1);
        while (slots[slot] >= 0 && !this[slots[slot]].SequenceEqual(state))
        {
            slot = (slot + 1) & (slots.Length - 1);
        }

        return slot;
    }

    private void Grow()
    {
        slots = NewSlots(slots.Length * 2);
        for (int i = 0; i < how.Count; i++)
        {
            slots[Slot(this[i])] = i;
        }
    }

    private static int[] NewSlots(int count)
    {
        int[] empty = new int[count];
        Array.Fill(empty, -1);
        return empty;
    }
}
