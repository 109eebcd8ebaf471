using Terrapin.Core.Findings;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Sensors;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>When the sensors know of one leak, at one end of what is not measured.</summary>
internal sealed class SensorCases(Plan plan, LeakWater water, Room room, LeakPoint leak, string leakAt, Screening screening, List<Finding> findings)
{
    /// <summary>The sensors of its room, and those that its water comes to on the drawn floors.</summary>
    /// <param name="flowM3PerS">What it runs with every valve open.</param>
    public List<SensorCase> Of(double flowM3PerS)
    {
        LeakOnFloor? drawn = water.OnFloor;
        drawn?.NoteUnknowns(screening);
        var cases = new List<SensorCase>();
        bool mayBeSeen = false;
        for (int i = 0; i < plan.Installation.Sensors.Count; i++)
        {
            Sensor sensor = plan.Installation.Sensors[i];
            bool onDrawing = drawn?.Hears(sensor) == true;
            if (onDrawing || sensor.RoomId == room.Id)
            {
                cases.Add(SensorCaseOf(sensor, i, onDrawing ? drawn : null, flowM3PerS, ref mayBeSeen));
            }
        }

        if (cases.Count == 0)
        {
            findings.Add(Finding.Of(
                FindingKinds.LeakWithoutSensor,
                leakAt,
                $"No sensor lies in {room.Name}: nothing ever knows of {leak.Name}.",
                "Put a sensor in this room, at the low point where the water will run.") with
            {
                About = $"{leak.Name}, {room.Name}",
            });
        }
        else if (drawn is not null && cases.All(c => c.TripM3 is null))
        {
            findings.Add(drawn.NeverSeen(leakAt, mayBeSeen));
        }

        return cases;
    }

    private SensorCase SensorCaseOf(Sensor sensor, int index, LeakOnFloor? drawn, double flowM3PerS, ref bool mayBeSeen)
    {
        SensorSpec spec = plan.SpecOf(sensor);
        string at = $"/installation/sensors/{index}";
        Unmeasured Figure(string name, QuantityKind kind) => new(Stage.Sensors, $"{at}/specId", $"{name} of {spec.Name}", kind, "Find the maker's sheet, or try it on the bench.");
        double gapM = screening.Take(spec.ContactGap?.M, Span.ContactGapM, () => Figure("Contact gap", QuantityKind.SmallLength));
        double responseS = screening.Take(spec.Response?.S, Span.DelayS, () => Figure("Response time", QuantityKind.Duration));
        double radioS = screening.Take(spec.Radio?.S, Span.DelayS, () => Figure("Radio delay", QuantityKind.Duration));
        double? tripM3;
        if (drawn is null)
        {
            tripM3 = TripM3(sensor, at, gapM, flowM3PerS);
        }
        else
        {
            FloorTrip trip = drawn.TripOf(sensor, spec.Kind, gapM + (sensor.ProbeHeightM ?? 0));
            mayBeSeen |= double.IsFinite(trip.OutM3.LowM3);
            double end = screening.Corner == Corner.Least ? trip.OutM3.LowM3 : trip.OutM3.HighM3;
            tripM3 = double.IsFinite(end) ? end : null;
            if (trip.Dry == DryBecause.FilmTooThin && sensor.RoomId == room.Id)
            {
                // Another sensor may hear this leak: the one that lies for it does not.
                AddFilmTooThin(sensor, at, water.Reach!.ThinnestFilmM(water.RoomIndex), gapM, Severity.Caution);
            }
        }

        bool runsDry = tripM3 > (leak.HoldsM3 ?? double.PositiveInfinity);
        double repeatsS = sensor.ReportEveryS(spec) is > 0 and var everyS ? everyS : double.PositiveInfinity;
        return new SensorCase(sensor.Id, index, runsDry ? null : tripM3, responseS, radioS, repeatsS);
    }

