using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>What one leak comes to with something broken, and what a direct link makes of it.</summary>
public class FaultTests
{
    private static readonly double FlowM3PerS = Rehearser.Of(House(), "hose", Mode.Away).FlowM3PerS.High!.Value;

    [Theory]
    [InlineData(Fault.HubFailed, Outcome.Nothing, Cause.HubDead)]
    [InlineData(Fault.SensorFlat, Outcome.Nothing, Cause.SensorGone)]
    [InlineData(Fault.SensorDead, Outcome.Nothing, Cause.SensorGone)]
    [InlineData(Fault.SensorOutOfReach, Outcome.Nothing, Cause.SensorGone)]
    [InlineData(Fault.DriveStalls, Outcome.ClosesPartly, Cause.StopsShort)]
    [InlineData(Fault.DriveSnags, Outcome.ClosesPartly, Cause.StopsShort)]
    [InlineData(Fault.ValvePasses, Outcome.ClosesPartly, Cause.ValvePasses)]
    [InlineData(Fault.EndsSwapped, Outcome.TellsOnly, Cause.EndsSwapped)]
    [InlineData(Fault.MainsFailed, Outcome.Nothing, Cause.DriveWithoutPower)]
    public void A_single_fault_lets_the_water_run(Fault fault, Outcome outcome, Cause cause)
    {
        Rehearsed rehearsed = With(House(), fault);
        Assert.Equal((outcome, cause, true), (rehearsed.Outcome, rehearsed.Cause, rehearsed.Endless));
        Assert.Null(rehearsed.LostM3.High);
    }

    [Theory]
    [InlineData(Fault.InternetFailed)]
    [InlineData(Fault.RouterFailed)]
    [InlineData(Fault.CloudFailed)]
    [InlineData(Fault.TelephonesMuted)]
    [InlineData(Fault.NobodyAnswers)]
    [InlineData(Fault.DriveBatteryFlat)]
    [InlineData(Fault.LinkLearnedOpen)]
    public void A_closing_in_the_house_needs_nobody_outside(Fault fault) => Assert.Equal(Closed(House()).LostM3, With(House(), fault).LostM3);

    [Fact]
    public void Rules_that_a_service_outside_runs_need_it_and_the_internet()
    {
        Plan plan = House();
        Plan inCloud = plan with { Catalogue = plan.Catalogue with { Hubs = [.. plan.Catalogue.Hubs.Select(h => h with { LogicInCloud = Answer.Yes })] } };
        foreach (Fault fault in (Fault[])[Fault.CloudFailed, Fault.InternetFailed, Fault.RouterFailed])
        {
            Assert.Equal((Outcome.Nothing, Cause.HubDead), (With(inCloud, fault).Outcome, With(inCloud, fault).Cause));
        }

        // Not known where they run: no upper bound, and a lower one as if they ran in the house.
        Plan unknown = plan with { Catalogue = plan.Catalogue with { Hubs = [.. plan.Catalogue.Hubs.Select(h => h with { LogicInCloud = Answer.Unknown })] } };
        Rehearsed rehearsed = With(unknown, Fault.InternetFailed);
        Assert.Null(rehearsed.LostM3.High);
        Assert.Equal(Closed(plan).LostM3.Low!.Value, rehearsed.LostM3.Low!.Value, 12);
    }

    [Fact]
    public void A_muted_telephone_makes_nothing_of_only_telling()
    {
        Plan tells = House().WithRule(r => r with { Action = RuleAction.TellOnly });
        Assert.Equal((Outcome.TellsOnly, Cause.OnlyTold), (With(tells, Fault.NobodyAnswers).Outcome, With(tells, Fault.NobodyAnswers).Cause));
        foreach (Fault fault in (Fault[])[Fault.TelephonesMuted, Fault.InternetFailed, Fault.RouterFailed])
        {
            Assert.Equal((Outcome.Nothing, Cause.NobodyHears), (With(tells, fault).Outcome, With(tells, fault).Cause));
        }
    }

    [Fact]
    public void In_a_power_cut_a_drive_on_batteries_closes_and_one_told_so_closes_by_itself()
    {
        Plan onBatteries = House().WithDrive(d => d with { Power = DrivePower.Batteries });
        Assert.Equal(Closed(onBatteries).LostM3, With(onBatteries, Fault.MainsFailed).LostM3);
        Assert.Equal(Cause.DriveWithoutPower, With(onBatteries, Fault.DriveBatteryFlat).Cause);

        Plan closes = House().WithDrive(d => d with { Power = DrivePower.MainsWithBattery, OnMainsFailure = MainsFailurePolicy.Close });
        Rehearsed byItself = With(closes, Fault.MainsFailed);
        Assert.Equal(Outcome.Closes, byItself.Outcome);
        TimelineEvent moves = byItself.Events.First(e => e.Kind == EventKind.ValveMoves);
        Assert.Equal(0.5, moves.TimeS, 9);
        Assert.True(byItself.LostM3.High < Closed(closes).LostM3.High);
        Assert.Equal(byItself.LostM3.High!.Value, byItself.Spans.Sum(s => s.VolumeM3), 9);
    }

