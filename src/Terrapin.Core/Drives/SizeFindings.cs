using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>Whether the sizes of a valve and its place are within what a drive takes.</summary>
internal static class SizeFindings
{
    public static void Add(StopValve main, DriveSpec spec, FindingCollector found)
    {
        if (spec.Fit is not { } fit)
        {
            return;
        }

        if (spec.Mount == Mount.Saddle)
        {
            AddSize(spec, fit.Collar, main.Collar.DiameterM, "collar", "collar/diameterM", "The bracket", found);
        }

        if (spec.Mount is Mount.Saddle or Mount.Strap)
        {
            AddSize(spec, fit.HandleThickness, main.Handle.ThicknessM, "handle's thickness", "handle/thicknessM", "What holds the handle", found);
        }

        if (spec.Mount == Mount.Stem)
        {
            AddSize(spec, fit.Flats, main.Stem.AcrossFlatsM, "stem across its flats", "stem/acrossFlatsM", "The adapter", found);
        }

        if (spec.Mount is Mount.Strap or Mount.Stem)
        {
            AddSize(spec, fit.Pipe, main.PipeBefore.OutsideDiameterM, "pipe before the valve", "pipeBefore/outsideDiameterM", "The strap", found);
            AddSize(spec, fit.Pipe, main.PipeAfter.OutsideDiameterM, "pipe after the valve", "pipeAfter/outsideDiameterM", "The strap", found);
        }

        AddWet(main, spec, fit, found);
    }

    private static void AddSize(DriveSpec spec, SizeRange? takes, double? sizeM, string what, string where, string part, FindingCollector found)
    {
        if (takes is null)
        {
            return;
        }

        if (sizeM is not { } size)
        {
            found.Add(FindingKinds.SizeNotMeasured, where, $"{part} of {spec.Name} takes {{least}} to {{most}}, and the {what} is not measured.", $"Measure the {what} before ordering.", Numbers(takes, takes.LeastM));
        }
        else if (size < takes.LeastM || size > takes.MostM)
        {
            found.Add(FindingKinds.SizeDoesNotFit, where, $"{part} of {spec.Name} takes {{least}} to {{most}}, and the {what} is {{size}}.", "Order the bracket or adapter of the fitting size, or choose another drive.", Numbers(takes, size));
        }
    }

    private static (string, QuantityKind, double)[] Numbers(SizeRange takes, double size) =>
        [("least", QuantityKind.SmallLength, takes.LeastM), ("most", QuantityKind.SmallLength, takes.MostM), ("size", QuantityKind.SmallLength, size)];

    private static void AddWet(StopValve main, DriveSpec spec, DriveFit fit, FindingCollector found)
    {
        bool isWet = main.Place.Kind is PlaceKind.Outdoors or PlaceKind.GroundBox;
        if (!isWet && main.Place.Kind != PlaceKind.Damp)
        {
            return;
        }

        if (fit.StandsWet == Answer.No)
        {
            found.Add(FindingKinds.DriveNotForWet, isWet ? Severity.Stop : Severity.Caution, "place/kind", $"{spec.Name} is not made for a {(isWet ? "wet" : "damp")} place.", "Choose a drive that is, or use a valve in a dry place.");
        }
        else if (fit.StandsWet == Answer.Unknown)
        {
            found.Add(FindingKinds.WetNotKnown, "place/kind", $"Nothing says whether {spec.Name} may be where it gets wet.", "Look on the maker's sheet.");
        }
    }
}
