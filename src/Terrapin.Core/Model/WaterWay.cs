using System.Collections.Concurrent;
using System.Runtime.CompilerServices;

namespace Terrapin.Core.Model;

/// <summary>The way of the water from the supply to the far end of a pipe.</summary>
/// <param name="Pipes">In the direction of flow.</param>
/// <param name="StopValves">The stop valves on it, in the direction of flow.</param>
/// <param name="PipesBefore">For each of the mains, how many of the pipes come before it.</param>
public sealed record WaterWay(IReadOnlyList<Pipe> Pipes, IReadOnlyList<StopValve> StopValves, IReadOnlyList<int> PipesBefore)
{
    /// <summary>The way to the far end of a pipe.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="pipeId">A pipe of that plan; <see langword="null"/> is the supply itself.</param>
    public static WaterWay To(Plan plan, string? pipeId) => pipeId is null ? Nowhere : Known.GetValue(plan, _ => []).GetOrAdd(pipeId, id => Find(plan, id));

    private static WaterWay Nowhere { get; } = new([], [], []);

    /// <summary>A plan never changes, and each assessment asks for the same ways again and again.</summary>
    private static readonly ConditionalWeakTable<Plan, ConcurrentDictionary<string, WaterWay>> Known = [];

    private static WaterWay Find(Plan plan, string pipeId)
    {
        var pipes = new List<Pipe>();
        var mains = new List<StopValve>();
        var pipesAfter = new List<int>();
        string? at = pipeId;
        while (at is not null)
        {
            Pipe pipe = plan.Building.Pipes.First(p => p.Id == at);
            pipes.Add(pipe);
            at = pipe.ParentId;
            if (at is null && pipe.StopValveId is { } stopValveId)
            {
                StopValve main = plan.StopValve(stopValveId);
                mains.Add(main);
                pipesAfter.Add(pipes.Count);
                at = main.FedByPipeId;
            }
        }

        pipes.Reverse();
        mains.Reverse();
        pipesAfter.Reverse();
        return new WaterWay(pipes, mains, [.. pipesAfter.Select(after => pipes.Count - after)]);
    }

    /// <summary>The pipes between one of its mains and the far end.</summary>
    /// <param name="main">Index into <see cref="StopValves"/>.</param>
    public IEnumerable<Pipe> PipesAfter(int main) => Pipes.Skip(PipesBefore[main]);
}
