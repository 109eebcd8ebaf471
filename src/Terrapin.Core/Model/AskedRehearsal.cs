namespace Terrapin.Core.Model;

/// <summary>What a rehearsal is asked for.</summary>
/// <param name="LeakId">The leak that runs.</param>
/// <param name="Mode">Who is home at the first drop.</param>
/// <param name="Faults">What is broken.</param>
/// <param name="Meanwhile">What happens while it runs.</param>
public sealed record AskedRehearsal(string LeakId, Mode Mode, IReadOnlyList<Fault> Faults, IReadOnlyList<Meanwhile> Meanwhile);
