"""The crew board: bars of work, a lead on two jobs at once, and ways out; counted by hand."""

import unittest
from dataclasses import replace
from datetime import date

from steady.jobs.crew_board import Bar, BoardJob, PersonOff, Sort, board

MONDAY = date(2027, 3, 1)


def bar(first: int, days: int, sort: Sort = "dig", hours: float = 24.0) -> Bar:
    """On so many days of March in a row."""
    on = tuple(f"2027-03-{first + k:02d}" for k in range(days))
    return Bar(task=f"fence/{sort}", sort=sort, what="Dig", first=on[0], last=on[-1], days=on, hours=hours)


def job(name: str, lead: str, *bars: Bar) -> BoardJob:
    return BoardJob(
        id=name.lower(),
        name=name,
        status="agreed",
        lead=lead,
        people=3,
        day_h=8.0,
        starts_on=bars[0].first if bars else "",
        hours=sum(one.hours for one in bars),
        bars=bars,
    )


class BoardTest(unittest.TestCase):
    def test_one_lead_on_two_jobs_clashes_and_the_later_one_moves(self) -> None:
        found = board([job("Ash", "Tam", bar(1, 5)), job("Birch", "Tam", bar(4, 2))], MONDAY, 14)
        self.assertEqual([one.says for one in found.clashes], ["Ash and Birch on the same day and 1 more"])
        self.assertEqual(found.clashes[0].on, "2027-03-04")
        # Thursday the 4th and Friday the 5th are taken; Monday the 8th is the first of two days that are free.
        self.assertEqual([way.says for way in found.clashes[0].ways], ["Move Birch to Mon Mar 8"])

    def test_what_follows_on_the_job_moves_with_it(self) -> None:
        # Birch digs for two days and frames for two more; four days in a row are free from Tuesday the 16th on, not before.
        birch = job("Birch", "Tam", bar(4, 2), bar(8, 2, "frame"))
        jobs = [job("Ash", "Tam", bar(1, 5)), birch, job("Elm", "Tam", bar(15, 1))]
        self.assertEqual([way.on for way in board(jobs, MONDAY, 14).clashes[0].ways], ["2027-03-08"])
        jobs[2] = job("Elm", "Tam", bar(11, 1), bar(15, 1))
        self.assertEqual([way.on for way in board(jobs, MONDAY, 14).clashes[0].ways], ["2027-03-16"])

    def test_another_lead_who_is_free_comes_first(self) -> None:
        jobs = [job("Ash", "Tam", bar(1, 5)), job("Birch", "Tam", bar(4, 2)), job("Cedar", "Ida", bar(9, 1))]
        ways = board(jobs, MONDAY, 14).clashes[0].ways
        self.assertEqual([(way.lead, way.on) for way in ways], [("Ida", ""), ("", "2027-03-08")])

    def test_two_leads_do_not_clash_and_nobody_named_clashes_with_nobody(self) -> None:
        for one, other in (("Tam", "Ida"), ("", "")):
            self.assertEqual(
                board([job("Ash", one, bar(1, 5)), job("Birch", other, bar(1, 5))], MONDAY, 14).clashes, ()
            )

    def test_a_delivery_needs_no_lead_all_day(self) -> None:
        found = board([job("Ash", "Tam", bar(1, 5)), job("Birch", "Tam", bar(2, 1, "visit", 0.0))], MONDAY, 14)
        self.assertEqual(found.clashes, ())

    def test_what_lies_outside_of_the_days_shown_is_left_out_and_a_job_without_a_day_waits(self) -> None:
        found = board([job("Ash", "Tam", bar(1, 5)), job("Birch", "Tam", bar(24, 2)), job("Elm", "")], MONDAY, 14)
        self.assertEqual([one.name for one in found.jobs], ["Ash"])
        self.assertEqual([one.name for one in found.waiting], ["Elm"])

    def test_a_crew_that_works_on_saturdays(self) -> None:
        """Twelve working days of three people for eight hours; a free Saturday is a day to move to; Sundays are off."""
        six = [
            replace(one, weekdays_off=(6,)) for one in (job("Ash", "Tam", bar(1, 5)), job("Birch", "Tam", bar(5, 1)))
        ]
        found = board(six, MONDAY, 14)
        self.assertEqual([way.on for way in found.clashes[0].ways], ["2027-03-06"])
        self.assertEqual(found.loads[0].capacity_h, 12 * 3 * 8)
        self.assertEqual(found.off, ("2027-03-07", "2027-03-14"))

    def test_hours_beside_what_the_crew_has(self) -> None:
        # Three people for eight hours on the ten working days of two weeks: 240 h; half of a bar of four days lies inside.
        found = board([job("Ash", "Tam", bar(13, 4, hours=96.0))], MONDAY, 14)
        self.assertEqual([(one.hours, one.capacity_h) for one in found.loads], [(48.0, 240.0)])

    def test_somebody_who_is_named_on_two_jobs_of_two_leads_is_a_clash(self) -> None:
        ash = replace(job("Ash", "Tam", bar(1, 5)), crew=("Rowan", "Fay"))
        birch = replace(job("Birch", "Ida", bar(4, 2)), crew=("Rowan",))
        found = board([ash, birch], MONDAY, 14)
        self.assertEqual(
            [(one.who, one.on, one.jobs) for one in found.clashes], [("Rowan", "2027-03-04", ("ash", "birch"))]
        )
        # Another lead does not help somebody who is not the lead: the job moves to where both Ida and Rowan are free.
        self.assertEqual([(way.lead, way.on) for way in found.clashes[0].ways], [("", "2027-03-08")])
        self.assertEqual(found.people, ("Fay", "Ida", "Rowan", "Tam"))

    def test_a_day_off_clashes_with_work_and_takes_from_what_the_crew_has(self) -> None:
        away = (PersonOff(key="1", who="Rowan", first="2027-03-02", last="2027-03-09", note="wedding"),)
        ash = replace(job("Ash", "Tam", bar(3, 2)), crew=("Rowan",))
        found = board([ash], MONDAY, 14, away=away)
        (clash,) = found.clashes
        self.assertEqual((clash.who, clash.on, clash.jobs), ("Rowan", "2027-03-03", ("ash",)))
        self.assertIn("away while Ash needs them and 1 more", clash.says)
        # Rowan is back on Wednesday the 10th.
        self.assertEqual([way.on for way in clash.ways], ["2027-03-10"])
        # Ten working days of three people, less six of Rowan's (2, 3, 4, 5, 8, 9 March).
        self.assertEqual(found.loads[0].capacity_h, (10 * 3 - 6) * 8)
        self.assertEqual(found.away, away)
        later = board([ash], date(2027, 3, 15), 14, away=away)
        self.assertEqual((later.away, later.clashes), ((), ()))

    def test_a_lead_who_is_away_is_not_offered(self) -> None:
        away = (PersonOff(key="1", who="Ida", first="2027-03-04", last="2027-03-04"),)
        jobs = [job("Ash", "Tam", bar(1, 5)), job("Birch", "Tam", bar(4, 2)), job("Cedar", "Ida", bar(9, 1))]
        self.assertEqual([way.lead for way in board(jobs, MONDAY, 14).clashes[0].ways if way.lead], ["Ida"])
        self.assertEqual([way.lead for way in board(jobs, MONDAY, 14, away=away).clashes[0].ways if way.lead], [])