    [Fact]
    public void A_drive_told_to_close_in_a_power_cut_does_so_without_any_rule()
    {
        Plan plan = House().WithDrive(d => d with { Power = DrivePower.MainsWithBattery, OnMainsFailure = MainsFailurePolicy.Close });
        Plan bare = plan.WithInstallation(i => i with { Rules = [] });
        Same(With(plan, Fault.MainsFailed), With(bare, Fault.MainsFailed));
        Assert.Equal((Outcome.Nothing, Cause.NoRule), (Closed(bare).Outcome, Closed(bare).Cause));
        // What nobody measured of it has no part in what happens with the mains.
        Plan unmeasured = bare.WithStopValve(v => v with { ClosesFully = Answer.Unknown });
        Assert.Equal(Closed(bare).FlowM3PerS, Closed(unmeasured).FlowM3PerS);
    }

    [Fact]
    public void A_hub_whose_backup_nobody_looked_at_is_a_bound_in_a_power_cut()
    {
        Plan plan = House().WithInstallation(i => i with { Hubs = [i.Hubs[0] with { HasBackup = Answer.Unknown }] });
        plan = plan.WithDrive(d => d with { Power = DrivePower.Batteries });
        Rehearsed rehearsed = With(plan, Fault.MainsFailed);
        Assert.Null(rehearsed.LostM3.High);
        Assert.Equal(Closed(plan).LostM3.Low!.Value, rehearsed.LostM3.Low!.Value, 12);
    }

    [Fact]
    public void A_direct_link_closes_as_soon_as_the_sensor_is_wet_with_or_without_the_hub()
    {
        Rehearsed linked = Closed(Linked());
        Assert.Equal(6.17 + (FlowM3PerS * 1000), Litres(linked, Phase.BeforeTrip), 0.05);
        Assert.Equal(0, linked.Spans.Where(s => s.Phase == Phase.ConfirmingAndDelay).Sum(s => s.VolumeM3));
        // Radio to the drive, and its start: the hub's own time is no part of it.
        Assert.Equal((0.4 + 0.5) * FlowM3PerS * 1000, Litres(linked, Phase.RadioAndLogic), 0.01);
        Assert.Equal(Closed(House()).LostM3.High!.Value - linked.LostM3.High!.Value, (25 + 0.2) * FlowM3PerS, 0.0002);
        Rehearsed alone = With(Linked(), Fault.HubFailed);
        Same(linked, alone);
        Assert.Equal(Outcome.Nothing, With(Linked(), Fault.SensorDead).Outcome);
        Same(linked, With(Linked(), Fault.SensorOutOfReach));
        Same(linked, With(Linked(), Fault.EndsSwapped));
        // Learned with the valve open it does nothing, and the hub closes as it did without it.
        Assert.Equal(Closed(House()).LostM3, With(Linked(), Fault.LinkLearnedOpen).LostM3);
        Assert.Equal(Outcome.Nothing, With(Linked(), Fault.LinkLearnedOpen, Fault.HubFailed).Outcome);
    }

    [Fact]
    public void A_link_alone_needs_no_hub_and_no_rule()
    {
        Plan bare = Linked().WithInstallation(i => i with { Hubs = [], Rules = [], Signals = [] });
        Same(Closed(Linked()), Closed(bare));
        Assert.DoesNotContain(Assessor.Assess(bare).Findings, f => f.Code == "sensor-without-rule");
    }

    [Fact]
    public void More_faults_never_make_a_leak_end_with_fewer_litres() => Gen.Select(Gen.Enum<Fault>(), Gen.Enum<Fault>(), Gen.Bool).Sample((one, other, linked) =>
    {
        // A drive that closes by itself in a power cut is the one fault that helps.
        Plan plan = linked ? Linked() : House();
        Rehearsed single = With(plan, one);
        Rehearsed both = With(plan, one, other);
        return single.Endless ? both.Endless : both.Endless || both.LostM3.High >= single.LostM3.High - 1e-12;
    });

