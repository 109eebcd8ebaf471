using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Server.Api;

/// <summary>
/// Plans that were sent lately, by the hash of what was sent: who asks several things of one plan sends it once, and then its
/// address. The least lately used go first.
/// </summary>
internal sealed class RecentPlans
{
    /// <summary>Under this header an answer gives the address of the plan that was sent.</summary>
    public const string Header = "Terrapin-Plan";

    internal const int Most = 64;
    internal const int MostBytes = 16 * 1024 * 1024;

    private readonly Lock gate = new();
    private readonly PlanReader reader = new();
    private readonly LinkedList<(string Address, Plan Plan, int Bytes)> byUse = [];
    private readonly Dictionary<string, LinkedListNode<(string Address, Plan Plan, int Bytes)>> byAddress = [];
    private int bytes;

    /// <summary>The plan at an address; <see langword="null"/>: it was not sent, or long ago.</summary>
    public Plan? At(string address)
    {
        lock (gate)
        {
            if (!byAddress.TryGetValue(address, out LinkedListNode<(string Address, Plan Plan, int Bytes)>? node))
            {
                return null;
            }

            byUse.Remove(node);
            byUse.AddFirst(node);
            return node.Value.Plan;
        }
    }

    /// <summary>Reads a plan that was sent, or takes the one that was read from the same bytes before.</summary>
    /// <exception cref="Core.Validation.RefusedException">It is at fault.</exception>
    public (string Address, Plan Plan) Read(ReadOnlyMemory<byte> utf8)
    {
        string address = PlanJson.Hash(utf8.Span);
        if (At(address) is { } known)
        {
            return (address, known);
        }

        Plan plan = reader.Read(utf8);
        lock (gate)
        {
            if (!byAddress.ContainsKey(address))
            {
                byAddress[address] = byUse.AddFirst((address, plan, utf8.Length));
                bytes += utf8.Length;
            }

            while (byUse.Count > Most || (bytes > MostBytes && byUse.Count > 1))
            {
                bytes -= byUse.Last!.Value.Bytes;
                byAddress.Remove(byUse.Last.Value.Address);
                byUse.RemoveLast();
            }
        }

        return (address, plan);
    }
}
