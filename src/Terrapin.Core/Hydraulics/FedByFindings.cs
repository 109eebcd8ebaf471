using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Hydraulics;

/// <summary>Leak points that nobody has yet said the pipe of, and hot ones on a cold pipe.</summary>
internal static class FedByFindings
{
    public static IReadOnlyList<Finding> Of(Plan plan)
    {
        var found = new List<Finding>();
        for (int r = 0; r < plan.Building.Rooms.Count; r++)
        {
            for (int l = 0; l < plan.Building.Rooms[r].Leaks.Count; l++)
            {
                LeakPoint leak = plan.Building.Rooms[r].Leaks[l];
                if (plan.Building.Pipes.FirstOrDefault(p => p.Id == leak.PipeId) is not { } pipe)
                {
                    continue;
                }

                string name = $"{leak.Name}, {plan.Building.Rooms[r].Name}";
                var of = new FindingCollector($"/building/rooms/{r}/leaks/{l}");
                if (leak.PipeIsProposed)
                {
                    of.Add(FindingKinds.PipeProposed, "pipeId", $"\"{pipe.Name}\" is only proposed as the pipe that feeds {name}, by what it carries and how high it ends. What is lost follows from it.", "Say which pipe feeds it.");
                }

                if ((leak.Side, pipe.Water) is (WaterSide.Hot, PipeWater.Cold) or (WaterSide.Cold, PipeWater.Hot))
                {
                    of.Add(FindingKinds.HotAndColdSwapped, "pipeId", $"{name} is {Word(leak.Side)}, and \"{pipe.Name}\" carries {(pipe.Water == PipeWater.Hot ? "hot" : "cold")} water.", "Put it on the other pipe; where that is missing, add it.");
                }

                found.AddRange(of.Findings.Select(f => f with { About = name }));
            }
        }

        return found;
    }

    private static string Word(WaterSide side) => side == WaterSide.Hot ? "hot" : "cold";
}
