"""Revisions compressed and thinned: what something rests on stays, undo steps over the rest, and nobody's typing is lost by it."""

import hashlib
import json
import uuid
from datetime import timedelta
from typing import Any
from unittest import mock

from django.db import connection
from django.test import TestCase
from django.utils import timezone

from trellis_server.compressed_json import FIRST, WORDS, pack, unpack
from trellis_server.demo.jobs import larkspur_rise
from trellis_server.models import Inspection, Job, Revision, SiteReading
from trellis_server.services import documents, revision_retention
from trellis_server.services.clock import believed
from trellis_server.tests.make import Caller, person, small_job

NOW = timezone.now()


class Thinned(TestCase):
    def setUp(self) -> None:
        self.ash = person("ash")
        self.caller = Caller(self.ash)
        self.job = Job.objects.get(pk=self.caller.new_job())

    def saved(self, count: int, ages: list[timedelta], **change: Any) -> list[Revision]:
        """So many more revisions, one for each age, each made from the one before."""
        found = []
        for k in range(count):
            document = small_job(f"Job {k}")
            document |= change
            number = self.job.revisions.count() + 1
            self.caller.send("PUT", f"/api/jobs/{self.job.pk}", {"base": number - 1, "document": document, "says": "x"})
            made = self.job.revisions.get(number=number)
            Revision.objects.filter(pk=made.pk).update(made_at=NOW - ages[k])
            found.append(made)
        self.job.refresh_from_db()
        return found

    def numbers(self) -> list[int]:
        return list(self.job.revisions.order_by("number").values_list("number", flat=True))