    /// <summary>On a floor that is not drawn: in closed form, from the way that was typed.</summary>
    private double? TripM3(Sensor sensor, string at, double gapM, double flowM3PerS)
    {
        double? angleDeg = plan.ContactAngleDeg(room);
        double capillaryM = Film.HeightM(screening.Take(angleDeg, SpanOf.ContactAngleDeg(room), () => new(
            Stage.Rooms, $"/building/rooms/{water.RoomIndex}/finishId", $"Floor finish of {room.Name}", QuantityKind.Angle, "Look at the floor; drip some water on it where it is in doubt.")));
        FloorPosition position = Position();
        double filmM = Math.Max(capillaryM, Film.ViscousHeightM(flowM3PerS, position.OpenShare()));
        double thinnestM = Math.Max(
            Film.HeightM(angleDeg ?? SpanOf.ContactAngleDeg(room).Least),
            Film.ViscousHeightM(water.Least.OpenM3PerS, leak.Position == FloorPosition.Unknown ? 1 : position.OpenShare()));
        if (screening.Corner == Corner.Least)
        {
            // The fewest litres are those of the thinnest film that still reaches the contacts.
            double thickestM = Math.Max(Film.HeightM(angleDeg ?? SpanOf.ContactAngleDeg(room).Most), Film.ViscousHeightM(water.Most.OpenM3PerS, position.OpenShare()));
            filmM = Math.Max(filmM, Math.Min(gapM, thickestM));
        }

        bool mayBeTooThin = screening.Corner == Corner.Most && thinnestM < gapM;
        if (filmM < gapM || mayBeTooThin)
        {
            AddFilmTooThin(sensor, at, mayBeTooThin ? thinnestM : filmM, gapM, Severity.Stop);
            return null;
        }

        return DistanceM(sensor, at) is { } distanceM ? Trip.VolumeM3(filmM, gapM, position, distanceM) : null;
    }

    private FloorPosition Position()
    {
        if (leak.Position != FloorPosition.Unknown)
        {
            return leak.Position;
        }

        screening.LeaveOpen(
            new(Stage.Rooms, $"{leakAt}/position", leak.Name, QuantityKind.Ratio, "Say whether it stands open, at a wall or in a corner."),
            FindingKinds.PositionUnknown,
            $"It is not said how {leak.Name} stands to the walls. What is lost is calculated from a corner to an open floor.");
        return screening.Corner == Corner.Least ? FloorPosition.Corner : FloorPosition.Open;
    }

    private double? DistanceM(Sensor sensor, string at)
    {
        double? measured = sensor.Distances.FirstOrDefault(d => d.LeakId == leak.Id)?.DistanceM;
        if (measured is not null)
        {
            return measured;
        }

        Unmeasured unknown = new(Stage.Sensors, $"{at}/distances", $"Way from {leak.Name} to {sensor.Name}", QuantityKind.Length, "Measure along the floor, the way the water would run.");
        if (room is { LengthM: { } length, WidthM: { } width })
        {
            return screening.Take(null, new Span(0, Math.Sqrt((length * length) + (width * width))), () => unknown);
        }

        screening.LeaveOpen(
            unknown,
            FindingKinds.DistanceUnknown,
            $"Neither the way from {leak.Name} to {sensor.Name} nor the size of {room.Name} is measured: nothing says when the water gets there.",
            above: true);
        return screening.Corner == Corner.Least ? 0 : null;
    }

    private void AddFilmTooThin(Sensor sensor, string at, double filmM, double gapM, Severity severity) => findings.Add(Finding.Of(
        FindingKinds.FilmThinnerThanGap,
        at,
        $"\"{sensor.Name}\": of {leak.Name} water stands {{film}} high on this floor, and its contacts hang {{gap}} off it. They stay dry.",
        "Use a rope or a cord with its probe on the floor, or lay the sensor in a tray or low point.") with
    {
        Severity = severity,
        Numbers = new Dictionary<string, Quantity>
        {
            ["film"] = new(QuantityKind.SmallLength, filmM),
            ["gap"] = new(QuantityKind.SmallLength, gapM),
        },
    });
}