    /// <summary>Away is as on holiday to who hears a siren in the house; asleep nobody reads a message.</summary>
    [Theory]
    [InlineData(AlertWay.Call, 1)]
    [InlineData(AlertWay.Siren, 2)]
    [InlineData(AlertWay.Message, 2)]
    public void Modes_are_alike_where_everybody_hears_the_same(AlertWay way, int differing)
    {
        Plan plan = House().WithInstallation(i => i with { Contacts = [new Contact { Id = "owner", Name = "Owner", Ways = [way], Modes = Enum.GetValues<Mode>() }] });
        Assert.Equal(differing * 17, FaultMatrix.Of(plan, Memory()).Rehearsals);
        Plan homeOnly = plan.WithInstallation(i => i with { Rules = [i.Rules[0] with { Modes = [Mode.Home] }] });
        Assert.Equal((way == AlertWay.Call ? 2 : 3) * 17, FaultMatrix.Of(homeOnly, Memory()).Rehearsals);
    }

    [Fact]
    public void The_matrix_is_what_each_rehearsal_says()
    {
        Plan plan = Linked();
        var matrix = FaultMatrix.Of(plan, Memory());
        Assert.Equal(Faults.All, matrix.Faults);
        // All modes are alike there: nobody is named who hears a siren at home alone, and the rule holds in each.
        Assert.Equal(17, matrix.Rehearsals);
        foreach (FaultRow row in matrix.Rows)
        {
            for (int f = 0; f < matrix.Faults.Count; f++)
            {
                Rehearsed rehearsed = Rehearser.Of(plan, row.LeakId, row.Mode, faults: [matrix.Faults[f]]);
                FaultCell cell = row.Cells[f + 1];
                Assert.Equal((rehearsed.Outcome, rehearsed.Cause, rehearsed.LostM3.High is null), (cell.Outcome, cell.Cause, cell.LostM3 is null));
                // A flow is sought from one that was found before, so that its last digits hang on what that was.
                Assert.Equal(rehearsed.LostM3.High ?? 0, cell.LostM3 ?? 0, 1e-12);
            }

            Assert.Equal(Rehearser.Of(plan, row.LeakId, row.Mode).LostM3.High!.Value, row.Cells[0].LostM3!.Value, 1e-12);
        }
    }

