using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>
/// What still runs out once the valve is shut. An upper bound: it needs air to come in behind it; nothing of it is sure, so that
/// the lower end is none.
/// </summary>
internal sealed class AfterShutOff(Plan plan, LeakPoint leak, StopValve closing, LeakSupply supply, Screening screening, List<Finding> findings)
{
    public DrainParts Parts()
    {
        double leakHeightM = supply.LeakHeightM();
        return new DrainParts(PipesM3(leakHeightM), TankM3(supply.StaticPressurePa()), HeatersM3(leakHeightM));
    }

    /// <summary>All pipe behind the shut valve that lies above the leak: every branch drains into the lowest opening once air gets in.</summary>
    private double PipesM3(double leakHeightM)
    {
        double volume = 0;
        foreach (Pipe pipe in plan.Building.Pipes)
        {
            WaterWay way = WaterWay.To(plan, pipe.Id);
            if (way.StopValves.All(m => m.Id != closing.Id))
            {
                continue;
            }

            double? startM = way.Pipes.Count > 1 ? way.Pipes[^2].EndHeightM : 0;
            double share = ShareAbove(pipe, startM, leakHeightM);
            if (share > 0)
            {
                double lengthM = screening.Take(pipe.LengthM, SpanOf.DrainLengthM(pipe), () => supply.Of(pipe, "lengthM", "Length", QuantityKind.Length));
                volume += share * DrainDown.PipeM3(supply.Bore(pipe), lengthM);
            }
        }

        return volume;
    }

    private double ShareAbove(Pipe pipe, double? startM, double leakHeightM)
    {
        if (startM is { } start && pipe.EndHeightM is { } end)
        {
            return DrainDown.ShareAbove(start, end, leakHeightM);
        }

        if (pipe.EndHeightM is null)
        {
            Unmeasured unknown = supply.Of(pipe, "endHeightM", "Height of the far end", QuantityKind.Length);
            screening.LeaveOpen(unknown, FindingKinds.NotMeasured, $"{unknown.Name}: not measured. What is lost is calculated with all of it draining, and with none.");
        }

        return 1;
    }

    private double TankM3(double pressurePa)
    {
        if (plan.Building.Supply.Tank is not { } tank || !plan.IsBehind(closing.Id, tank.AfterStopValveId))
        {
            return 0;
        }

        Unmeasured Figure(string key, string name, QuantityKind kind) => new(Stage.Main, $"/building/supply/tank/{key}", name, kind, "Read it off the tank's plate, and the air valve with a tyre gauge.");
        double volume = screening.Take(tank.VolumeM3, Span.StoredM3, () => Figure("volumeM3", "Volume of the pressure tank", QuantityKind.Volume));
        double precharge = screening.Take(tank.PrechargePa, Span.PrechargePa, () => Figure("prechargePa", "Precharge of the pressure tank", QuantityKind.Pressure));
        double drained = DrainDown.TankM3(volume, precharge, pressurePa);
        findings.Add(Finding.Of(
            FindingKinds.TankOnHouseSide,
            "/building/supply/tank/afterStopValveId",
            "The pressure tank is on the house side: with the valve shut it still empties up to {litres} through the leak.",
            "Drive a stop valve after the tank instead; where there is none, have one put there, and have the pump stopped with it.") with
        {
            Numbers = new Dictionary<string, Quantity> { ["litres"] = new(QuantityKind.Volume, drained) },
        });
        return drained;
    }

    private double HeatersM3(double leakHeightM) => plan.Building.StopValves.Where(m => plan.IsBehind(closing.Id, m.Id)).Sum(m => m.Heater is { } heater ? HeaterM3(m, heater, leakHeightM) : 0);

    /// <summary>A hot leak below a heater's top empties it; a cold one siphons it back through its feed, unless something stops that.</summary>
    private double HeaterM3(StopValve feeding, Heater heater, double leakHeightM)
    {
        if (leak.Side == WaterSide.Cold && heater.FeedCheck == Answer.Yes)
        {
            return 0;
        }

        string at = $"{ValveVerdict.PlaceOf(plan, feeding.Id)}/heater";
        double topM = screening.Take(heater.HeightM, new Span(-100, 200), () => new(
            Stage.Main, $"{at}/heightM", "Height of the heater", QuantityKind.Length, "Measure from the stop valve to its top."));
        if (leakHeightM > topM || (leak.Side == WaterSide.Cold && leakHeightM >= topM))
        {
            return 0;
        }

        double volumeM3 = screening.Take(heater.VolumeM3, Span.StoredM3, () => new(
            Stage.Main, $"{at}/volumeM3", "Volume of the heater", QuantityKind.Volume, "Read it off its plate; a tankless heater holds next to nothing."));
        if (leak.Side == WaterSide.Cold && volumeM3 > 0 && heater.FeedCheck == Answer.Unknown)
        {
            findings.Add(Finding.Of(
                FindingKinds.HeaterMaySiphonBack,
                $"{at}/feedCheck",
                "A cold leak below the heater's top may siphon up to {litres} back out of it: nobody has looked for a check valve or vacuum breaker on its cold feed.",
                "Look for one beside the heater's cold connection, and say whether it is there.") with
            {
                Numbers = new Dictionary<string, Quantity> { ["litres"] = new(QuantityKind.Volume, volumeM3) },
            });
        }

        return volumeM3;
    }
}
