"""Saved jobs survive upgrades; commands of the house; the merge by itself."""

import io
import json
import tempfile
from contextlib import redirect_stderr, redirect_stdout
from dataclasses import replace
from datetime import date
from pathlib import Path
from typing import Any

from django.contrib.auth import authenticate, get_user_model
from django.core.management import call_command
from django.core.management.base import CommandError
from django.test import SimpleTestCase, TestCase, tag
from hypothesis import given, settings
from hypothesis import strategies as st
from steady.errors import InvalidInputError
from steady.jobs.client_quote import offer
from steady.jobs.document import FORMAT, plan_structure
from steady.jobs.estimate import hours
from steady.jobs.job_schedule import calendar
from steady.jobs.job_takeoff import job_list
from steady.plan.results import buildable
from steady.plan.results import state as verdict_state
from steady.structures.registry import kind_of

from trellis_server.demo.jobs import all_jobs
from trellis_server.models import Job, Revision, SiteReading
from trellis_server.plan_file import main
from trellis_server.services import documents
from trellis_server.services.jobs import Saving, of_crews, save, state
from trellis_server.services.merge import merge
from trellis_server.tests.make import small_job

KEPT = Path(__file__).parent / "kept"
TODAY = date(2026, 11, 27)


def lost(kept: Any, written: Any, path: str = "") -> list[str]:
    """Paths at which a kept document and what is written of it differ; a field that is new since stands at its default."""
    if isinstance(kept, dict) and isinstance(written, dict):
        return [found for name in kept for found in lost(kept[name], written.get(name), f"{path}/{name}")]
    if isinstance(kept, list) and isinstance(written, list) and len(kept) == len(written):
        return [found for k, item in enumerate(kept) for found in lost(item, written[k], f"{path}/{k}")]
    return [] if kept == written else [path]


class KeptJobsTest(SimpleTestCase):
    def test_a_saved_job_of_every_format_still_opens_and_plans(self) -> None:
        """A file is added here whenever the format changes, and none is ever taken away."""
        formats = set()
        for path in sorted(KEPT.glob("job-format-*.json")):
            body = json.loads(path.read_text(encoding="utf-8"))
            formats.add(body["format"])
            job = documents.load(body)
            for structure in job.structures:
                self.assertGreaterEqual(len(plan_structure(job, structure.spec.id).marks), 2)
        self.assertEqual(formats, set(range(1, FORMAT + 1)))

    def test_a_look_that_was_approved_stays_approved(self) -> None:
        """A look's fingerprint is kept with the job: a field added to what makes a look would ask every client again."""
        approved = 0
        for path in sorted(KEPT.glob("job-format-*.json")):
            job = documents.load(json.loads(path.read_text(encoding="utf-8")))
            for structure in job.structures:
                if getattr(structure.spec, "look", None) is not None:
                    approved += 1
                    approval = kind_of(structure.spec).approval(structure.spec, job.reading.tape())
                    assert approval is not None
                    self.assertEqual(approval.held, "", path.name)
        self.assertGreater(approved, 2)

    def test_prices_of_before_one_wage_stay_what_they_were(self) -> None:
        """Format 9 priced between a low and a high rate: labour 0.75 to 1.25 of the hours, materials 5 % either way."""
        body = json.loads((KEPT / "job-format-9.json").read_text(encoding="utf-8"))
        for level, markup, low, high in ((1.0, 0.0, 40.0, 60.0), (0.5, 0.2, 35.0, 55.0), (1.0, 0.35, 50.0, 50.0)):
            old = json.loads(json.dumps(body))
            old["offer"] |= {"level_ratio": level, "markup_ratio": markup, "round_to": 0.01, "options": []}
            old["quote"] |= {"hour_low": low, "hour_high": high, "material_band_ratio": 0.05}
            old["quote"] |= {"delivery_price": 85.0, "least_charge": 0.0}
            job = documents.load(old)
            found = job_list(replace(job, came=()))
            person_h = sum(hours(plan_structure(job, one.spec.id), job.quote) for one in job.structures)
            labour = person_h * (0.75 * low + level * (1.25 * high - 0.75 * low))
            band = 1 + 0.05 * (2 * level - 1)
            more = sum(line.price for line in offer(job, TODAY).options[0].lines if not line.structure)
            was = (found.bill.total * band + labour) * (1 + markup) + more
            self.assertAlmostEqual(offer(job, TODAY).options[0].net, was, delta=0.002 * was)
            delivery = next(line.price for line in offer(job, TODAY).options[0].lines if line.says == "Delivery")
            self.assertAlmostEqual(delivery, 85.0 * (1 + markup), delta=0.02)

    def test_today_s_format_goes_round_exactly(self) -> None:
        body = json.loads((KEPT / f"job-format-{FORMAT}.json").read_text(encoding="utf-8"))
        written = documents.dump(documents.load(body))
        self.assertEqual(lost(body, written), [])
        self.assertEqual(documents.dump(documents.load(written)), written)

    def test_a_document_that_does_not_read_names_its_field(self) -> None:
        broken = small_job()
        broken["structures"][0]["spec"]["height_m"] = "tall"
        with self.assertRaises(InvalidInputError) as caught:
            documents.load(broken)
        self.assertIn("height_m", caught.exception.field)


