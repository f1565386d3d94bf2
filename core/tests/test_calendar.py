"""The job on days: the scheduler against brute force and its own rules, hours against the quote, weather, holds, moves; day length
against an ephemeris."""

import dataclasses
import itertools
import math
import random
import unittest
from datetime import date, datetime, timedelta

import ephem
from steady.errors import InvalidInputError
from steady.ground.site import Locate
from steady.jobs.bookings import double_booked, working_days
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.estimate import EstimateRates, hours
from steady.jobs.job_schedule import LOCATE_FIRST, Calendar, calendar, move, task_hours
from steady.layout.sun import day_length_h
from steady.schedule.calendar import Work, WorkCalendar, lay
from steady.schedule.drying import drying_h
from steady.schedule.settings import CalendarTerms, DayOff, Outside, Phase
from steady.schedule.weather_limits import Day
from steady.structures.coating import Finish
from steady.structures.fence.spec.fence import FenceSpec, Straight

MONDAY = date(2026, 12, 7)


def days(stops: dict[tuple[str, date], str] | None = None, off: tuple[date, ...] = ()) -> WorkCalendar:
    """Monday to Friday, eight hours from eight o'clock."""
    return WorkCalendar(
        first=MONDAY,
        start_h=8.0,
        hours_on=lambda on: 0.0 if on.weekday() > 4 or on in off else 8.0,
        stops=lambda kind, on: (stops or {}).get((kind, on), ""),
    )


def fences(count: int = 1, **terms: object) -> JobDocument:
    """Fences of 12 m each, one crew of two."""
    made = [FenceSpec(id=f"f{k}", straights=(Straight(id="a", length_m=12.0),)) for k in range(count)]
    return JobDocument(
        name="Days",
        structures=tuple(Structure(name=f"Fence {spec.id}", spec=spec) for spec in made),
        calendar=CalendarTerms(starts_on=MONDAY.isoformat(), **terms),  # type: ignore[arg-type]
    )


def of(found: Calendar, task: str) -> tuple[str, str]:
    """When one task begins and ends."""
    return next((row.start, row.end) for row in found.tasks if row.id == task)


class LocateTest(unittest.TestCase):
    def test_digging_waits_for_the_day_of_the_ticket(self) -> None:
        first = MONDAY + timedelta(days=3)
        job = fences()
        site = dataclasses.replace(job.site, locate=Locate(ticket="7", dig_from=first.isoformat()))
        before, after = calendar(job, MONDAY), calendar(dataclasses.replace(job, site=site), MONDAY)
        digs = {row.id for row in before.tasks if row.kind == "dig"}
        self.assertTrue(digs)
        for row in after.tasks:
            if row.id in digs:
                self.assertGreaterEqual(row.start[:10], first.isoformat())
                self.assertFalse(row.pulled)
        self.assertTrue(any(row.moved == LOCATE_FIRST for row in after.tasks))
        self.assertTrue(any(row.id in digs and row.start[:10] < first.isoformat() for row in before.tasks))

    def test_a_ticket_that_has_run_out_by_the_day_of_digging_stops_it(self) -> None:
        last = (MONDAY - timedelta(days=1)).isoformat()
        locate = Locate(ticket="7", expires=last, owners_answered=True, marks_visible=True, private_lines_asked=True)
        job = fences()
        job = dataclasses.replace(job, site=dataclasses.replace(job.site, locate=locate))
        # Asked a week before, while the ticket still held.
        found = calendar(job, MONDAY - timedelta(days=7))
        self.assertTrue(all(row.stops for row in found.tasks if row.kind == "dig"))


class DoubleBookedTest(unittest.TestCase):
    def test_days_of_two_jobs_are_compared(self) -> None:
        here, there = calendar(fences(2), MONDAY), calendar(fences(), MONDAY)
        found = double_booked(here, [("j", "Other", working_days(there))])
        both = set(working_days(here)) & set(working_days(there))
        self.assertEqual([one.on for one in found], sorted(on.isoformat() for on in both))
        self.assertTrue(found and all(one.hours > 0 and one.name == "Other" for one in found))

    def test_jobs_in_different_weeks_are_not(self) -> None:
        later = fences()
        later = dataclasses.replace(later, calendar=CalendarTerms(starts_on="2027-03-01"))
        self.assertEqual(
            double_booked(calendar(fences(), MONDAY), [("j", "O", working_days(calendar(later, MONDAY)))]), ()
        )


