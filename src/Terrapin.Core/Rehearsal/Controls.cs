using Terrapin.Core.Plans;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Rehearsal;

/// <summary>A plan's rules made ready to run, and the valves that they can close.</summary>
/// <param name="DrivenIds">The stop valves with a drive, in the plan's order, which is that of the program's valves.</param>
/// <param name="Program"><see langword="null"/>: no hub is chosen that would run the rules.</param>
internal sealed record Controls(IReadOnlyList<string> DrivenIds, RuleProgram? Program)
{
    /// <param name="plan">A checked plan.</param>
    public static Controls Of(Plan plan)
    {
        string[] driven = [.. plan.Mains.Where(m => m.Drive is not null).Select(m => m.Id)];
        return new Controls(driven, plan.HubId is null ? null : RuleProgram.Compile(plan.Rules, [.. plan.Sensors.Select(s => s.Id)], driven));
    }
}
