using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>One step of mounting a drive.</summary>
/// <param name="Id">Stable; kept in the plan once done.</param>
/// <param name="Text">What to do.</param>
/// <param name="Caution">What can hurt here; <see langword="null"/>: nothing out of the usual.</param>
/// <param name="Trade">Who may do it.</param>
public sealed record MountingStep(string Id, string Text, string? Caution, Trade Trade);

/// <summary>The order of mounting a drive, for each way of holding it.</summary>
public static class MountingSteps
{
    private const string Fingers = "Fingers, hair and cords away: many drives turn as soon as they are powered or paired.";

    private static readonly MountingStep[] Before =
    [
        new("upstream-known", "Find the upstream stop and try it.", "A valve can break off under work, with the full pressure behind it.", Trade.Fitter),
        new("valve-open", "Turn the valve fully open by hand, and look that the handle is against its stop.", null, Trade.Fitter),
        new("bench-stroke", "Run the drive a full stroke both ways on the bench, and time it.", Fingers, Trade.Fitter),
    ];

    private static readonly MountingStep[] After =
    [
        new("show-by-hand", "Find the clutch, ring or pin, turn the valve by hand with it, and show the client how.", "Some controllers then think it is where they left it: put it back, or tell the software.", Trade.Fitter),
        new("bonding-in-place", "Look that every bonding wire is where it was.", "A broken earth can kill: an electrician mends it.", Trade.Electrician),
    ];

    /// <summary>The steps for one way of mounting, in their order.</summary>
    /// <param name="mount">How the drive is held.</param>
    public static IReadOnlyList<MountingStep> For(Mount mount) => [.. Before, .. Own(mount), .. After];

    private static MountingStep[] Own(Mount mount) => mount switch
    {
        Mount.Saddle =>
        [
            Step("clear-collar", "Take the insulation off the collar, and clean it."),
            Step("seat-bracket", "Seat the bracket on the firm part, not on the pipe, the motor's axis on the stem's axis."),
            Step("screws-evenly", "Tighten the screws evenly, a bit at a time, and leave them loose enough to slide."),
            Step("fingers-on-lever", "Bring the drive's fingers over the lever, without play and without force."),
            .. Strokes("the screws"),
        ],
        Mount.Strap =>
        [
            Step("straps-apart", "Lay the straps as far apart as they go; beside an elbow both on one side. Clamp screws face where a screwdriver can reach."),
            Step("axis-on-stem", "Bring the motor's axis onto the stem's axis, its arm over the lever."),
            new("snug-straps", "Snug the straps by hand.", "Plastic pipe is never tightened with a power driver.", Trade.Fitter),
            .. Strokes("the straps"),
        ],
        Mount.Stem =>
        [
            new("handle-off", "Shut the upstream stop, then take the handle off.", "The stem can come out with its nut: know the upstream stop first.", Trade.Fitter),
            Step("adapter-on-flats", "Screw the adapter onto the stem's flats, never onto the round."),
            Step("socket-over", "Drop the motor's socket over the adapter, its axis on the stem's axis."),
            new("snug-straps", "Snug the straps on the pipe that stop it from turning, by hand.", "Plastic pipe is never tightened with a power driver.", Trade.Fitter),
            .. Strokes("the straps"),
        ],
        _ =>
        [
            new("isolate", "Shut and drain the pipe upstream, and keep the hand valve.", "Cutting the supply pipe is a licensed plumber's work. Never replace the only stop valve by a motorised one.", Trade.Plumber),
            new("bridge-earth", "Bridge the section electrically before it is cut.", "The pipe may be the building's earth: an electrician first.", Trade.Electrician),
            new("cut-and-mark", "Cut the section, mark the push-fit depth, and set the valve with its arrow in the direction of flow.", null, Trade.Plumber),
            new("fill-slowly", "Fill slowly and look at every joint.", null, Trade.Plumber),
            .. Strokes("the joints"),
        ],
    };

    private static MountingStep[] Strokes(string held) =>
    [
        new("loose-stroke", $"With {held} loose run one stroke both ways, looking at the handle against its stops; time it.", Fingers, Trade.Fitter),
        Step("tighten", $"Tighten {held} evenly, a bit at a time."),
        new("tight-strokes", $"With {held} tight run several strokes both ways; note the seconds and where the handle stops.", Fingers, Trade.Fitter),
    ];

    private static MountingStep Step(string id, string text) => new(id, text, null, Trade.Fitter);
}
