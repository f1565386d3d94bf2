"""Searches beside the worker: what they find is what the core finds, and they end when nobody listens."""

import gc
import json
import os
import pickle
import resource
import signal
import socket
import time
from dataclasses import replace
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.test import TestCase, tag
from pydantic_core import to_json
from steady.errors import InvalidInputError
from steady.jobs import search as looking
from steady.jobs import suggested_fixes
from steady.jobs.member_options import choose
from steady.jobs.wind_upgrades import steps_up

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.demo.quillet import quillet_plots
from trellis_server.search_worker import cache, child, client
from trellis_server.search_worker.client import found, search
from trellis_server.search_worker.parallel_map import shared_map
from trellis_server.search_worker.stopped import Stopped
from trellis_server.services import background_jobs, documents
from trellis_server.tests.make import Caller, person


def _refused(number: int) -> int:
    raise InvalidInputError("spacing_m", "must be above 0")


def _over(item: int) -> float:
    return 1 / item


def _out_of_time(item: int) -> None:
    raise child._OutOfTime


def plain(rows: Any) -> Any:
    return json.loads(to_json(rows))


def beside() -> list[int]:
    """Processes of this test that look for things: the one that waits for orders first, then its children and theirs."""
    parents, mine = {}, [os.getpid()]
    for path in Path("/proc").glob("[0-9]*/stat"):
        try:
            if b"trellis_server.search_worker" in (path.parent / "cmdline").read_bytes():
                parents[int(path.parent.name)] = int(path.read_text().rsplit(")", 1)[1].split()[1])
        except (OSError, IndexError):
            continue
    for pid in mine:
        mine += [child for child, parent in parents.items() if parent == pid]
    return mine[1:]


def children() -> list[int]:
    """Searches under way."""
    return beside()[1:]


