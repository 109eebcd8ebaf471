namespace Terrapin.Core.Checker;

internal enum MoveKind
{
    /// <summary>One tick passes.</summary>
    Tick,

    /// <summary>A dry sensor of a class gets wet.</summary>
    Wets,

    /// <summary>The watched sensor gets wet, and will dry again.</summary>
    WetsForNow,

    /// <summary>A sensor of a class and an age dries.</summary>
    Dries,

    /// <summary>The sensor of a class that has been wet longest dries, and another of it has been wet for a shorter time.</summary>
    DriesBeforeAnother,
    ModeBecomes,

    /// <summary>The next part of the day begins: sooner or later, so that any time of day is allowed for.</summary>
    HourComes,

    /// <summary>Somebody opens a valve by hand.</summary>
    Opens,

    /// <summary>A rule's delay is over, where what is left of it is not known.</summary>
    DelayEnds,

    /// <summary>Something begins that a rule waits for beside water, modes and hours: the mains fails, a button is pressed.</summary>
    Begins,

    /// <summary>It is over.</summary>
    Ends,

    /// <summary>Somebody has looked and resets what holds until then.</summary>
    Resets,
}

/// <summary>What leads from one state to the next.</summary>
/// <param name="Kind">What.</param>
/// <param name="Index">The class, the mode, the valve, the rule or the condition.</param>
/// <param name="AgeTicks">Of the sensor that dries, or of the other one.</param>
internal readonly record struct Move(MoveKind Kind, int Index = 0, int AgeTicks = 0);
