"""Places that processes share: no more work at once than there are, the next begins when one ends or dies, and gives way."""

import os
import signal
import subprocess
import sys
import tempfile
import threading
import time
import unittest
from pathlib import Path
from unittest import mock

from django.conf import settings

from trellis_server.process_slots import a_place, beside
from trellis_server.tests.holding import holder

HOLDER = """
from pathlib import Path
from trellis_server.process_slots import a_place
with a_place(Path({folder!r}), "place", {many}, waits=lambda: None, again_s=0.01):
    print("held", flush=True)
    time.sleep(60)
"""
GIVES_WAY = """
import os, sys
sys.path[:0] = [{server!r}]
from trellis_server.process_slots import give_way
give_way(7)
print(os.nice(0), os.sched_getscheduler(0) == getattr(os, "SCHED_IDLE", -1), flush=True)
"""
LONG = """
import os, signal, sys, time
sys.path[:0] = [{server!r}]
from trellis_server.process_slots import give_way
give_way(15)
def told(*_):
    print(time.process_time() - begun, flush=True)
    os._exit(0)
signal.signal(signal.SIGTERM, told)
begun = time.process_time()
print("begun", flush=True)
while True:
    sum(range(1000))
"""
SHORT = """
import time
until = time.monotonic() + 3
while time.monotonic() < until:
    sum(range(1000))
print(time.process_time())
"""
SERVER = str(Path(settings.BASE) / "server")


class Impatient(Exception):
    """Whoever waited goes."""


class PlacesTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.enterContext(mock.patch.dict(os.environ))
        os.environ.pop("TRELLIS_GIVE_WAY", None)  # as it is served

    def holder(self, many: int) -> subprocess.Popen[str]:
        """Another process that has a place."""
        return holder(self, HOLDER.format(folder=str(self.folder), many=many))

    def test_no_more_at_once_than_there_are_places(self) -> None:
        now, most, guard = 0, 0, threading.Lock()

        def work() -> None:
            nonlocal now, most
            with a_place(self.folder, "place", 3, waits=lambda: None, again_s=0.005):
                with guard:
                    now += 1
                    most = max(most, now)
                time.sleep(0.02)
                with guard:
                    now -= 1

        threads = [threading.Thread(target=work) for _ in range(12)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(30)
        self.assertEqual((now, most), (0, 3))

    def test_whoever_waits_is_told_each_time_and_may_go(self) -> None:
        self.holder(1)
        looks = 0

        def waits() -> None:
            nonlocal looks
            looks += 1
            if looks == 4:
                raise Impatient

        with self.assertRaises(Impatient), a_place(self.folder, "place", 1, waits=waits, again_s=0.005):
            self.fail("there is no place")
        self.assertEqual(looks, 4)

    def test_a_place_is_free_again_when_its_process_is_killed(self) -> None:
        holder, looks = self.holder(1), list[int]()

        def waits() -> None:
            looks.append(1)
            if len(looks) == 5:
                os.kill(holder.pid, signal.SIGKILL)

        with a_place(self.folder, "place", 1, waits=waits, again_s=0.02):
            self.assertGreaterEqual(len(looks), 5)

    def test_a_fault_in_the_work_gives_the_place_back(self) -> None:
        for _ in range(3):
            with self.assertRaises(ZeroDivisionError), a_place(self.folder, "place", 1, waits=self.fail, again_s=0.01):
                1 / 0  # noqa: B018

    def test_places_of_another_name_are_others(self) -> None:
        with (
            a_place(self.folder, "search", 1, waits=self.fail, again_s=0.01),
            a_place(self.folder, "place", 1, waits=self.fail, again_s=0.01),
        ):
            self.assertEqual(sorted(path.name for path in self.folder.iterdir()), ["place0", "search0"])

    @unittest.skipUnless(hasattr(os, "SCHED_IDLE"), "the system knows no idle work")
    def test_long_work_takes_no_turn_from_short(self) -> None:
        """Eight that work long beside as many that answer as there are processors: those get nearly all of them."""
        long = [beside([sys.executable, "-c", LONG.format(server=SERVER)], stdout=subprocess.PIPE) for _ in range(8)]
        for one in long:
            self.addCleanup(one.kill)
            assert one.stdout
            self.assertEqual(one.stdout.readline(), b"begun\n")
            self.addCleanup(one.stdout.close)
        cores = len(os.sched_getaffinity(0))
        short = [subprocess.Popen([sys.executable, "-c", SHORT], stdout=subprocess.PIPE) for _ in range(cores)]
        took = [float(one.communicate(timeout=120)[0]) for one in short]
        worked = 0.0
        for one in long:
            one.send_signal(signal.SIGTERM)
            assert one.stdout
            worked += float(one.stdout.readline())
            one.wait(30)
        self.assertLess(worked, sum(took) / 2)

    def test_long_work_gives_way(self) -> None:
        told = subprocess.run(
            [sys.executable, "-c", GIVES_WAY.format(server=SERVER)], capture_output=True, text=True, check=True
        ).stdout.split()
        self.assertGreaterEqual(int(told[0]), 7)
        self.assertIn(told[1], ("True", "False"))
