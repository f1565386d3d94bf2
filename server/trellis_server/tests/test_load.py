"""Many clients at once on the real server, each thinking between its acts: no error, and memory that does not grow.

Drags, saves, lists, phones' readings, searches and job packs. How long answers took is printed, never asserted: a loaded
machine is no fault.
The whole of it, 64 clients for two minutes, is the long lane's; the usual run is a short one. TRELLIS_LOAD=64x120 asks for it.
"""

import collections
import os
import random
import statistics
import threading
import time
import urllib.error
import uuid
from pathlib import Path
from typing import Any

from django.test import tag
from tests.lane import LONG

from trellis_server.tests.make import small_job
from trellis_server.tests.served import PASSWORD, Phone, ServedCase

CLIENTS, SECONDS = (int(part) for part in os.environ.get("TRELLIS_LOAD", "64x120" if LONG else "8x20").split("x"))
THINKS_S = (1.0, 3.0)
ACTS = {"drag": 30, "save": 20, "list": 10, "jobs": 10, "reading": 10, "search": 5, "pack": 1}
"""How often each is done against the others: a pack is printed once in a while [our own guess of a day's work]."""
WAITING = "wait a minute"
MOST_GROWN = 1.6
"""A worker's memory after the first round, against its memory at the end."""
MOST_MB = 150.0


class Client:
    """One person at a page or a phone, with a job of their own."""

    def __init__(self, base: str, number: int) -> None:
        self.phone, self.rng = Phone(base), random.Random(number)
        self.phone.patiently("GET", "/")
        self.phone.patiently("POST", "/api/session", {"name": f"c{number}", "password": PASSWORD})
        self.state = self.phone.patiently("POST", "/api/jobs", {"document": small_job(f"load {number}")})
        body = {"document": self.state["document"], "structure": "windbreak"}
        sheet = self.phone.patiently("POST", "/api/designs/plan", body)
        self.handle = next(item for item in sheet["handles"] if item["holds"])
        self.key, self.number = str(uuid.UUID(int=self.rng.getrandbits(128), version=4)), 0

    @property
    def at(self) -> str:
        return f"/api/jobs/{self.state['id']}"

    def drag(self) -> None:
        """A moment of a pull, as a page asks for it: where the post is now, and what that changes."""
        moving = {"handle": self.handle, "to_m": self.handle["station_m"] + self.rng.uniform(-0.1, 0.1)}
        pull = {"key": self.key, "structure": "windbreak", "moving": moving, "after": self.number}
        told = self.phone.call("POST", "/api/designs/drag", pull)
        if not told["held"]:
            told = self.phone.call("POST", "/api/designs/drag", pull | {"document": self.state["document"], "after": 0})
        self.number = told["number"]

    def save(self) -> None:
        """What was pulled is kept."""
        self.state["document"]["structures"][0]["spec"]["bay_max_m"] = round(self.rng.uniform(1.8, 2.4), 3)
        body = {"base": self.state["revision"], "document": self.state["document"], "says": "a bay"}
        self.state = self.phone.call("PUT", self.at, body)

    def list(self) -> None:
        """The whole list with its prices."""
        self.phone.call("POST", "/api/designs/job-takeoff", {"document": self.state["document"]})

    def jobs(self) -> None:
        """The crew's jobs."""
        self.phone.call("GET", "/api/jobs")

    def reading(self) -> None:
        """A post ticked on site."""
        row = {
            "id": str(uuid.UUID(int=self.rng.getrandbits(128), version=4)),
            "about": "windbreak/post/start",
            "what": "set",
            "value_m": None,
            "done": True,
            "note": "",
            "device": "load",
            "measured_at": "2026-06-01T08:00:00Z",
        }
        self.phone.call("POST", f"{self.at}/readings", {"readings": [row]})

    def search(self) -> None:
        """What could be chosen; where too much is looked for already, it is asked again later."""
        body = {"document": self.state["document"], "structure": "windbreak", "selected": ""}
        try:
            self.phone.call("POST", "/api/designs/member-options", body)
        except urllib.error.HTTPError as refused:
            if refused.code != 503:
                raise

    def pack(self) -> None:
        """The job pack, ordered and asked after once; where too many wait already, it is put off in words."""
        try:
            order = self.phone.call("POST", f"{self.at}/pack", {"paper": "letter"})["order"]
        except urllib.error.HTTPError as refused:
            if refused.code == 422 and WAITING in refused.read().decode():
                return
            raise
        self.phone.call("GET", f"{self.at}/pack/{order}")


@tag("slow")
class LoadTest(ServedCase):
    people = CLIENTS

    def memory_mb(self) -> float:
        """Of the largest worker: what is its own, and its share of what all of them were forked with."""
        sizes = [0.0]
        for pid in self.workers():
            for line in Path(f"/proc/{pid}/smaps_rollup").read_text().splitlines():
                if line.startswith("Pss:"):
                    sizes.append(int(line.split()[1]) / 1024)
        return max(sizes)

    def test_everybody_at_once(self) -> None:
        took: dict[str, list[float]] = collections.defaultdict(list)
        faults: list[str] = []
        ready = threading.Barrier(CLIENTS + 1)
        stop = threading.Event()

        def work(number: int) -> None:
            try:
                client = Client(f"http://127.0.0.1:{self.port}", number)
            except Exception as error:
                faults.append(f"client {number} never came in: {error!r}")
                ready.wait(600)
                return
            ready.wait(600)
            while not stop.wait(client.rng.uniform(*THINKS_S)):
                (act,) = client.rng.choices(list(ACTS), list(ACTS.values()))
                begun = time.perf_counter()
                try:
                    getattr(client, act)()
                except Exception as error:
                    faults.append(f"{act}: {error!r}")
                took[act].append(time.perf_counter() - begun)

        threads = [threading.Thread(target=work, args=(number,)) for number in range(CLIENTS)]
        for thread in threads:
            thread.start()
        ready.wait(600)
        stop.wait(SECONDS / 4)
        first = self.memory_mb()
        stop.wait(SECONDS * 3 / 4)
        last = self.memory_mb()
        stop.set()
        for thread in threads:
            thread.join(60)
        self.assertEqual(faults[:5], [])
        self.assertLess(last, MOST_GROWN * first)
        self.assertLess(last, MOST_MB)
        self.told(took, first, last)

    def told(self, took: dict[str, list[float]], first: float, last: float) -> None:
        """How long each act took, for whoever reads the run."""
        rows = []
        for act, times in sorted(took.items()):
            twentieths: list[Any] = statistics.quantiles(times, n=20) if len(times) > 1 else [times[0]] * 19
            rows.append(
                f"{act} {len(times)}: half under {statistics.median(times):.2f} s, 95 % under {twentieths[18]:.2f} s"
            )
        print(f"\n{CLIENTS} clients for {SECONDS} s: {'; '.join(rows)}; a worker {first:.0f} MB, then {last:.0f} MB")
