"""A reading taken into the plan: what changes is said before, and what is up already is trimmed or goes to the rack."""

import unittest

from steady.errors import InvalidInputError
from steady.field_records.progress import tick_groups
from steady.jobs.apply_measurement import apply_measurement
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.drag_move import with_spec
from steady.plan.results import STATES
from steady.structures.deck.kind import read as read_deck
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.registry import kind_of
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import IN

TAPE = JobDocument(name="x").reading.tape()


def fence_job() -> JobDocument:
    spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=18.0),), rail_laid="flat", bays="equal")
    return JobDocument(name="A line", structures=(Structure(name="Line", spec=spec),))


class TakenIn(unittest.TestCase):
    def setUp(self) -> None:
        self.job = fence_job()
        self.plan = plan_structure(self.job, "f")
        self.post = self.plan.marks[2]

    def rail_ticks(self) -> list[tuple[str, str]]:
        rails = next(group for group in tick_groups(self.plan, TAPE) if group.role == "rail")
        return [(tick.about, tick.what) for tick in rails.ticks]

    def test_a_post_that_stands_two_inches_on_makes_one_bay_longer_and_one_shorter(self) -> None:
        found = apply_measurement(self.job, "f", self.post.id, at_m=self.post.station_m + 2 * IN, done=frozenset())
        self.assertEqual(
            found.spec,
            kind_of(found.spec).hold(self.job.structures[0].spec, self.post.id, self.post.station_m + 2 * IN),
        )
        rails = [change for change in found.pieces if change.says.startswith("rail")]
        # Rails between the posts: two bays' worth leave their length, and each new length has one bay's.
        self.assertEqual(sum(change.was - change.now for change in rails), 0)
        self.assertEqual(len([change for change in rails if change.now > change.was]), 2)
        self.assertEqual(found.up, ())
        self.assertEqual(self.job, fence_job())

    def test_rails_that_are_up_are_trimmed_or_go_to_the_rack(self) -> None:
        ticks = self.rail_ticks()
        found = apply_measurement(
            self.job, "f", self.post.id, at_m=self.post.station_m + 2 * IN, done=frozenset(ticks[1:3])
        )
        self.assertEqual([row.where for row in found.up], ["Bay 2, rails", "Bay 3, rails"])
        long, short = found.up
        self.assertIn("too short", long.says)  # the bay before the post grew
        self.assertIn("trim to", short.says)
        self.assertEqual((long.rack, short.rack), (found.rack, ()))
        lengths = {part.length_m for part in self.plan.parts if part.role == "rail"}
        self.assertIn(found.rack[0].length_m, lengths)
        self.assertEqual(found.rack[0].count, 3)

    def test_what_stays_as_it_is_is_not_spoken_of(self) -> None:
        found = apply_measurement(
            self.job, "f", self.post.id, at_m=self.post.station_m, done=frozenset(self.rail_ticks())
        )
        self.assertEqual((found.pieces, found.up, found.conflicts), ((), (), ()))
        self.assertEqual((found.hours_was, found.was), (found.hours_now, found.verdict))

    def test_what_was_measured_of_other_posts_stays_theirs(self) -> None:
        """A post that is held keeps its name, and so do all after it: their ticks and readings are not orphaned."""
        job, names = self.job, [mark.id for mark in self.plan.marks]
        for number in (2, 5, 3):
            post = plan_structure(job, "f").marks[number]
            found = apply_measurement(job, "f", post.id, at_m=post.station_m + IN, done=frozenset())
            job = with_spec(job, "f", found.spec)
            self.assertEqual([mark.id for mark in plan_structure(job, "f").marks], names)

    def test_no_two_posts_are_called_alike_wherever_one_is_held(self) -> None:
        for number in (1, 3, 6):
            for off_m in (-2.5, -0.8, 0.9, 2.4, 5.0):
                post = self.plan.marks[number]
                with self.subTest(number=number, off=off_m):
                    try:
                        found = apply_measurement(
                            self.job, "f", post.id, at_m=max(0.5, post.station_m + off_m), done=frozenset()
                        )
                    except InvalidInputError:
                        continue
                    marks = plan_structure(with_spec(self.job, "f", found.spec), "f").marks
                    self.assertEqual(len({mark.id for mark in marks}), len(marks))

    def test_a_deck_s_beam_where_it_stands(self) -> None:
        spec = read_deck(NewStructureRequest(text="16x12 up3", id="d", bare="ft", school="us"))
        job = JobDocument(name="x", structures=(Structure(name="Deck", spec=spec),))
        plan = plan_structure(job, "d")
        beam = next(handle for handle in plan.handles if handle.holds)
        found = apply_measurement(job, "d", beam.id, at_m=beam.station_m - 3 * IN, done=frozenset())
        self.assertNotEqual(found.spec, spec)
        self.assertIn(found.verdict, STATES)

    def test_what_cannot_be_taken_in_is_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            apply_measurement(self.job, "f", self.post.id, at_m=-1.0, done=frozenset())
        with self.assertRaises(InvalidInputError):
            apply_measurement(self.job, "nobody", self.post.id, at_m=1.0, done=frozenset())
