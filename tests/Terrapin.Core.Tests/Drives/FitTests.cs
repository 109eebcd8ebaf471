using CsCheck;
using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Validation;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Drives;

/// <summary>Whether a drive can sit where the valve is.</summary>
public class FitTests
{
    private static readonly EarthBonding Earth = new() { PipeIsEarth = Answer.Yes };

    public static TheoryData<string, Severity, string, string, Func<StopValve, StopValve>> Places => new()
    {
        { "no-collar", Severity.Stop, "sa-20", "/building/stopValves/0/collar/firm", m => m with { Collar = new ValveCollar { Firm = Answer.No } } },
        { "collar-unknown", Severity.Note, "sa-20", "/building/stopValves/0/collar/firm", m => m with { Collar = new ValveCollar() } },
        { "round-stem", Severity.Stop, "st-16", "/building/stopValves/0/stem/shape", m => m with { Stem = new ValveStem { Shape = StemShape.Round } } },
        { "elbow-leaves-too-little-spread", Severity.Stop, "sd-12", "/building/stopValves/0/pipeBefore/straightM", m => m with { PipeBefore = m.PipeBefore with { Elbow = Answer.Yes, StraightM = 0.03 }, PipeAfter = m.PipeAfter with { StraightM = 0.065 } } },
        { "clearance-too-small", Severity.Stop, "sa-20", "/building/stopValves/0/obstacles/0/distanceM", m => m with { Obstacles = [new Obstacle { Kind = ObstacleKind.Wall, Towards = Towards.OverTheHandle, DistanceM = 0.12 }] } },
        { "clearance-too-small", Severity.Caution, "sa-20", "/building/stopValves/0/obstacles/0/distanceM", m => m with { Obstacles = [new Obstacle { Kind = ObstacleKind.Wall, Towards = Towards.HandleSide, DistanceM = 0.065 }] } },
        { "insert-breaks-bonding", Severity.Stop, "cv-22", "/building/stopValves/0/bonding/pipeIsEarth", m => m with { Bonding = Earth } },
        { "insert-breaks-bonding", Severity.Caution, "cv-22", "/building/stopValves/0/bonding/pipeIsEarth", m => m },
        { "cord-too-short", Severity.Stop, "sa-20", "/building/stopValves/0/place/outletDistanceM", m => m with { Place = m.Place with { OutletDistanceM = 1.6 } } },
        { "size-does-not-fit", Severity.Stop, "sa-20", "/building/stopValves/0/collar/diameterM", m => m with { Collar = m.Collar with { DiameterM = 0.051 } } },
        { "size-does-not-fit", Severity.Stop, "sa-20", "/building/stopValves/0/handle/thicknessM", m => m with { Handle = m.Handle with { ThicknessM = 0.013 } } },
        { "size-does-not-fit", Severity.Stop, "st-16", "/building/stopValves/0/stem/acrossFlatsM", m => m with { Stem = new ValveStem { Shape = StemShape.TwoFlats, AcrossFlatsM = 0.0049 } } },
        { "size-does-not-fit", Severity.Stop, "sd-12", "/building/stopValves/0/pipeAfter/outsideDiameterM", m => m with { PipeAfter = m.PipeAfter with { OutsideDiameterM = 0.054 } } },
        { "drive-not-for-wet", Severity.Stop, "sd-12", "/building/stopValves/0/place/kind", m => m with { Place = m.Place with { Kind = PlaceKind.Outdoors } } },
        { "drive-not-for-wet", Severity.Caution, "sd-12", "/building/stopValves/0/place/kind", m => m with { Place = m.Place with { Kind = PlaceKind.Damp } } },
        { "no-outlet", Severity.Stop, "sa-20", "/building/stopValves/0/place/outlet", m => m with { Place = m.Place with { Outlet = Answer.No } } },
    };

    [Theory]
    [MemberData(nameof(Places))]
    public void Each_place_that_is_in_the_way_is_named(string code, Severity severity, string spec, string where, Func<StopValve, StopValve> change)
    {
        DriveVerdict verdict = House().WithStopValve(change).WithDrive(d => d with { SpecId = spec }).Verdict();
        Finding finding = Assert.Single(verdict.Findings, f => f.Code == code);
        Assert.Equal((severity, Stage.Drive, where), (finding.Severity, finding.Stage, finding.Where));
        Assert.Equal(severity == Severity.Stop, verdict.Verdict == TorqueVerdict.Stop);
    }

