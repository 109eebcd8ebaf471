using Terrapin.Core.Floors;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Reach;

/// <summary>The margin that a device on the floor would have, over one storey.</summary>
/// <param name="CellM">Side of a cell, m.</param>
/// <param name="MarginDb">Row by row from the upper left, dB, to a tenth, at the worse end of what is not known; <see langword="null"/>: nothing comes through.</param>
public sealed record ReachMap(string StoreyId, string RadioId, double AcrossM, double DownM, double CellM, int Columns, int Rows, IReadOnlyList<double?> MarginDb)
{
    private const double UsualCellM = 0.1;
    private const int MostCells = 250_000;

    /// <summary>Beyond the rooms it goes on so far, m.</summary>
    private const double AroundM = 0.5;

    /// <summary>Of one radio, over the hubs and repeaters that speak it.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="radioId">A radio of its catalogue.</param>
    /// <param name="storeyId">A storey with rooms.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such radio or storey, or nothing of that radio is drawn.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static ReachMap Of(Plan plan, string radioId, string storeyId, CancellationToken cancel = default)
    {
        RadioFigures radio = FiguresOf(plan, radioId);
        int storey = RadioDevice.StoreyOf(plan, storeyId);
        FloorRectangle[] areas = [.. plan.Building.Rooms.Where(r => r.StoreyId == storeyId).SelectMany(r => r.Areas)];
        if (storey < 0 || areas.Length == 0)
        {
            throw new RefusedException([new DocumentError("/building/storeys", $"There is no storey \"{storeyId}\" with rooms. Draw one first.")]);
        }

        var net = new RadioNet(plan, radio, RadioDevice.Of(plan));
        Relay[] relays = [.. net.Relays(m => m.Low).Where(r => r.Device.Place is not null)];
        if (relays.Length == 0)
        {
            throw new RefusedException([new DocumentError("/installation/hubs", $"No hub on the drawing speaks {radio.Name}. Put one there first.")]);
        }

        FloorRectangle box = Rectangles.BoxOf(areas);
        (double length, double width) = (box.LengthM + (2 * AroundM), box.WidthM + (2 * AroundM));
        double cellM = Math.Max(UsualCellM, Math.Sqrt(length * width / MostCells));
        (int columns, int rows) = ((int)Math.Ceiling(length / cellM), (int)Math.Ceiling(width / cellM));
        (double left, double top) = (box.AcrossM - AroundM, box.DownM - AroundM);
        double?[] margins = new double?[columns * rows];
        Work.InParallel(rows, cancel, row =>
        {
            for (int column = 0; column < columns; column++)
            {
                var spot = RadioPlace.OnFloor(storey, left + ((column + 0.5) * cellM), top + ((row + 0.5) * cellM));
                margins[(row * columns) + column] = Rounded(BestAt(net, relays, spot));
            }
        });
        return new ReachMap(storeyId, radioId, left, top, cellM, columns, rows, margins);
    }

    /// <summary>The figures of a radio of a plan.</summary>
    /// <exception cref="RefusedException">There is none, or they are not known.</exception>
    internal static RadioFigures FiguresOf(Plan plan, string radioId)
    {
        int at = plan.Catalogue.Radios.ToList().FindIndex(r => r.Id == radioId);
        return at < 0
            ? throw new RefusedException([PlanReferences.Nowhere("/catalogue/radios", "radio in the catalogue", radioId)])
            : RadioFigures.Of(plan.Catalogue.Radios[at]) ?? throw new RefusedException([new DocumentError($"/catalogue/radios/{at}", "Give its frequency, power, sensitivity and antenna gain first.")]);
    }

    /// <summary>The margin of a device at a place, by the best hub or repeater, at the worse end of what is not known.</summary>
    internal static double BestAt(RadioNet net, IReadOnlyList<Relay> relays, RadioPlace place) =>
        relays.Max(r => Math.Min(r.MarginDb, net.MarginAt(place, r.Device).Low));

    private static double? Rounded(double db) => double.IsFinite(db) ? Math.Round(db, 1) : null;
}
