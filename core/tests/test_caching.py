"""Cached results equal fresh ones: unit loads, kept frames, kept cut plans, ceilings of a search."""

import itertools
import math
import random
import unittest
from dataclasses import replace
from typing import Any
from unittest.mock import patch

from django.test import tag
from steady.errors import InvalidInputError
from steady.jobs import search, suggested_fixes
from steady.jobs.document import JobDocument, Structure, case_of
from steady.jobs.member_options import choose, look_for_choices
from steady.jobs.search import Looked, all_rows
from steady.jobs.suggested_fixes import find_fixes
from steady.layout.outline import height_at
from steady.memo import MOST, SearchCache, cached, search_cache_scope
from steady.statics.beam import PointLoad, SpreadLoad, solve
from steady.structures.continuous_members import ContinuousMember
from steady.structures.deck.designs.candidates import changes
from steady.structures.deck.plan import calculate_deck
from steady.structures.deck.spec.deck import BeamLine, DeckSpec, Pin
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.fence.checks.findings import FixedFindings
from steady.structures.fence.kind import FENCE
from steady.structures.fence.spec.fence import GateOpening
from steady.structures.gate.spec import Arch, LeafDesign
from steady.structures.registry import kind_of, plan
from steady.structures.structure_type import DesignInput
from steady.units.units import FT, IN

from tests.lane import many
from tests.make import case, fence, site
from tests.test_kept_plans import SCHOOLS, kind_cases


def runs(rng: random.Random, many: int) -> list[ContinuousMember]:
    """Members on two to five supports, with and without what runs past them."""
    found = []
    for _ in range(many):
        spans = [rng.uniform(0.6, 3.0) for _ in range(rng.randint(1, 4))]
        first = rng.choice([0.0, rng.uniform(0.1, 0.6)])
        at = [first]
        for span in spans:
            at.append(at[-1] + span)
        found.append(ContinuousMember(length_m=at[-1] + rng.choice([0.0, rng.uniform(0.1, 0.6)]), supports_m=tuple(at)))
    return found


def told(case: DesignInput) -> tuple[Any, ...] | str:
    """All that is calculated of a deck, looked for and whole; or why it is refused."""
    try:
        found = [calculate_deck(case, frame_only=brief) for brief in (True, False)]
    except InvalidInputError as refused:
        return refused.message
    return tuple(
        (one.found.checks, one.found.not_covered, one.posts, one.frame, one.conflicts, one.notes) for one in found
    )


class UnitLoadsTest(unittest.TestCase):
    """A load's effects grow with it: what is scaled from one newton is what the whole load gives when it is solved itself."""

    def test_points_and_even_loads_are_scaled(self) -> None:
        rng = random.Random(5)
        for run in runs(rng, 40):
            at_m, load = rng.uniform(0, run.length_m), rng.uniform(5, 9000)
            spread = SpreadLoad(from_m=0.0, to_m=run.length_m, start_n_per_m=load, end_n_per_m=load)
            for action, loads in (
                (run.point(load, at_m), [PointLoad(at_m=at_m, load_n=load)]),
                (run.even(load), [spread]),
            ):
                whole = solve(run.length_m, run.supports_m, loads, stiffness_n_m2=1.0)
                moment = max(map(abs, whole.moment_extremes_n_m()))
                sag = max(map(abs, whole.deflection_extremes_m()))
                for ours, theirs in (
                    (action.moment_n_m, moment),
                    (action.shear_n, whole.shear_extreme_n()),
                    (action.sag_n_m3, sag),
                ):
                    self.assertTrue(math.isclose(ours, theirs, rel_tol=1e-9, abs_tol=1e-12), (run, ours, theirs))

    def test_shares_of_a_force_and_reactions_hold_it_up(self) -> None:
        rng = random.Random(6)
        for run in runs(rng, 40):
            at_m, load = rng.uniform(0, run.length_m), rng.uniform(5, 9000)
            shares, reactions = run.shares(at_m), run.reactions_n(load)
            # Statics: forces and their moments about the start balance.
            self.assertAlmostEqual(sum(shares), 1.0, 9)
            self.assertAlmostEqual(sum(s * x for s, x in zip(shares, run.supports_m, strict=True)), at_m, 9)
            self.assertAlmostEqual(sum(reactions), load * run.length_m, 5)
            about = sum(r * x for r, x in zip(reactions, run.supports_m, strict=True))
            self.assertAlmostEqual(about, load * run.length_m**2 / 2, 4)

    def test_a_deflection_is_greatest_where_a_fine_net_finds_it(self) -> None:
        rng = random.Random(7)
        for run in runs(rng, 12):
            at_m = rng.uniform(0, run.length_m)
            solved = solve(run.length_m, run.supports_m, [PointLoad(at_m=at_m, load_n=1.0)], stiffness_n_m2=1.0)
            net = [solved.deflection_m(run.length_m * k / 4000) for k in range(4001)]
            low, high = solved.deflection_extremes_m()
            self.assertLessEqual(high - max(net), 1e-5 * max(map(abs, net)))
            self.assertLessEqual(max(net) - high, 1e-12)
            self.assertLessEqual(low - min(net), 1e-12)


