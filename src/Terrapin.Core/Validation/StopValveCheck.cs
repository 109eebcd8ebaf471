using System.Globalization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Whether what was measured of a stop valve and of the drive on it agrees with itself.</summary>
internal static class StopValveCheck
{
    public static void Add(StopValve main, string pointer, List<DocumentError> errors)
    {
        AddPull(main, main.PullToOpen, $"{pointer}/pullToOpen", errors);
        AddPull(main, main.PullToClose, $"{pointer}/pullToClose", errors);
        AddPipe(main.PipeBefore, $"{pointer}/pipeBefore", errors);
        AddPipe(main.PipeAfter, $"{pointer}/pipeAfter", errors);
    }

    /// <summary>The drives of an installation.</summary>
    public static void AddDrives(Plan plan, string pointer, List<DocumentError> errors)
    {
        var taken = new HashSet<string>();
        for (int i = 0; i < plan.Installation.Drives.Count; i++)
        {
            FittedDrive drive = plan.Installation.Drives[i];
            string at = $"{pointer}/installation/drives/{i}";
            StopValve? main = plan.Building.StopValves.FirstOrDefault(m => m.Id == drive.StopValveId);
            if (main is null)
            {
                errors.Add(PlanReferences.Nowhere($"{at}/stopValveId", "stop valve", drive.StopValveId));
            }
            else if (!taken.Add(drive.StopValveId))
            {
                errors.Add(new DocumentError($"{at}/stopValveId", $"\"{main.Name}\" has a drive already. Take one of the two out."));
            }

            if (plan.Catalogue.Drives.All(d => d.Id != drive.SpecId))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/specId", "drive in the catalogue", drive.SpecId));
            }

            if (main is not null && drive.Mounting is { } mounting)
            {
                AddMounting(main, mounting, $"{at}/mounting", errors);
            }
        }
    }

    private static void AddPull(StopValve main, PullReading? pull, string pointer, List<DocumentError> errors)
    {
        if (pull is not null && main.Handle.LengthM is { } handle && pull.ArmM > handle)
        {
            errors.Add(new DocumentError($"{pointer}/armM", $"The scale was hooked {Mm(pull.ArmM)} from the stem, and the handle is only {Mm(handle)} long. Measure both from the stem's axis again."));
        }
    }

    private static void AddPipe(AdjoiningPipe pipe, string pointer, List<DocumentError> errors)
    {
        if (pipe.OutsideDiameterM is { } measured && PipeSizes.NearestWhenNone(pipe.Material, measured) is { } nearest)
        {
            errors.Add(new DocumentError(
                $"{pointer}/outsideDiameterM",
                $"No pipe of this material measures {Mm(measured)} outside; the nearest are {string.Join(" and ", nearest.Select(Mm))}. Measure the bare pipe with a caliper, without paint and insulation, or look at the material again."));
        }
    }

    private static void AddMounting(StopValve main, Mounting mounting, string pointer, List<DocumentError> errors)
    {
        if (mounting is { GripRadiusM: { } grip, AlongOpenM: { } open, AlongClosedM: { } closed }
            && (open * open) + (closed * closed) >= grip * grip)
        {
            errors.Add(new DocumentError(
                $"{pointer}/{(Math.Abs(open) >= Math.Abs(closed) ? "alongOpenM" : "alongClosedM")}",
                "The offset must be smaller than the grip radius. Measure both from the stem's axis again."));
        }

        if (mounting.GripRadiusM is { } radius && main.Handle.LengthM is { } handle && radius > handle)
        {
            errors.Add(new DocumentError($"{pointer}/gripRadiusM", $"A grip at {Mm(radius)} would miss the handle, which is {Mm(handle)} long. Grip nearer the stem, or measure again."));
        }

        if (mounting is { StrapsOnOneSide: true, FirstStrapM: { } one, SecondStrapM: { } other } && one == other)
        {
            errors.Add(new DocumentError($"{pointer}/secondStrapM", "Both straps are in one place. Move one."));
        }

        AddStrap(main, mounting, mounting.FirstStrapM, isFirst: true, pointer, errors);
        AddStrap(main, mounting, mounting.SecondStrapM, isFirst: false, pointer, errors);
    }

    private static void AddStrap(StopValve main, Mounting mounting, double? strapM, bool isFirst, string pointer, List<DocumentError> errors)
    {
        double? straight = mounting.StrapsOnOneSide
            ? Longer(main.PipeBefore.StraightM, main.PipeAfter.StraightM)
            : isFirst ? main.PipeBefore.StraightM : main.PipeAfter.StraightM;
        if (strapM is { } at && straight is { } end && at > end)
        {
            errors.Add(new DocumentError(
                $"{pointer}/{(isFirst ? "firstStrapM" : "secondStrapM")}",
                $"A strap at {Mm(at)} would sit beyond the straight pipe, which ends {Mm(end)} from the stem. Bring it nearer, or measure the pipe again."));
        }
    }

    private static double? Longer(double? a, double? b) => a is null || b is null ? null : Math.Max(a.Value, b.Value);

    private static string Mm(double metres) => string.Create(CultureInfo.InvariantCulture, $"{metres * 1000:0.#} mm");
}
