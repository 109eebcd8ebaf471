using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Rehearsal;

/// <summary>A plan's rules made ready to run, and the valves that they can close.</summary>
/// <param name="DrivenIds">The stop valves with a drive, in the order of the drives, which is that of the program's valves.</param>
/// <param name="Program"><see langword="null"/>: no hub is chosen that would run the rules.</param>
internal sealed record Controls(string[] DrivenIds, RuleProgram? Program)
{
    /// <param name="plan">A checked plan.</param>
    public static Controls Of(Plan plan)
    {
        string[] driven = [.. plan.Installation.Drives.Select(d => d.StopValveId)];
        return new Controls(driven, plan.Installation.Hubs.Count == 0 ? null : RuleProgram.Compile(plan.Installation.Rules, [.. plan.Installation.Sensors.Select(s => s.Id)], driven));
    }
}