class KeptTest(unittest.TestCase):
    def deck(self) -> JobDocument:
        return JobDocument(
            name="d", site=site(), structures=(Structure(name="Deck", spec=read_deck("16x12 up2'6", "d")),)
        )

    def test_once_in_a_search_and_each_time_outside(self) -> None:
        calls = []

        def work(of: int) -> int:
            calls.append(of)
            return of * 2

        self.assertEqual([cached(work, 3), cached(work, 3)], [6, 6])
        with search_cache_scope():
            self.assertEqual([cached(work, 3), cached(work, 3), cached(work, 4)], [6, 6, 8])
            with search_cache_scope():
                cached(work, 4)
            for k in range(MOST):
                cached(work, 100 + k)
            cached(work, 3)
        cached(work, 3)
        self.assertEqual(calls.count(3), 5)
        self.assertEqual(calls.count(4), 1)

    def test_a_kept_frame_is_not_changed_by_those_who_go_on_from_it(self) -> None:
        case = case_of(self.deck(), "d")
        alone = calculate_deck(case), calculate_deck(case, frame_only=True), plan(case)
        with search_cache_scope():
            plan(case)
            frame = calculate_deck(case, frame_only=True)
            whole = calculate_deck(case)
            again = calculate_deck(case, frame_only=True)
            made = plan(case)
        self.assertEqual(frame.found.checks, alone[1].found.checks)
        self.assertEqual(again.found.checks, frame.found.checks)
        self.assertEqual(whole.found.checks, alone[0].found.checks)
        self.assertEqual(whole.found.not_covered, alone[0].found.not_covered)
        self.assertEqual(made, alone[2])

    def test_in_one_search_every_deck_is_what_it_is_alone(self) -> None:
        """Frames, beams, joists and posts are shared between decks alike in what each of them reads: whatever is changed."""
        rng = random.Random(12)
        for school in SCHOOLS:
            decks = [case for _, case in kind_cases("deck", school)]
            rng.shuffle(decks)
            rows: list[DesignInput] = []
            for first in decks[: many(10)]:
                changed = [dict(change) for _, change in itertools.islice(changes(first), 60)]
                for change in rng.sample(changed, min(len(changed), 4)):
                    rows.append(first.of(replace(first.spec, **change)))
                spec = first.spec
                assert isinstance(spec, DeckSpec)
                own = BeamLine(id="beam-1", plies=min(5, spec.plies + 1))
                for odd in (
                    {"pins": (Pin(id="beam-1-1", at_m=0.7),)},
                    {"beam_lines": (own,)},
                    {"seat": "flush"},
                    {"upright": "knee braces"},
                    {"upright": "fixed posts", "attach": "free"},
                    {"footing_shape": "square", "wet": not spec.wet},
                    {"live_pa": 4000.0},
                    {"joists_over": "spliced" if spec.joists_over == "unbroken" else "unbroken"},
                ):
                    rows.append(first.of(replace(spec, **odd)))
                rows.append(replace(first, site=replace(first.site, frost_m=1.3, soil="clay")))
                rows.append(first)
            rng.shuffle(rows)
            with search_cache_scope():
                shared = [told(case) for case in rows]
            self.assertEqual(shared, [told(case) for case in rows], school)
            self.assertGreater(sum(isinstance(one, tuple) for one in shared), len(rows) // 2)

    def test_every_choice_is_what_planning_it_alone_gives(self) -> None:
        job = self.deck()
        case = case_of(job, "d")
        for row in choose(job, "d")[::9]:
            made = plan(case.of(replace(case.spec, **dict(row.change))))
            if row.whole == "pass":
                self.assertFalse(
                    [c for c in made.checks if c.counts and c.key.startswith(("Joist", "Beam")) and c.use > 1]
                )

    def test_a_surface_of_corners_is_theirs(self) -> None:
        rng = random.Random(8)
        ring = ((0.0, 0.0), (4.0, 0.0), (4.0, 3.0), (0.0, 3.0))
        heights = tuple(rng.uniform(0, 1) for _ in ring)
        for corner, height in zip(ring, heights, strict=True):
            self.assertAlmostEqual(height_at(ring, heights, corner), height, 12)
        self.assertAlmostEqual(height_at(ring, heights, (2.0, 1.5)), sum(heights) / 4, 12)
        # A plane through three corners of an L is the plane itself.
        bent = ((0.0, 0.0), (4.0, 0.0), (4.0, 2.0), (2.0, 2.0), (2.0, 3.0), (0.0, 3.0))
        level = tuple(0.5 + 0.1 * x - 0.05 * y for x, y in bent)
        self.assertAlmostEqual(height_at(bent, level, (1.0, 1.0)), 0.5 + 0.1 - 0.05, 12)


@tag("broad")
class LookingTest(unittest.TestCase):
    """What a search tells on its way ends in what it finds."""

    def fence(self) -> JobDocument:
        return JobDocument(name="f", site=site(), structures=(Structure(name="Fence", spec=fence()),))

    def test_rows_are_laid_from_their_place_on(self) -> None:
        told = [
            Looked(planned=1, rows=("a", "b")),
            Looked(planned=2, at=1, rows=("c",)),
            Looked(planned=3, at=2, rows=("d",)),
        ]
        self.assertEqual(all_rows(told), ("a", "c", "d"))

    def test_choices_come_one_by_one_and_options_never_get_dearer(self) -> None:
        job = self.fence()
        told = list(look_for_choices(job, job.structures[0].spec.id))
        self.assertEqual([one.at for one in told], list(range(len(told))))
        cheapest = [one.rows[0].price for one in find_fixes(job, job.structures[0].spec.id) if one.rows]
        self.assertEqual(cheapest, sorted(cheapest, reverse=True))

    def test_shared_out_or_one_after_another_it_finds_the_same(self) -> None:
        job = self.fence()
        name = job.structures[0].spec.id
        alone = suggested_fixes.options(job, name)
        backward = all_rows(find_fixes(job, name, lambda work, items: list(map(work, items[::-1]))[::-1]))
        self.assertEqual(backward, alone)

    def test_what_is_refused_early_would_have_been_refused_late(self) -> None:
        job = self.fence()
        name = job.structures[0].spec.id
        early = suggested_fixes.options(job, name)
        with (
            patch.object(suggested_fixes, "fails", return_value=False),
            patch.object(suggested_fixes, "_missed", wraps=suggested_fixes._missed),
        ):
            late = suggested_fixes.options(job, name)
        self.assertEqual(early, late)

    def test_its_ceiling_is_said(self) -> None:
        job = self.fence()
        with patch.object(suggested_fixes, "MOST_PLANS", 5):
            told = list(find_fixes(job, job.structures[0].spec.id))
        self.assertEqual((told[-1].planned, told[-1].says), (5, search.ceiling()))


@tag("broad")
class PulledTest(unittest.TestCase):
    """A post pulled along its line, or a beam under its deck, with what was calculated at the place before kept at hand."""

    def test_at_every_place_it_is_what_it_is_alone(self) -> None:
        rng, seen = random.Random(7), 0
        for key in ("fence", "deck"):
            for school in SCHOOLS:
                for _, where in itertools.islice(kind_cases(key, school), 3):
                    memo = SearchCache(most=1)
                    try:
                        handles = [one for one in plan(where).handles if one.holds]
                    except InvalidInputError:
                        continue
                    for handle in rng.sample(handles, min(2, len(handles))):
                        for _ in range(4):
                            to_m = handle.station_m + rng.uniform(-0.5, 0.5)
                            try:
                                moved = where.of(kind_of(where.spec).move(where.spec, handle, to_m))
                                alone = plan(moved)
                            except InvalidInputError:
                                continue
                            with search_cache_scope(memo):
                                self.assertEqual(plan(moved), alone, f"{key} in {school}: {handle.id} to {to_m}")
                            seen += 1
        self.assertGreater(seen, 60)

    def test_a_gate_and_an_arch_beside_it_too(self) -> None:
        """Posts of gates bring what hangs on them: pulled past a leaf, each is calculated from its own."""
        leaf = LeafDesign(front_grade=0.02, hinge_rating_n=4000)
        openings = tuple(
            GateOpening(id=f"g{k}", at_m=at * FT, clear_m=42 * IN, leaf=leaf, arch=arch)
            for k, (at, arch) in enumerate(((10.0, None), (26.0, Arch()), (44.0, None)))
        )
        spec, memo, seen = fence(60, openings=openings), SearchCache(most=1), 0
        where = case(spec, site(length_ft=60))
        for handle in [one for one in plan(where).handles if one.field == "locks/+"]:
            for by_m in (-0.3, 0.2):
                try:
                    moved = where.of(FENCE.move(spec, handle, handle.station_m + by_m))
                    alone = plan(moved)
                except InvalidInputError:
                    continue
                with search_cache_scope(memo):
                    self.assertEqual(plan(moved), alone)
                seen += 1
        self.assertGreaterEqual(seen, 8)

    def test_posts_under_unlike_leaves_are_not_alike(self) -> None:
        """Two gates alike but for what hangs on one: each hinge post is what it is where both leaves are like its own."""
        light = LeafDesign(front_grade=0.02, hinge_rating_n=4000)
        heavy = replace(light, hardware_kg=120.0)
        wide = (42 + 5.5) / 12

        def on_posts(*leaves: LeafDesign) -> list[list[tuple[str, str, float]]]:
            openings = tuple(
                GateOpening(id=f"g{k}", at_m=at * FT, clear_m=42 * IN, leaf=leaf)
                for k, (at, leaf) in enumerate(zip((24.0, 48.0 + wide), leaves, strict=True))
            )
            calm = site(length_ft=80, wind_speed_m_per_s=0.0)  # alike bays, everywhere the least push of the code
            checks = plan(case(fence(72 + 2 * wide, openings=openings), calm)).checks
            return [
                sorted((c.key, c.case, round(c.use, 9)) for c in checks if c.about == f"f/post/g{k}-a") for k in (0, 1)
            ]

        both_light, both_heavy, mixed = on_posts(light, light), on_posts(heavy, heavy), on_posts(light, heavy)
        self.assertNotEqual(both_light, both_heavy)
        self.assertEqual(mixed, [both_light[0], both_heavy[1]])

    def test_however_long_the_pull_what_is_kept_stays_small(self) -> None:
        spec, memo = fence(40), SearchCache(most=1)
        where = case(spec, site(length_ft=40))
        handle = next(one for one in plan(where).handles if one.field == "locks/+")
        posts = len(plan(where).marks)
        with search_cache_scope(memo):
            for step in range(200):
                plan(where.of(FENCE.move(spec, handle, handle.station_m + 0.0017 * step)))
        kept = [one for by_key in memo.kept.values() for one in by_key.values() if isinstance(one, FixedFindings)]
        self.assertEqual(len(kept), 1)
        alike = kept[0].alike
        self.assertLess(max(map(len, (alike.posts, alike.rails, alike.holds))), 200 + 4 * posts)


if __name__ == "__main__":
    unittest.main()
