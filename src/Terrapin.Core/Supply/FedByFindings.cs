using Terrapin.Core.Findings;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Supply;

/// <summary>Leak points that nobody has yet said the pipe of, and hot ones on a cold pipe.</summary>
internal static class FedByFindings
{
    public static IReadOnlyList<Finding> Of(Plan plan)
    {
        var found = new List<Finding>();
        for (int r = 0; r < plan.Rooms.Count; r++)
        {
            for (int l = 0; l < plan.Rooms[r].Leaks.Count; l++)
            {
                LeakPoint leak = plan.Rooms[r].Leaks[l];
                if (plan.Pipes.FirstOrDefault(p => p.Id == leak.PipeId) is not { } pipe)
                {
                    continue;
                }

                string name = $"{leak.Name}, {plan.Rooms[r].Name}";
                string at = $"/rooms/{r}/leaks/{l}/pipeId";
                if (leak.PipeIsProposed)
                {
                    found.Add(Caution("pipe-proposed", at, name, $"\"{pipe.Name}\" is only proposed as the pipe that feeds {name}, by what it carries and how high it ends. Its litres follow from it.", "Say which pipe feeds it."));
                }

                if ((leak.Side, pipe.Water) is (WaterSide.Hot, PipeWater.Cold) or (WaterSide.Cold, PipeWater.Hot))
                {
                    found.Add(Caution("hot-and-cold-swapped", at, name, $"{name} is {Word(leak.Side)}, and \"{pipe.Name}\" carries {(pipe.Water == PipeWater.Hot ? "hot" : "cold")} water.", "Put it on the other pipe; where that is missing, add it."));
                }
            }
        }

        return found;
    }

    private static string Word(WaterSide side) => side == WaterSide.Hot ? "hot" : "cold";

    private static Finding Caution(string code, string at, string about, string why, string remedy) => new()
    {
        Code = code,
        Severity = Severity.Caution,
        Stage = Stage.Rooms,
        Where = at,
        About = about,
        Why = why,
        Remedy = remedy,
        Trade = Trade.Fitter,
    };
}