class LayTest(unittest.TestCase):
    def test_work_fills_days_and_skips_the_weekend(self) -> None:
        (layout,) = lay([Work(id="a", hours=44.0)], days())
        self.assertEqual(
            [(span.on.day, span.hours) for span in layout.spans], [(7, 8), (8, 8), (9, 8), (10, 8), (11, 8), (14, 4)]
        )
        self.assertEqual(layout.end, datetime(2026, 12, 14, 12))

    def test_a_wait_runs_on_the_clock_and_other_work_fills_it(self) -> None:
        work = [Work(id="pour", hours=2), Work(id="frame", hours=2, after=(("pour", 24.0),)), Work(id="else", hours=3)]
        layout = {one.id: one for one in lay(work, days())}
        self.assertEqual(layout["pour"].start, datetime(2026, 12, 7, 8))  # the longest chain goes first
        self.assertEqual(layout["else"].start, datetime(2026, 12, 7, 10))
        self.assertEqual((layout["frame"].start, layout["frame"].held_by), (datetime(2026, 12, 8, 10), "pour"))

    def test_random_jobs_keep_every_rule(self) -> None:
        for seed in range(60):
            rng = random.Random(seed)
            work = [
                Work(
                    id=f"t{k}",
                    hours=rng.choice((0.0, 0.5, 3.0, 9.0)),
                    kind=rng.choice(("dig", "pour", "")),
                    after=tuple((f"t{j}", rng.choice((0.0, 30.0))) for j in range(k) if rng.random() < 0.25),
                )
                for k in range(12)
            ]
            wet = {("pour", MONDAY + timedelta(days=k)): "rain" for k in range(6) if rng.random() < 0.5}
            layout = {one.id: one for one in lay(work, days(wet, off=(MONDAY + timedelta(days=1),)))}
            spans = sorted(
                (span.on, span.at_h, span.at_h + span.hours) for one in layout.values() for span in one.spans
            )
            for (on, _, end), (then, start, _) in itertools.pairwise(spans):
                self.assertTrue(on < then or start >= end - 0.01, seed)  # one crew does one thing at a time
            for one in work:
                self.assertAlmostEqual(sum(span.hours for span in layout[one.id].spans), one.hours, delta=0.02)
                for name, wait in one.after:
                    self.assertGreaterEqual(
                        layout[one.id].start + timedelta(seconds=60), layout[name].end + timedelta(hours=wait)
                    )
                for span in layout[one.id].spans:
                    self.assertNotIn((one.kind, span.on), wet)
                    self.assertLess(span.on.weekday(), 5)
                    self.assertLessEqual(span.at_h + span.hours, 16.01)
            worked = sum(one.hours for one in work)
            self.assertGreaterEqual(len({on for on, _, _ in spans}), math.ceil(worked / 8 - 1e-9))

    def test_a_ring_and_a_crew_without_days_are_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            lay([Work(id="a", hours=1, after=(("b", 0),)), Work(id="b", hours=1, after=(("a", 0),))], days())
        never = dataclasses.replace(days(), hours_on=lambda on: 0.0)
        with self.assertRaises(InvalidInputError):
            lay([Work(id="a", hours=1)], never)