class SearcherTest(TestCase):
    def setUp(self) -> None:
        self.job = larkspur_rise()
        cache.forget()

    def gone(self) -> None:
        for _ in range(200):
            if not children():
                return
            time.sleep(0.05)
        self.fail("a search goes on that nobody listens to")

    @tag("slow")
    def test_each_finds_what_the_core_finds(self) -> None:
        job = self.job
        self.assertEqual(found("choices", job, "path-pergola"), plain(choose(job, "path-pergola")))
        self.assertEqual(found("options", job, "path-pergola"), plain(suggested_fixes.options(job, "path-pergola")))
        self.assertEqual(found("steps-up", job, "garden-gate"), plain(steps_up(job, "garden-gate")))
        self.gone()

    def test_it_tells_what_it_found_before_it_has_looked_at_all(self) -> None:
        told = list(search("options", quillet_plots(), "hen-run"))
        useful = next(k for k, one in enumerate(told) if one["rows"])
        self.assertLess(told[useful]["planned"], told[-1]["planned"] / 2)
        self.assertEqual(told[-1]["says"], "")

    def test_given_up_it_ends(self) -> None:
        lines = search("options", quillet_plots(), "goose-pen")
        next(lines)
        self.assertTrue(children())
        lines.close()
        self.gone()

    def test_more_than_may_look_at_once_wait_their_turn_and_more_than_may_wait_are_told(self) -> None:
        many = [search("options", quillet_plots(), "goose-pen") for _ in range(client.MOST_WAITING)]
        first = [next(lines) for lines in many]
        self.assertTrue(any(told.get("waiting") for told in first))
        with self.assertRaises(Stopped):
            next(search("options", self.job, "path-pergola"))
        for lines in many:
            lines.close()
        self.gone()
        self.assertTrue(found("choices", self.job, "path-pergola"))

    def test_a_search_and_the_process_beside_us_may_die(self) -> None:
        lines = search("options", quillet_plots(), "goose-pen")
        next(lines)
        for pid in children():
            os.kill(pid, signal.SIGKILL)
        with self.assertRaises(Stopped):
            list(lines)
        for pid in beside():
            os.kill(pid, signal.SIGKILL)
        time.sleep(0.2)
        self.assertTrue(found("choices", self.job, "path-pergola"))

    def test_one_that_says_nothing_or_half_a_line_is_told_in_words(self) -> None:
        for says, patience_s in ((b"", 5.0), (b'{"planned": 3, "ro', 5.0), (b"no json\n", 5.0), (None, 0.05)):
            ours, theirs = socket.socketpair()
            self.addCleanup(theirs.close)
            if says is not None:
                theirs.sendall(says)
                theirs.shutdown(socket.SHUT_WR)
            with (
                self.subTest(says),
                patch.object(client, "_pipe", return_value=ours),
                patch.object(client, "SILENT_S", patience_s),
                patch.object(client, "log"),
                self.assertRaises(Stopped),
            ):
                list(search("options", self.job, "path-pergola"))

    def test_a_list_is_shared_out_in_its_order_and_what_goes_wrong_is_raised_in_its_turn(self) -> None:
        items = list(range(30))
        self.assertEqual(list(shared_map(str, items)), [str(item) for item in items])
        self.assertEqual(list(shared_map(str, items[:3])), ["0", "1", "2"])
        seen = []
        with self.assertRaises(ZeroDivisionError):
            for answer in shared_map(_over, [*items[1:20], 0, *items[20:]]):
                seen.append(answer)
        self.assertEqual(len(seen), 19)

    def test_what_a_hand_refuses_names_its_field_where_it_is_waited_for(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            list(shared_map(_refused, list(range(20))))
        self.assertEqual((refused.exception.field, refused.exception.message), ("spacing_m", "must be above 0"))

    def test_a_minute_of_a_core_is_said_wherever_it_was_used_up(self) -> None:
        def slow(*asked: object) -> Any:
            yield looking.Looked(planned=7, rows=("one",))
            yield from shared_map(_out_of_time, list(range(20)))

        ours, theirs = socket.socketpair()
        order = child.Order(
            what="slow", job=self.job, structure="windbreak", more={}, places=str(background_jobs.folder())
        )
        with ours.makefile("rwb") as file:
            pickle.dump(order, file)
            file.flush()
            with (
                patch.dict(child.SEARCHES, {"slow": slow}),
                patch.object(resource, "setrlimit"),
                patch.object(child, "give_way"),  # this process goes on, at its own pace
                patch.object(signal, "signal"),
            ):
                child.carry_out(theirs)
            theirs.close()
            told = [json.loads(line) for line in file]
        self.assertEqual((told[-1]["planned"], told[-1]["at"]), (7, 1))
        self.assertIn("stopped after 60 s", told[-1]["says"])

    def test_what_is_malformed_is_refused_as_by_the_core(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            found("options", self.job, "no such thing")
        self.assertIn("no such thing", refused.exception.message)

    def test_it_stops_at_its_ceiling_and_says_so(self) -> None:
        with patch.object(suggested_fixes, "MOST_PLANS", 20):
            told = list(suggested_fixes.find_fixes(quillet_plots(), "hen-run"))
        self.assertEqual((told[-1].planned, told[-1].says), (20, looking.ceiling()))
        self.assertIn("2,000 plans", looking.ceiling())


class RememberedTest(TestCase):
    """What was found once is told again without being looked for: in the same words, of the same job alone."""

    def setUp(self) -> None:
        cache.forget()
        self.addCleanup(cache.forget)
        self.job = larkspur_rise()

    def again(self, *asked: Any, **more: Any) -> list[Any]:
        """The same asked anew, of a job made anew, with nobody there to look for it."""
        with patch.object(client, "_pipe", side_effect=AssertionError("it was looked for again")):
            return list(search(*asked, **more))

    def test_the_same_is_told_at_once_and_what_changed_is_looked_for(self) -> None:
        first = list(search("choices", self.job, "path-pergola"))
        self.assertEqual(self.again("choices", larkspur_rise(), "path-pergola"), first)
        for other in (replace(self.job, school="ca"), replace(self.job, name="another")):
            with self.assertRaises(AssertionError):
                self.again("choices", other, "path-pergola")
        with self.assertRaises(AssertionError):
            self.again("options", self.job, "path-pergola")

    def test_whose_name_it_carries_and_which_way_it_is_belong_to_what_is_asked(self) -> None:
        one = list(search("start", self.job, "windbreak", which="cheapest", name="", habit=None))
        # The answer: where every place was taken, the first of them told first that it waited.
        told = self.again("start", self.job, "windbreak", which="cheapest", name="", habit=None)
        self.assertEqual(told[-1], one[-1])
        for more in ({"which": "as it is", "name": ""}, {"which": "cheapest", "name": "Ash"}):
            with self.assertRaises(AssertionError):
                self.again("start", self.job, "windbreak", habit=None, **more)

    def test_what_did_not_come_to_its_end_is_looked_for_again(self) -> None:
        lines = search("options", quillet_plots(), "goose-pen")
        next(lines)
        lines.close()
        with self.assertRaises(AssertionError):
            self.again("options", quillet_plots(), "goose-pen")

    def test_no_more_is_kept_than_there_is_room_for_the_oldest_goes_first(self) -> None:
        with patch.object(cache, "MOST_BYTES", 10):
            for k in range(4):
                cache.keep(bytes([k]), [b"1234"])
            cache.lines(bytes([2]))
            cache.keep(b"5", [b"1234"])
            self.assertEqual([cache.lines(bytes([k])) is None for k in range(4)], [True, True, False, True])
            cache.keep(b"big", [b"12345678901"])
            self.assertIsNone(cache.lines(b"big"))


class LinesTest(TestCase):
    def lines(self, caller: Caller, what: str, body: dict[str, Any]) -> Any:
        return caller.client.post(
            f"/api/designs/{what}", json.dumps(body), "application/json", headers={"Accept": "application/x-ndjson"}
        )

    def test_over_the_api_line_by_line_or_whole(self) -> None:
        caller = Caller(person("ash"))
        body = {"document": documents.dump(larkspur_rise()), "structure": "path-pergola", "selected": ""}
        whole = caller.send("POST", "/api/designs/member-options", body).json()["choices"]
        cache.forget()
        answer = self.lines(caller, "member-options", body)
        self.assertEqual(answer.headers["Content-Type"], "application/x-ndjson")
        rows: list[Any] = []
        for line in b"".join(answer.streaming_content).splitlines():
            told = json.loads(line)
            rows[told["at"] :] = told["rows"]
        self.assertEqual(rows, whole)
        refused = self.lines(caller, "member-options", body | {"structure": "nothing"})
        self.assertEqual(refused.status_code, 422)

    def test_whoever_goes_away_ends_it(self) -> None:
        caller = Caller(person("ash"))
        body = {"document": documents.dump(quillet_plots()), "structure": "goose-pen", "selected": ""}
        answer = self.lines(caller, "fixes", body)
        next(iter(answer.streaming_content))
        answer.close()
        del answer
        gc.collect()
        for _ in range(200):
            if not children():
                return
            time.sleep(0.05)
        self.fail("a search goes on that nobody listens to")
