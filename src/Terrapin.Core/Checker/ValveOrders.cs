using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>What the orders of rules do to one valve that a rule opens.</summary>
internal struct ValveOrders
{
    /// <summary>Whether a rule has closed it, and nothing but time has passed since.</summary>
    public bool JustClosed { get; set; }

    /// <summary>Whether a rule opened it while a sensor that closes it was wet.</summary>
    public bool OpenedWet { get; private set; }

    /// <summary>Whether a rule opened it when another had just closed it.</summary>
    public bool OpenedJustClosed { get; private set; }

    /// <param name="order">Of a rule that opens or closes the valve.</param>
    /// <param name="isGuardWet">Whether a sensor is wet that closes it.</param>
    public void Take(RuleOrder order, bool isGuardWet)
    {
        switch (order.Kind)
        {
            case RuleOrderKind.Close:
                JustClosed = true;
                break;
            case RuleOrderKind.Open:
                OpenedWet |= isGuardWet;
                OpenedJustClosed |= JustClosed;
                JustClosed = false;
                break;
        }
    }
}