class CalendarTest(unittest.TestCase):
    def test_hours_are_those_of_the_quote(self) -> None:
        job = fences(2)
        plans = [plan_structure(job, item.spec.id) for item in job.structures]
        for plan in plans:
            self.assertAlmostEqual(sum(task_hours(plan, job.quote).values()), hours(plan, job.quote))
        found = calendar(job, MONDAY)
        self.assertAlmostEqual(found.hours, sum(hours(plan, job.quote) for plan in plans))
        self.assertAlmostEqual(sum(row.hours for row in found.tasks), found.hours, delta=0.02)

    def test_a_larger_crew_is_done_sooner_and_cold_waits_longer(self) -> None:
        one = calendar(fences(3), MONDAY)
        more = calendar(dataclasses.replace(fences(3), quote=EstimateRates(crew_count=4)), MONDAY)
        self.assertLess(max(row.end for row in more.tasks), max(row.end for row in one.tasks))
        warm, cold = (calendar(fences(1, temperature_c=c), MONDAY) for c in (20.0, 6.0))
        self.assertLess(of(warm, "f0/rails")[0], of(cold, "f0/rails")[0])
        # 24 h at 20 °C are 24 h there by every way of calculation: the posts stand a day.
        set_end = datetime.fromisoformat(of(warm, "f0/set")[1])
        self.assertGreaterEqual(
            datetime.fromisoformat(of(warm, "f0/rails")[0]), set_end + timedelta(hours=24) - timedelta(minutes=1)
        )

    def test_frost_stops_a_pour_and_says_so(self) -> None:
        frost = tuple(Day(id=f"d{k}", on=(MONDAY + timedelta(days=k)).isoformat(), temperature_c=1.0) for k in range(3))
        found = calendar(dataclasses.replace(fences(), days=frost), MONDAY)
        row = next(row for row in found.tasks if row.id == "f0/set")
        self.assertEqual(row.start[:10], "2026-12-10")
        self.assertIn("no pour", row.moved)
        self.assertEqual([day.weather for day in found.days[:3]], ["not today"] * 3)

    def test_days_off_and_short_days(self) -> None:
        free = fences(days_off=(DayOff(on="2026-12-07", why="fair"),))
        self.assertEqual(calendar(free, MONDAY).days[0].off, "fair")
        self.assertEqual(of(calendar(free, MONDAY), "f0/set-out")[0][:10], "2026-12-08")
        north = dataclasses.replace(fences(), site=dataclasses.replace(fences().site, latitude_rad=math.radians(62)))
        self.assertLess(calendar(north, MONDAY).days[0].hours, 6.0)

    def test_an_inspection_holds_back_what_waits_for_what_it_looks_at(self) -> None:
        look = Outside(id="look", kind="inspection", what="Holes", on="2026-12-16", after=("f0/dig",))
        found = calendar(fences(outside=(look,)), MONDAY)
        self.assertEqual(of(found, "f0/set")[0][:10], "2026-12-16")
        self.assertEqual(next(row.held_by for row in found.tasks if row.id == "f0/set"), "Holes")
        early = dataclasses.replace(look, on="2026-12-07")
        self.assertIn(
            "before what it waits for",
            calendar(fences(3, outside=(early,), days_off=(DayOff(on="2026-12-07"),)), MONDAY).amiss[0],
        )

    def test_a_delivery_is_waited_for(self) -> None:
        late = Outside(id="wood", what="Wood", on="2026-12-21", waits=("f0/rails", "no such task"))
        self.assertEqual(of(calendar(fences(outside=(late,)), MONDAY), "f0/rails")[0][:10], "2026-12-21")

    def test_a_task_is_pulled_and_what_it_pushes_is_told(self) -> None:
        job = fences()
        answer = move(job, "f0/dig", "2026-12-14", today=MONDAY)
        self.assertEqual(of(answer.calendar, "f0/dig")[0][:10], "2026-12-14")
        self.assertIn("f0/set", {item.task for item in answer.pushed})
        again = dataclasses.replace(job, calendar=answer.terms)
        self.assertEqual(of(calendar(again, MONDAY), "f0/dig"), of(answer.calendar, "f0/dig"))
        back = move(again, "f0/dig", "", today=MONDAY)
        self.assertEqual(of(back.calendar, "f0/dig"), of(calendar(job, MONDAY), "f0/dig"))

    def test_what_cannot_be_is_refused_with_what_it_waits_for(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            move(fences(), "f0/rails", "2026-12-07", today=MONDAY)
        self.assertIn("It can't begin before", caught.exception.message)
        self.assertIn("waits for Fence f0: Set", caught.exception.message)
        for task, on in (("nothing", "2026-12-07"), ("f0/dig", "soon")):
            with self.assertRaises(InvalidInputError):
                move(fences(), task, on, today=MONDAY)

    def test_what_cannot_be_planned_is_told_and_the_rest_is_laid(self) -> None:
        job = fences(2)
        broken = dataclasses.replace(job.structures[0].spec, height_m=-1.0)
        both = (dataclasses.replace(job.structures[0], spec=broken), job.structures[1])
        found = calendar(dataclasses.replace(job, structures=both), MONDAY)
        self.assertEqual(len(found.failed), 1)
        self.assertTrue(all(row.structure == "f1" for row in found.tasks))


class DayLengthTest(unittest.TestCase):
    def test_sunrise_to_sunset_by_an_ephemeris(self) -> None:
        for latitude in (-38.0, 0.0, 41.2, 55.0):
            for month in (1, 3, 6, 9, 12):
                place = ephem.Observer()
                place.lat, place.lon = str(latitude), "0"
                place.date = f"2026/{month}/15 12:00"
                down = place.next_setting(ephem.Sun())
                up = place.previous_rising(ephem.Sun())
                ours = day_length_h(math.radians(latitude), date(2026, month, 15))
                self.assertAlmostEqual(ours, (down - up) * 24, delta=0.05)

    def test_midnight_sun_and_polar_night(self) -> None:
        self.assertEqual(day_length_h(math.radians(75), date(2026, 6, 21)), 24.0)
        self.assertEqual(day_length_h(math.radians(75), date(2026, 12, 21)), 0.0)


class PhaseTest(unittest.TestCase):
    def test_a_later_phase_begins_when_all_before_it_is_done(self) -> None:
        together = calendar(fences(2), MONDAY)
        apart = calendar(fences(2, phases=(Phase(structure="f1", number=2),)), MONDAY)
        done = max(row.end for row in apart.tasks if row.id.startswith("f0/"))
        begins = min(row.start for row in apart.tasks if row.id.startswith("f1/"))
        self.assertGreaterEqual(begins, done)
        self.assertGreaterEqual(apart.ends_on, together.ends_on)
        self.assertAlmostEqual(apart.hours, together.hours)

    def test_three_phases_in_their_order_whatever_the_jobs_order(self) -> None:
        phases = tuple(Phase(structure=f"f{k}", number=n) for k, n in ((0, 3), (1, 2), (2, 1)))
        found = calendar(fences(3, phases=phases), MONDAY)
        spans = [
            (min(r.start for r in rows), max(r.end for r in rows))
            for k in (2, 1, 0)
            if (rows := [r for r in found.tasks if r.id.startswith(f"f{k}/")])
        ]
        for (_, end), (start, _) in itertools.pairwise(spans):
            self.assertGreaterEqual(start, end)

    def test_all_in_one_phase_is_as_without(self) -> None:
        one = calendar(fences(2, phases=(Phase(structure="f0", number=1),)), MONDAY)
        self.assertEqual(one.tasks, calendar(fences(2), MONDAY).tasks)


class DryingTest(unittest.TestCase):
    def coated(self, temperature_c: float) -> Calendar:
        job = fences(1, temperature_c=temperature_c)
        spec = dataclasses.replace(job.structures[0].spec, finish=Finish(kind="oil", when="before building"))
        made = dataclasses.replace(job.structures[0], spec=spec)
        return calendar(dataclasses.replace(job, structures=(made,)), MONDAY)

    def test_the_tins_hours_at_twenty_and_double_at_ten(self) -> None:
        self.assertEqual([drying_h(12.0, t) for t in (20.0, 10.0, 0.0, -30.0, 60.0)], [12.0, 24.0, 48.0, 48.0, 6.0])

    def test_boards_wait_for_the_coat_and_longer_in_the_cold(self) -> None:
        waits = []
        for temperature in (20.0, 2.0):
            found = self.coated(temperature)
            _, dry_from = of(found, "f0/finish")
            begins, _ = of(found, "f0/boards")
            waits.append((datetime.fromisoformat(begins) - datetime.fromisoformat(dry_from)).total_seconds() / 3600)
        self.assertGreaterEqual(waits[1], waits[0])
        self.assertGreaterEqual(waits[1], 24.0)
