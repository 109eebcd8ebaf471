using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Runs a rule program through what happens, with a step at each of its deadlines, and keeps what it orders.</summary>
internal sealed class RuleStory(RuleProgram program, Mode mode, double atMin = 0)
{
    private readonly int[] state = program.Quiet(mode, atMin: atMin).Words.ToArray();
    private readonly RuleOrder[] orders = new RuleOrder[program.MostOrders];
    private long nowMs;
    private long? dueMs;

    public List<Ordered> Done { get; } = [];

    public void At(long timeMs, RuleEvent happened)
    {
        while (dueMs <= timeMs)
        {
            Step(dueMs.Value, RuleEvent.TimePassed);
        }

        Step(timeMs, happened);
    }

    public void ToEnd()
    {
        while (dueMs is { } due)
        {
            Step(due, RuleEvent.TimePassed);
        }
    }

    private void Step(long timeMs, RuleEvent happened)
    {
        RuleStep step = program.Step(state, (int)(timeMs - nowMs), happened, state, orders);
        nowMs = timeMs;
        dueMs = timeMs + step.NextMs;
        foreach (RuleOrder order in orders.AsSpan(0, step.Orders))
        {
            Done.Add(new Ordered(timeMs, order, (Mode)state[0]));
        }
    }

    /// <param name="Mode">Who was home then.</param>
    internal sealed record Ordered(long TimeMs, RuleOrder Order, Mode Mode);
}