    [Fact]
    public void Remedies_are_tried_and_do_what_they_say()
    {
        Plan plan = House().WithInstallation(i => i with { Hubs = [i.Hubs[0] with { HasBackup = Answer.No }] });
        plan = plan with
        {
            Catalogue = plan.Catalogue with
            {
                Radios = [.. plan.Catalogue.Radios.Select(r => r with { DirectLinksPerDrive = new CountFigure { N = 5, Provenance = Provenance.MakersSheet } })],
                Drives = [.. plan.Catalogue.Drives.Select(d => d with { RadioId = plan.SpecOf(plan.Installation.Sensors[0]).RadioId })],
            },
        };
        IReadOnlyList<Remedy> found = FaultRemedies.Of(plan, "hose", Memory());
        Assert.Equal(found.OrderBy(r => r.RunsOnAfter).Select(r => r.Kind), found.Select(r => r.Kind));
        Remedy link = Assert.Single(found, r => r.Kind == RemedyKind.DirectLink);
        Assert.Equal(("puck", "drive"), (link.TargetId, link.DriveId));
        Plan linked = plan.WithInstallation(i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] });
        Assert.Equal(FaultMatrix.Of(linked, Memory()).Rows.SelectMany(r => r.Cells), link.Rows.SelectMany(r => r.Cells));
        Assert.True(link.RunsOnAfter < link.RunsOnBefore);
        Assert.All(found, r => Assert.True(r.RunsOnAfter < r.RunsOnBefore || (r.RunsOnAfter == r.RunsOnBefore && r.WorstAfterM3 < r.WorstBeforeM3)));
        Assert.DoesNotContain(FaultRemedies.Of(linked, "hose", Memory()), r => r.Kind == RemedyKind.DirectLink);
    }

    [Fact]
    public void Pairs_are_what_each_fault_comes_to_beside_another_and_never_better()
    {
        Plan plan = House().WithDrive(d => d with { Power = DrivePower.Batteries });
        var single = FaultMatrix.Of(plan, Memory());
        foreach (Fault beside in Faults.All)
        {
            var pairs = FaultMatrix.Of(plan, Memory(), beside);
            Assert.Equal(Faults.All.Where(f => f != beside), pairs.Faults);
            Assert.Equal(pairs.Rows.Sum(r => r.Cells.Count) / 4, pairs.Rehearsals);
            foreach (FaultRow row in pairs.Rows)
            {
                FaultRow alone = single.Rows.Single(r => (r.LeakId, r.Mode) == (row.LeakId, row.Mode));
                Assert.Equal(alone.Cells[1 + single.Faults.ToList().IndexOf(beside)], row.Cells[0]);
                for (int f = 0; f < pairs.Faults.Count; f++)
                {
                    Rehearsed rehearsed = Rehearser.Of(plan, row.LeakId, row.Mode, faults: [beside, pairs.Faults[f]]);
                    Assert.Equal((rehearsed.Outcome, rehearsed.Ends ? rehearsed.LostM3.High : null), (row.Cells[f + 1].Outcome, row.Cells[f + 1].LostM3));
                    Assert.False(row.Cells[f + 1].Ends && !row.Cells[0].Ends);
                }
            }
        }
    }

    [Fact]
    public void A_rule_that_shuts_the_water_off_beforehand_is_tried_and_counts_as_it_comes_out()
    {
        IReadOnlyList<Remedy> found = FaultRemedies.Of(House(), "hose", Memory());
        foreach ((RemedyKind kind, RuleTrigger trigger) in ((RemedyKind, RuleTrigger)[])[(RemedyKind.ShutWhenLeaving, RuleTrigger.ModeComes), (RemedyKind.ShutOnSilence, RuleTrigger.SensorSilent)])
        {
            Remedy remedy = Assert.Single(found, r => r.Kind == kind);
            Assert.Equal(("main", trigger, 0.0), (remedy.TargetId, remedy.Rule!.WaitsFor, remedy.Price!.Value));
            Plan taken = House().WithInstallation(i => i with { Rules = [.. i.Rules, remedy.Rule!] });
            Assert.DoesNotContain(Assessor.Assess(taken).Findings, f => f.Where.StartsWith("/installation/rules/1", StringComparison.Ordinal));
            Assert.Equal(FaultMatrix.Of(taken, Memory()).Rows.SelectMany(r => r.Cells), remedy.Rows.SelectMany(r => r.Cells));
            Assert.DoesNotContain(FaultRemedies.Of(taken, "hose", Memory()), r => r.Kind == kind);
        }

        Assert.DoesNotContain(FaultRemedies.Of(House().WithInstallation(i => i with { Hubs = [] }), "hose", Memory()), r => r.Rule is not null);
    }

    [Fact]
    public void A_rule_that_holds_at_some_hours_is_tried_at_every_hour()
    {
        Plan plan = House().WithRule(r => r with { Hours = new HoursOfDay { FromMin = 1320, UntilMin = 360 } });
        Remedy remedy = Assert.Single(FaultRemedies.Of(plan, "hose", Memory()), r => r.Kind == RemedyKind.EveryHour);
        Assert.Equal(FaultMatrix.Of(House(), Memory()).Rows.SelectMany(r => r.Cells), remedy.Rows.SelectMany(r => r.Cells));
        Assert.DoesNotContain(FaultRemedies.Of(House(), "hose", Memory()), r => r.Kind == RemedyKind.EveryHour);
    }

    [Fact]
    public void The_grid_says_when_the_valve_starts_to_move_and_which_rule_decides()
    {
        Plan plan = House().WithRule(r => r with { Modes = [Mode.Away, Mode.Holiday] });
        GridRow row = Assert.Single(RuleGrid.Of(plan, Memory()).Rows);
        GridCell away = row.Cells[1];
        // Radio 0.2 s, confirming 5 s, delay 20 s, hub and start.
        Assert.Equal((GridAction.Closes, "close", "hose"), (away.Action, away.RuleId, away.LeakId));
        Rehearsed rehearsed = Closed(plan);
        Assert.Equal(rehearsed.Events.First(e => e.Kind == EventKind.ValveMoves).TimeS - rehearsed.Events.First(e => e.Kind == EventKind.SensorWet).TimeS, away.StartsAfterS!.Value, 9);
        Assert.Equal(rehearsed.LostM3.High, away.LostM3);
        Assert.Equal((GridAction.Nothing, true), (row.Cells[0].Action, row.Cells[0].Endless));
        GridRow tells = Assert.Single(RuleGrid.Of(plan.WithRule(r => r with { Action = RuleAction.TellOnly }), Memory()).Rows);
        Assert.Equal((GridAction.Tells, "close"), (tells.Cells[1].Action, tells.Cells[1].RuleId));
        GridRow linked = Assert.Single(RuleGrid.Of(Linked(), Memory()).Rows);
        Assert.Equal((GridAction.Closes, null), (linked.Cells[0].Action, linked.Cells[0].RuleId));
    }

    [Fact]
    public void Each_school_is_tried_on_the_house_before_it_is_taken()
    {
        Plan plan = House();
        plan = plan with
        {
            Catalogue = plan.Catalogue with
            {
                Radios = [.. plan.Catalogue.Radios.Select(r => r with { DirectLinksPerDrive = new CountFigure { N = 5, Provenance = Provenance.MakersSheet } })],
                Drives = [.. plan.Catalogue.Drives.Select(d => d with { RadioId = plan.SpecOf(plan.Installation.Sensors[0]).RadioId })],
            },
        };
        var tried = RuleSchools.Of(plan, Memory()).ToDictionary(s => s.School);
        Assert.Equal(Enum.GetValues<School>(), tried.Keys);
        foreach (SchoolOutcome school in tried.Values)
        {
            Plan taken = plan.WithInstallation(i => i with { Rules = school.Rules, Links = school.Links });
            Assert.Equal(FaultMatrix.Of(taken, Memory()).Rows.Max(r => r.Cells[0].LostM3), school.WorstM3);
            Assert.Equal(1, school.Leaks);
            Assert.True(school.MeanM3 <= school.WorstM3);
        }

        // At once is 20 s of the present delay less; a minute is 40 s more; told at home alone it runs on.
        double now = tried[School.AsItIs].WorstM3!.Value;
        Close((now - tried[School.AtOnce].WorstM3!.Value) / FlowM3PerS, 20, 0.001);
        Close((tried[School.Confirmed].WorstM3!.Value - now) / FlowM3PerS, 40, 0.001);
        Assert.Equal(tried[School.Confirmed].WorstM3, tried[School.ByMode].WorstM3);
        Assert.Equal((1, 0), (tried[School.TellAtHome].LeaksThatRunOn, tried[School.AtOnce].LeaksThatRunOn));
        Assert.Equal(["puck"], tried[School.HubAndLinks].Links.Select(l => l.SensorId));
        Assert.True(tried[School.HubAndLinks].WorstM3 < tried[School.AtOnce].WorstM3);

        // Power cut, hub, three of the sensor, stall, snag, passing and swapped ends; a link takes the hub, the reach and the ends out of them.
        Assert.Equal((9.0, 6.0), (tried[School.AtOnce].FaultsThatLetRun, tried[School.HubAndLinks].FaultsThatLetRun));
    }

    [Fact]
    public void What_lies_in_a_sump_pit_only_tells_in_every_school()
    {
        Plan plan = House();
        var pit = new Fixture { Id = "pit", Kind = FixtureKind.SumpPit, Name = "Sump", Area = new FloorRectangle { AcrossM = 0, DownM = 0, LengthM = 0.5, WidthM = 0.5 }, Base = FixtureBase.Pit, DepthM = 0.4 };
        plan = plan.WithBuilding(b => b with { Rooms = [b.Rooms[0] with { Fixtures = [pit] }] })
            .WithInstallation(i => i with { Sensors = [.. i.Sensors, i.Sensors[0] with { Id = "sump", Name = "In the sump", Distances = [], At = new FloorPoint { AcrossM = 0.2, DownM = 0.2 } }] });
        foreach (SchoolOutcome school in RuleSchools.Of(plan, Memory()).Where(s => s.School != School.AsItIs))
        {
            Sensor Called(string id) => plan.Installation.Sensors.First(s => s.Id == id);
            Assert.DoesNotContain(school.Rules, r => r.Action == RuleAction.Close && r.Hears(Called("sump")));
            Assert.Contains(school.Rules, r => r.Action == RuleAction.TellOnly && r.Hears(Called("sump")) && !r.Hears(Called("puck")) && r.Modes.Count == 4);
            Assert.DoesNotContain(school.Links, l => l.SensorId == "sump");
        }
    }

    /// <summary>The stretches of time that are added up may be others.</summary>
    private static void Same(Rehearsed expected, Rehearsed actual)
    {
        Assert.Equal(expected.Outcome, actual.Outcome);
        Close(expected.LostM3.High!.Value, actual.LostM3.High!.Value, 1e-7);
        Close(expected.LostM3.Low!.Value, actual.LostM3.Low!.Value, 1e-7);
    }

    private static AssessmentMemory Memory() => new(new Terrapin.Core.Floors.FloorMemory());

    private static Plan Linked() => House().WithInstallation(i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] });

    private static Rehearsed Closed(Plan plan) => Rehearser.Of(plan, "hose", Mode.Away);

    private static Rehearsed With(Plan plan, params Fault[] faults) => Rehearser.Of(plan, "hose", Mode.Away, faults: faults);

    private static double Litres(Rehearsed rehearsed, Phase phase) => rehearsed.Spans.Where(s => s.Phase == phase).Sum(s => s.VolumeM3) * 1000;
}