class MergeTest(SimpleTestCase):
    def test_only_one_side_changed(self) -> None:
        self.assertEqual(merge({"a": 1, "b": 2}, {"a": 5, "b": 2}, {"a": 1, "b": 7}), ({"a": 5, "b": 7}, []))

    def test_lists_merge_member_by_member(self) -> None:
        base = [{"id": "a", "x": 1}, {"id": "b", "x": 1}]
        mine = [{"id": "a", "x": 2}, {"id": "b", "x": 1}, {"id": "mine", "x": 0}]
        theirs = [{"id": "b", "x": 3}, {"id": "a", "x": 1}, {"id": "theirs", "x": 0}]
        merged, clashes = merge(base, mine, theirs)
        self.assertEqual(clashes, [])
        self.assertEqual({item["id"]: item["x"] for item in merged}, {"a": 2, "b": 3, "mine": 0, "theirs": 0})

    def test_taken_away_by_one_changed_by_the_other_is_a_clash(self) -> None:
        base = {"zones": [{"id": "z", "at_m": 1.0}]}
        merged, [clash] = merge(base, {"zones": []}, {"zones": [{"id": "z", "at_m": 2.0}]})
        self.assertEqual((clash.path, clash.mine), ("zones/z", None))
        self.assertEqual(merged, {"zones": [{"id": "z", "at_m": 2.0}]})

    def test_both_changed_one_number(self) -> None:
        _, [clash] = merge({"h": 1}, {"h": 2}, {"h": 3})
        self.assertEqual((clash.path, clash.base, clash.mine, clash.theirs), ("h", 1, 2, 3))

    VALUES = st.recursive(
        st.integers(0, 3) | st.text("ab", max_size=2),
        lambda inner: st.dictionaries(st.sampled_from("pqr"), inner, max_size=3) | st.lists(inner, max_size=2),
        max_leaves=8,
    )

    @tag("slow")
    @given(VALUES, VALUES)
    @settings(max_examples=200)
    def test_a_side_that_changed_nothing_never_clashes(self, base: object, other: object) -> None:
        self.assertEqual(merge(base, other, base), (other, []))
        self.assertEqual(merge(base, base, other), (other, []))
        self.assertEqual(merge(base, other, other), (other, []))

    @given(VALUES, VALUES, VALUES)
    @settings(max_examples=200)
    def test_swapping_sides_finds_the_same_clashes(self, base: object, a: object, b: object) -> None:
        self.assertEqual({c.path for c in merge(base, a, b)[1]}, {c.path for c in merge(base, b, a)[1]})


class DemoTest(TestCase):
    def load(self, **options: bool) -> None:
        call_command("load_demo", **options)

    def test_its_bookings_fit_its_calendar(self) -> None:
        for job in all_jobs():
            self.assertEqual(calendar(job, date(2026, 11, 30)).amiss, (), job.name)

    def test_run_again_it_keeps_what_the_user_did_and_reset_starts_over(self) -> None:
        self.load()
        person = get_user_model().objects.get(username="demo")
        self.assertFalse(person.has_usable_password())
        job = of_crews(person).filter(thrown_away_at=None)[0]
        document = state(job).document
        changed = documents.dump(document) | {"name": "My own name"}
        save(person, job.pk, Saving(1, documents.load(changed), "renamed"))
        self.load()
        names = {job.name for job in all_jobs()}
        self.assertEqual({job.name for job in Job.objects.all()}, names - {"Larkspur Rise"} | {"My own name"})
        self.load(reset=True)
        self.assertEqual({job.name for job in Job.objects.all()}, names)
        self.assertEqual(Revision.objects.count(), len(names))
        self.assertGreater(SiteReading.objects.count(), 5)

    def test_demo_jobs_pass_as_calculated(self) -> None:
        for job in all_jobs():
            for structure in job.structures:
                plan = plan_structure(job, structure.spec.id)
                self.assertEqual(plan.conflicts, ())
                self.assertTrue(buildable(plan), structure.name)
                self.assertNotIn(verdict_state(plan), ("fail", "conflict"), structure.name)

    def test_people_are_added_and_weak_passwords_refused(self) -> None:
        import sys

        real = sys.stdin
        self.addCleanup(setattr, sys, "stdin", real)
        sys.stdin = io.StringIO("short\n")
        with self.assertRaises(CommandError):
            call_command("add_user", "ash", "--stdin")
        sys.stdin = io.StringIO("a long enough one\n")
        call_command("add_user", "ash", "--stdin", "--crew", "Ash and Elm", stdout=io.StringIO())
        person = authenticate(username="ash", password="a long enough one")
        assert person is not None
        self.assertEqual(person.crews.get().name, "Ash and Elm")


class PlanFileTest(SimpleTestCase):
    def run_it(self, *words: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with redirect_stdout(out), redirect_stderr(err):
            code = main(list(words))
        return code, out.getvalue(), err.getvalue()

    def test_it_prints_a_table_or_the_whole_plan(self) -> None:
        path = str(KEPT / "job-format-1.json")
        code, out, _ = self.run_it(path)
        self.assertEqual(code, 0)
        self.assertIn("118′ 6″", out)
        self.assertIn("from memory", out)
        code, out, _ = self.run_it(path, "windbreak", "--json")
        self.assertEqual(len(json.loads(out)["marks"]), 19)

    def test_it_refuses_plainly(self) -> None:
        self.assertEqual(self.run_it()[0], 2)
        code, _, err = self.run_it("no-such-file.json")
        self.assertEqual(code, 1)
        self.assertIn("cannot be read", err)
        with tempfile.NamedTemporaryFile("w", suffix=".json") as file:
            file.write("{}")
            file.flush()
            code, _, err = self.run_it(file.name)
        self.assertEqual(code, 1)
        self.assertIn("names no format", err)