    [Theory]
    [InlineData(0.02, true)]
    [InlineData(0.05, true)]
    [InlineData(0.0199, false)]
    [InlineData(null, true)]
    public void A_size_at_the_very_end_of_a_range_fits_and_one_not_measured_is_to_be_measured(double? collarM, bool fits)
    {
        DriveVerdict verdict = House().WithStopValve(m => m with { Collar = m.Collar with { DiameterM = collarM } }).Verdict();
        Assert.Equal(fits, verdict.Findings.All(f => f.Code != "size-does-not-fit"));
        Assert.Equal(collarM is null, verdict.Findings.Any(f => f is { Code: "size-not-measured", Where: "/building/stopValves/0/collar/diameterM", Severity: Severity.Note }));
    }

    [Fact]
    public void A_range_that_is_not_known_bars_nothing()
    {
        Plan house = House();
        Plan open = house with { Catalogue = house.Catalogue with { Drives = [house.SpecOf(house.Drive()) with { Fit = null }] } };
        Assert.DoesNotContain(open.WithStopValve(m => m with { Collar = m.Collar with { DiameterM = 0.2 } }).Verdict().Findings, f => f.Code.StartsWith("size-", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("weeps-at-stem", Severity.Caution)]
    [InlineData("exercised-too-little", Severity.Note)]
    [InlineData("animals-behind-valve", Severity.Caution)]
    [InlineData("other-tenants-behind-valve", Severity.Caution)]
    [InlineData("circulation-behind-shut-main", Severity.Caution)]
    [InlineData("fired-heater-behind-shut-main", Severity.Caution)]
    [InlineData("boiler-fills-itself", Severity.Caution)]
    [InlineData("radio-below-lid", Severity.Caution)]
    [InlineData("valve-may-freeze", Severity.Caution)]
    [InlineData("replacing-needs-upstream", Severity.Stop)]
    public void What_the_survey_says_is_a_finding_of_the_main(string code, Severity severity)
    {
        Plan plan = House().WithStopValve(m => m with
        {
            Kind = code == "replacing-needs-upstream" ? ValveKind.Gate : m.Kind,
            UpstreamStop = UpstreamStop.None,
            WeepsAtStem = Answer.Yes,
            ExerciseStrokes = 2,
            FeedsAnimals = Answer.Yes,
            FeedsOtherTenants = Answer.Yes,
            Heater = new Heater { Kind = HeaterKind.Boiler, Circulation = Answer.Yes, FillsItself = Answer.Yes },
            Place = new ValvePlace { Kind = PlaceKind.GroundBox, ColdestC = -8 },
        });
        Finding finding = Assert.Single(plan.Verdict().Findings, f => f.Code == code);
        Assert.Equal((severity, Stage.Main), (finding.Severity, finding.Stage));
    }

    [Theory]
    [InlineData(ValveKind.LeverBall, Towards.HandleSide, 0.099, true)]
    [InlineData(ValveKind.LeverBall, Towards.HandleSide, 0.1, false)]
    [InlineData(ValveKind.LeverBall, Towards.FarSide, 0.05, false)]
    [InlineData(ValveKind.LeverBall, Towards.Upstream, 0.05, false)]
    [InlineData(ValveKind.TeeBall, Towards.FarSide, 0.05, true)]
    public void What_stands_where_the_handle_swings_may_stop_it_unless_it_was_shut_by_hand(ValveKind kind, Towards towards, double distanceM, bool strikes)
    {
        string[] Found(Answer closes, HandleDirection points = HandleDirection.AlongThePipe) => [.. House().WithStopValve(m => m with
        {
            Kind = kind,
            ClosesFully = closes,
            Handle = m.Handle with { LengthM = 0.1, PointsWhenOpen = points },
            Obstacles = [new Obstacle { Kind = ObstacleKind.Wall, Towards = towards, DistanceM = distanceM }],
        }).Verdict().Findings.Where(f => f.Code == "handle-may-strike").Select(f => f.Where)];
        Assert.Equal(strikes ? ["/building/stopValves/0/obstacles/0/distanceM"] : [], Found(Answer.Unknown));
        Assert.Empty(Found(Answer.Yes));
        Assert.Empty(Found(Answer.Unknown, HandleDirection.AcrossThePipe));
    }

    [Fact]
    public void Batteries_in_the_cold_are_a_stop_alone_and_a_caution_behind_the_mains()
    {
        Plan cold = House().WithStopValve(m => m with { Place = m.Place with { ColdestC = -12 } });
        Finding Of(DrivePower power) => Assert.Single(cold.WithDrive(d => d with { Power = power }).Verdict().Findings, f => f.Code == "too-cold-for-batteries");
        Assert.Equal(Severity.Stop, Of(DrivePower.Batteries).Severity);
        Assert.Equal(Severity.Caution, Of(DrivePower.MainsWithBattery).Severity);
    }

    [Fact]
    public void A_note_of_the_installer_sets_a_stop_aside_but_never_one_of_the_valve()
    {
        Plan weak = House().WithStopValve(m => m with { PullToClose = new PullReading { PullN = 900, ArmM = 0.1 } });
        Plan noted = weak.WithDrive(d => d with { OverrideNote = "Tried it, it {turns}." });
        Assert.Equal(TorqueVerdict.Stop, weak.Verdict().Verdict);
        DriveVerdict verdict = noted.Verdict();
        Assert.True(verdict.Overridden);
        Assert.Equal(TorqueVerdict.Caution, verdict.Verdict);
        Assert.Contains("it (turns)", Assert.Single(verdict.Findings, f => f.Code == "drive-too-weak").Why);
        Assert.Equal(TorqueVerdict.Stop, noted.WithStopValve(m => m with { FeedsSprinklers = Answer.Yes }).Verdict().Verdict);
    }

    [Fact]
    public void More_room_never_makes_it_worse() => Gen.Select(Gen.Double[0, 0.3], Gen.Double[0, 0.3], Gen.Enum<Towards>()).Sample((distance, more, towards) =>
    {
        int Grave(double m) => (int?)House().WithStopValve(v => v with { Obstacles = [new Obstacle { Kind = ObstacleKind.Bar, Towards = towards, DistanceM = m }] })
            .Verdict().Findings.Where(f => f.Code == "clearance-too-small").Max(f => (Severity?)f.Severity) ?? -1;
        return Grave(distance + more) <= Grave(distance);
    });

    [Fact]
    public void Battery_life_in_years_and_strokes()
    {
        Plan plan = House().WithDrive(d => d with { Power = DrivePower.Batteries, StrokesPerYear = 104 });
        PowerOutlook power = plan.Verdict().Power!;

        // 2600 mAh, 0.8 and 0.86 of it at 8 °C, 25 µA and 104 strokes of 110 J at 6 V: 60.4 µA in mean.
        Close(2600 * 0.8 * 0.86 / ((8.766 * (25 + (110.0 / 6 * 104 / 31_557_600 * 1e6))) + 52), power.LifeYears!.Value, 0.001);
        Close(2600 * 0.8 * 0.86 * 6 * 3.6 / 110, power.LifeStrokes!.Value, 0.001);
        Assert.Null(power.BackupHours);
        Assert.Equal(Answer.Yes, power.ClosesWithoutMains);
    }

    [Fact]
    public void A_pack_behind_the_mains_gives_hours_and_the_mains_alone_closes_nothing_when_it_fails()
    {
        PowerOutlook With(FittedDrive drive) => House().WithDrive(_ => drive).Verdict().Power!;
        FittedDrive drive = House().Drive();
        Close(4000 * 0.8 / 22, With(drive with { Power = DrivePower.MainsWithBattery, BackupMah = 4000 }).BackupHours!.Value, 0.001);
        PowerOutlook mains = With(drive with { OnMainsFailure = MainsFailurePolicy.Close });
        Assert.Equal(Answer.No, mains.ClosesWithoutMains);
        Assert.Contains(mains.Findings, f => f is { Code: "cannot-close-without-mains", Severity: Severity.Stop });
    }

    [Fact]
    public void The_slowest_tight_stroke_and_the_least_angle_count_and_a_bench_angle_never_does()
    {
        SeenStroke bench = new() { Stage = StrokeStage.Bench, Direction = StrokeDirection.Closing, DurationS = 9, EndAngleDeg = 70 };
        SeenStroke tight = bench with { Stage = StrokeStage.Tight };
        Assert.Equal(new DriveSeen { ClosingS = 9 }, DriveLog.Adopted([bench], stepsDone: false));
        Assert.Equal(
            new DriveSeen { ClosingS = 14, ClosedTheValve = true, EndAngleDeg = 86 },
            DriveLog.Adopted(
                [
                    bench,
                    bench with { Stage = StrokeStage.Loose, DurationS = 20, EndAngleDeg = 80 },
                    tight with { DurationS = 13, EndAngleDeg = 88 },
                    tight with { DurationS = 14, EndAngleDeg = 86 },
                    tight with { Direction = StrokeDirection.Opening, DurationS = 12, EndAngleDeg = 3 },
                ],
                stepsDone: false));
    }

    [Fact]
    public void A_log_says_what_stands_of_one_drive_and_nothing_of_another()
    {
        var log = new List<LoggedEntry>();
        void Add(LogEntry entry) => log.Add(new LoggedEntry { Number = log.Count + 1, Revision = 1, By = "Ines Marlów", At = "2026-11-26T10:03:00+00:00", Entry = entry });
        void Stroke(string drive, double seconds) => Add(new LogEntry
        {
            Kind = LogKind.StrokeSeen,
            DriveId = drive,
            Stroke = new SeenStroke { Stage = StrokeStage.Tight, Direction = StrokeDirection.Closing, DurationS = seconds },
        });
        void Step(string step, LogKind kind = LogKind.StepDone) => Add(new LogEntry { Kind = kind, DriveId = "one", StepId = step });
        DriveLog One() => DriveLog.Of(log, "one", Mount.Saddle);
        Assert.Null(One().Seen);

        Stroke("one", 12);
        Stroke("one", 30);
        Stroke("other", 40);
        Assert.Equal([1, 2], One().Strokes.Select(s => s.Number));
        Assert.Equal(30, One().Seen!.ClosingS);
        Add(new LogEntry { Kind = LogKind.StruckOut, Strikes = 2 });
        Assert.Equal([1], One().Strokes.Select(s => s.Number));
        Assert.Equal(12, One().Seen!.ClosingS);

        string[] steps = [.. MountingSteps.For(Mount.Saddle).Select(s => s.Id)];
        Array.ForEach(steps, s => Step(s));
        Assert.True(One().Seen!.StepsDone);
        Assert.False(DriveLog.Of(log, "one", Mount.Strap).Seen!.StepsDone);
        Step("tighten", LogKind.StepUndone);
        Assert.Equal(steps.Where(s => s != "tighten"), One().StepsDone);
        Assert.False(One().Seen!.StepsDone);
        Step("tighten");
        Assert.True(One().Seen!.StepsDone);
    }

    [Theory]
    [InlineData(LogKind.StrokeSeen, "/driveId", "/stroke")]
    [InlineData(LogKind.StepDone, "/driveId", "/stepId")]
    [InlineData(LogKind.StepUndone, "/driveId", "/stepId")]
    [InlineData(LogKind.PhotographTaken, "/photographId")]
    [InlineData(LogKind.StruckOut, "/strikes")]
    public void An_entry_has_to_say_what_its_kind_asks(LogKind kind, params string[] missing)
    {
        Assert.Equal(missing, LogCheck.Of(new LogEntry { Kind = kind }).Select(e => e.Pointer));
        Assert.Empty(LogCheck.Of(new LogEntry { Kind = kind, DriveId = "d", StepId = "s", PhotographId = "p", Strikes = 1, Stroke = new SeenStroke { Stage = StrokeStage.Tight, Direction = StrokeDirection.Closing, EndAngleDeg = 90 } }));
    }

    [Fact]
    public void Every_mount_has_its_own_steps_and_warns_of_fingers_before_each_stroke()
    {
        foreach (Mount mount in Enum.GetValues<Mount>())
        {
            IReadOnlyList<MountingStep> steps = MountingSteps.For(mount);
            Assert.Equal(steps.Count, steps.Select(s => s.Id).Distinct().Count());
            Assert.All(steps.Where(s => s.Id.Contains("stroke")), s => Assert.Contains("Fingers", s.Caution));
            Assert.True(steps.Select(s => s.Id).ToList().IndexOf("loose-stroke") < steps.Select(s => s.Id).ToList().IndexOf("tight-strokes"));
        }
    }
}
