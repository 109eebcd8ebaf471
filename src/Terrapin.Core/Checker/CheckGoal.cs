using Terrapin.Core.Model;

namespace Terrapin.Core.Checker;

/// <summary>What has to come of it once the watched sensor is wet and stays so.</summary>
internal sealed record CheckGoal
{
    /// <summary>One of these valves is to be closed, a bit each; 0: somebody is to have been told since all was dry last.</summary>
    public required ulong Valves { get; init; }

    /// <summary>A rule that is to be seen firing, in place of anything else; <see langword="null"/>: none.</summary>
    public int? Fires { get; init; }

    /// <summary>What no rule may do to the valve that one of them opens, in place of anything else; <see langword="null"/>: nothing of that is looked for.</summary>
    public Func<ValveOrders, bool>? Forbids { get; init; }

    /// <summary>Within so many ticks.</summary>
    public required int WithinTicks { get; init; }

    /// <summary>Whether somebody may open a closed valve by hand while a sensor is wet; when all are dry they may always.</summary>
    public required bool OpensWhileWet { get; init; }

    /// <summary>
    /// Whether nothing happened before and no other sensor gets wet: what closes for another sensor closes sooner, and what has closed or will
    /// needs no more, as long as nobody opens while a sensor is wet.
    /// </summary>
    public bool OthersStayDry { get; init; }

    /// <summary>Whether what a rule tells is heard by somebody, by who is home and the part of the day.</summary>
    public required Func<int, Mode, int, bool> IsHeard { get; init; }

    /// <summary>Whether a state is what has to come, or a closing in time is pending that nothing can drop any more.</summary>
    public bool IsSettled(CheckState state) => IsMet(state) || (Valves != 0 && state.WillClose(Valves, WithinTicks - state.WatchedTicks));

    private bool IsMet(CheckState state) => Valves == 0 ? state.SomebodyKnows : (state.ClosedValves & Valves) != 0;

    /// <summary>Whether it is too late for it, in a state that follows one which was not settled, or what is forbidden has just been done.</summary>
    public bool IsMissed(CheckState state) => Forbids is { } forbids ? forbids(state.Valve) : Fires is null && state.WatchedTicks > WithinTicks;
}
