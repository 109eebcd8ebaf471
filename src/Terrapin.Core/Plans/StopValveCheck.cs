using System.Globalization;

namespace Terrapin.Core.Plans;

/// <summary>Whether what was measured of a stop valve and of the drive on it agrees with itself.</summary>
internal static class StopValveCheck
{
    public static void Add(StopValve main, string pointer, List<Fault> faults)
    {
        AddPull(main, main.PullToOpen, $"{pointer}/pullToOpen", faults);
        AddPull(main, main.PullToClose, $"{pointer}/pullToClose", faults);
        AddPipe(main.PipeBefore, $"{pointer}/pipeBefore", faults);
        AddPipe(main.PipeAfter, $"{pointer}/pipeAfter", faults);
    }

    /// <summary>The drives of an installation.</summary>
    public static void AddDrives(Plan plan, string pointer, List<Fault> faults)
    {
        var taken = new HashSet<string>();
        for (int i = 0; i < plan.Installation.Drives.Count; i++)
        {
            FittedDrive drive = plan.Installation.Drives[i];
            string at = $"{pointer}/installation/drives/{i}";
            StopValve? main = plan.Building.StopValves.FirstOrDefault(m => m.Id == drive.StopValveId);
            if (main is null)
            {
                faults.Add(PlanReferences.Nowhere($"{at}/stopValveId", "stop valve", drive.StopValveId));
            }
            else if (!taken.Add(drive.StopValveId))
            {
                faults.Add(new Fault($"{at}/stopValveId", $"\"{main.Name}\" has a drive already. Take one of the two out."));
            }

            if (plan.Catalogue.Drives.All(d => d.Id != drive.SpecId))
            {
                faults.Add(PlanReferences.Nowhere($"{at}/specId", "drive in the catalogue", drive.SpecId));
            }

            if (main is not null && drive.Mounting is { } mounting)
            {
                AddMounting(main, mounting, $"{at}/mounting", faults);
            }
        }
    }

    private static void AddPull(StopValve main, PullReading? pull, string pointer, List<Fault> faults)
    {
        if (pull is not null && main.Handle.LengthM is { } handle && pull.ArmM > handle)
        {
            faults.Add(new Fault($"{pointer}/armM", $"The scale was hooked {Mm(pull.ArmM)} from the stem, and the handle is only {Mm(handle)} long. Measure both from the stem's axis again."));
        }
    }

    private static void AddPipe(AdjoiningPipe pipe, string pointer, List<Fault> faults)
    {
        if (pipe.OutsideDiameterM is { } measured && PipeSizes.NearestWhenNone(pipe.Material, measured) is { } nearest)
        {
            faults.Add(new Fault(
                $"{pointer}/outsideDiameterM",
                $"No pipe of this material measures {Mm(measured)} outside; the nearest are {string.Join(" and ", nearest.Select(Mm))}. Measure the bare pipe with a caliper, without paint and insulation, or look at the material again."));
        }
    }

    private static void AddMounting(StopValve main, Mounting mounting, string pointer, List<Fault> faults)
    {
        if (mounting is { GripRadiusM: { } grip, AlongOpenM: { } open, AlongClosedM: { } closed }
            && (open * open) + (closed * closed) >= grip * grip)
        {
            faults.Add(new Fault(
                $"{pointer}/{(Math.Abs(open) >= Math.Abs(closed) ? "alongOpenM" : "alongClosedM")}",
                "The offset must be smaller than the grip radius. Measure both from the stem's axis again."));
        }

        if (mounting.GripRadiusM is { } radius && main.Handle.LengthM is { } handle && radius > handle)
        {
            faults.Add(new Fault($"{pointer}/gripRadiusM", $"A grip at {Mm(radius)} would miss the handle, which is {Mm(handle)} long. Grip nearer the stem, or measure again."));
        }

        if (mounting is { StrapsOnOneSide: true, FirstStrapM: { } one, SecondStrapM: { } other } && one == other)
        {
            faults.Add(new Fault($"{pointer}/secondStrapM", "Both straps are in one place. Move one."));
        }

        AddStrap(main, mounting, mounting.FirstStrapM, isFirst: true, pointer, faults);
        AddStrap(main, mounting, mounting.SecondStrapM, isFirst: false, pointer, faults);
    }

    private static void AddStrap(StopValve main, Mounting mounting, double? strapM, bool isFirst, string pointer, List<Fault> faults)
    {
        double? straight = mounting.StrapsOnOneSide
            ? Longer(main.PipeBefore.StraightM, main.PipeAfter.StraightM)
            : isFirst ? main.PipeBefore.StraightM : main.PipeAfter.StraightM;
        if (strapM is { } at && straight is { } end && at > end)
        {
            faults.Add(new Fault(
                $"{pointer}/{(isFirst ? "firstStrapM" : "secondStrapM")}",
                $"A strap at {Mm(at)} would sit beyond the straight pipe, which ends {Mm(end)} from the stem. Bring it nearer, or measure the pipe again."));
        }
    }

    private static double? Longer(double? a, double? b) => a is null || b is null ? null : Math.Max(a.Value, b.Value);

    private static string Mm(double metres) => string.Create(CultureInfo.InvariantCulture, $"{metres * 1000:0.#} mm");
}