class ThinningTest(Thinned):
    def test_all_of_the_last_day_then_one_a_minute_an_hour_a_day(self) -> None:
        # By hand: 2 in one minute three days ago, 3 in one hour twelve days ago, 3 on one day sixty days ago, 2 an hour ago.
        old, long_ago, days = timedelta(days=60), timedelta(days=12), timedelta(days=3)
        midnight = timedelta(seconds=NOW.timestamp() % 86400)
        noon = old + midnight - timedelta(hours=12)
        hour = long_ago + timedelta(seconds=NOW.timestamp() % 3600) - timedelta(minutes=50)
        minute = days + timedelta(seconds=NOW.timestamp() % 60) - timedelta(seconds=50)
        ages = [noon + timedelta(hours=k) for k in (2, 1, 0)]
        ages += [hour + timedelta(minutes=k) for k in (20, 10, 0)]
        ages += [minute + timedelta(seconds=k) for k in (20, 0)]
        ages += [timedelta(hours=1), timedelta(minutes=59)]
        Revision.objects.filter(job=self.job).update(made_at=NOW - timedelta(days=90))
        self.saved(len(ages), ages)
        self.assertEqual(revision_retention.prune_revisions(self.job, NOW), 5)
        self.assertEqual(self.numbers(), [1, 4, 7, 9, 10, 11])
        self.assertEqual(revision_retention.prune_revisions(self.job, NOW), 0)
        # Undo goes back over what is gone, to the first.
        seen = []
        for _ in range(5):
            answer = self.caller.send("POST", f"/api/jobs/{self.job.pk}/undo", {"base": self.job.current.number})  # type: ignore[union-attr]
            self.job.refresh_from_db()
            seen.append(answer.json()["revision"])
        self.assertEqual(seen, [10, 9, 7, 4, 1])

    def test_what_something_rests_on_stays(self) -> None:
        age = timedelta(days=60) + timedelta(seconds=NOW.timestamp() % 86400) - timedelta(hours=12)
        ages = [age - timedelta(minutes=k) for k in range(8)]
        Revision.objects.filter(job=self.job).update(made_at=NOW - timedelta(days=90))
        made = self.saved(8, ages)
        reading = SiteReading.objects.create(
            id=uuid.uuid4(),
            job=self.job,
            about="windbreak/post/start",
            what="set",
            done=True,
            device="p",
            measured_at=NOW,
            counts_at=NOW,
        )
        SiteReading.objects.filter(pk=reading.pk).update(received_at=NOW - ages[1] + timedelta(seconds=5))
        looked = Inspection.objects.create(job=self.job, task="dig", by="x", on=NOW.date(), passed=True)
        Inspection.objects.filter(pk=looked.pk).update(made_at=NOW - ages[3] + timedelta(seconds=5))
        revision_retention.prune_revisions(self.job, NOW)
        self.assertEqual(self.numbers(), [1, made[1].number, made[3].number, made[7].number])

    def test_a_save_from_a_revision_that_is_gone_is_merged_and_not_lost(self) -> None:
        age = timedelta(days=60) + timedelta(seconds=NOW.timestamp() % 86400) - timedelta(hours=12)
        self.saved(5, [age - timedelta(minutes=k) for k in range(5)])
        Revision.objects.filter(job=self.job, number=1).update(made_at=NOW - timedelta(days=90))
        revision_retention.prune_revisions(self.job, NOW)
        self.assertNotIn(4, self.numbers())
        mine = small_job("Job 2")  # as it was at revision 4
        mine["place"] = "by the brook"
        answer = self.caller.send(
            "PUT", f"/api/jobs/{self.job.pk}", {"base": 4, "document": mine, "says": "typed offline"}
        )
        self.assertIn(answer.status_code, (200, 409))
        body = answer.json()
        told = body["document"] if answer.status_code == 200 else body["merged"]
        self.assertEqual(told["place"], "by the brook")
        for base in (0, 99):
            answer = self.caller.send("PUT", f"/api/jobs/{self.job.pk}", {"base": base, "document": mine, "says": "x"})
            self.assertEqual(answer.status_code, 422)

    def test_a_clock_that_was_set_far_ahead_takes_nothing_away(self) -> None:
        """By the clock all is 400 days old at once; after sixty more saves under it still nothing is taken."""
        self.saved(60, [timedelta(minutes=60 - k) for k in range(60)])
        self.assertTrue(believed(NOW))
        far = NOW + timedelta(days=400)
        self.assertFalse(believed(far))
        with mock.patch("django.utils.timezone.now", lambda: far):
            self.caller = Caller(self.ash)
            for k in range(8):
                document = small_job(f"Later {k}")
                base = self.job.revisions.count()
                self.caller.send("PUT", f"/api/jobs/{self.job.pk}", {"base": base, "document": document, "says": "x"})
            self.assertEqual(self.job.revisions.count(), 69)  # the 64th looked for what is old
            other = uuid.UUID(self.caller.new_job())
            Job.objects.filter(pk=other).update(thrown_away_at=NOW - timedelta(days=1))
            self.caller.send("DELETE", f"/api/jobs/{self.caller.new_job()}")
        self.assertTrue(Job.objects.filter(pk=other).exists())

    def test_a_quiet_week_is_no_leap(self) -> None:
        self.saved(70, [timedelta(days=6) * (k == 0) + timedelta(minutes=70 - k) for k in range(70)])
        self.assertTrue(believed(NOW))


class PackedTest(Thinned):
    def test_kept_small_and_read_as_it_was_written(self) -> None:
        document = self.job.current.document  # type: ignore[union-attr]
        with connection.cursor() as at:
            at.execute("SELECT document FROM trellis_revision")
            [kept] = at.fetchone()
        self.assertEqual(unpack(kept), document)
        self.assertLess(len(kept), len(json.dumps(document)) / 8)
        # 5,000 saves of the demo's largest job lie under 15 MB, the words it was packed by changed throughout.
        large = documents.dump(larkspur_rise())
        other = json.loads(json.dumps(large).replace("Larkspur", "Meadow").replace("12", "13").replace("pine", "cedar"))
        self.assertLess(5000 * len(pack(other)), 15e6)

    def test_the_words_that_it_is_packed_by_never_change(self) -> None:
        """What was packed by other words could not be read any more."""
        self.assertEqual(hashlib.sha256(WORDS[FIRST]).hexdigest()[:16], "c862111cfb32cf7a")

    def test_what_an_older_program_wrote_as_text_is_read(self) -> None:
        with connection.cursor() as at:
            at.execute("UPDATE trellis_revision SET document = %s", [json.dumps(small_job("Written before"))])
        answer = self.caller.send("GET", f"/api/jobs/{self.job.pk}").json()
        self.assertEqual(answer["document"]["name"], "Written before")
        self.assertEqual(unpack(pack({"ü": [1, None, "″"]})), {"ü": [1, None, "″"]})
