"""Writers take turns: over threads and processes, through faults and deaths, and none waits for one that is gone."""

import fcntl
import os
import signal
import sqlite3
import subprocess
import tempfile
import threading
import time
import unittest
from contextlib import closing
from pathlib import Path
from unittest import mock

from django.db import connection, transaction
from django.test import TransactionTestCase

from trellis_server.database import turns
from trellis_server.database.turns import Turn
from trellis_server.models import Crew
from trellis_server.tests.holding import holder

HOLDER = """
from trellis_server.database.turns import Turn
Turn({database!r}).take()
print("held", flush=True)
time.sleep(60)
"""


class TurnTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = self.enterContext(tempfile.TemporaryDirectory())
        self.database = str(Path(self.folder) / "one.sqlite3")

    def other(self) -> subprocess.Popen[str]:
        """Another process that has the turn."""
        return holder(self, HOLDER.format(database=self.database))

    def test_a_thread_waits_until_the_other_gives(self) -> None:
        first, told = Turn(self.database), list[str]()
        first.take()

        def second() -> None:
            turn = Turn(self.database)
            turn.take()
            told.append("second")
            turn.give()

        waiting = threading.Thread(target=second)
        waiting.start()
        time.sleep(0.1)
        told.append("first")
        first.give()
        waiting.join(10)
        self.assertEqual(told, ["first", "second"])

    def test_who_has_it_does_not_wait_for_it(self) -> None:
        turn = Turn(self.database)
        turn.take()
        turn.take()
        turn.give()
        turn.give()
        again = Turn(self.database)
        again.take()
        self.assertIsNotNone(again.held)
        again.give()

    def test_a_process_that_is_killed_gives_it_back(self) -> None:
        holder, got = self.other(), threading.Event()

        def wait() -> None:
            turn = Turn(self.database)
            turn.take()
            got.set()
            turn.give()

        waiting = threading.Thread(target=wait)
        waiting.start()
        self.assertFalse(got.wait(0.3))
        os.kill(holder.pid, signal.SIGKILL)
        self.assertTrue(got.wait(10))
        waiting.join(10)

    def test_where_a_process_that_has_it_hangs_nobody_waits_for_ever(self) -> None:
        """Then the database has the word: it refuses, in plain words, what the other has locked."""
        hung = self.other()
        os.kill(hung.pid, signal.SIGSTOP)
        with mock.patch.object(turns, "PATIENCE_S", 0.2):
            for _ in range(2):
                turn, began = Turn(self.database), time.monotonic()
                turn.take()
                self.assertIsNone(turn.held)
                self.assertLess(time.monotonic() - began, 5)
                turn.give()
        os.kill(hung.pid, signal.SIGKILL)
        hung.wait()
        turn = Turn(self.database)
        turn.take()
        self.assertIsNotNone(turn.held)
        turn.give()

    def test_its_file_is_its_owners_alone(self) -> None:
        turn = Turn(self.database)
        turn.take()
        turn.give()
        self.assertEqual(Path(f"{self.database}-turn").stat().st_mode & 0o777, 0o600)

    def test_where_no_file_can_be_made_the_database_has_the_word(self) -> None:
        turn = Turn(str(Path(self.folder) / "not here" / "one.sqlite3"))
        turn.take()
        self.assertIsNone(turn.held)
        other = Turn(self.database)
        other.take()  # nobody is left waiting in its place
        self.assertIsNotNone(other.held)
        other.give()

    def test_a_database_in_memory_has_no_turns(self) -> None:
        for name in (":memory:", "file:shared?mode=memory", ""):
            turn = Turn(name)
            turn.take()
            self.assertIsNone(turn.held)
        self.assertEqual(os.listdir(self.folder), [])


class WritingTest(TransactionTestCase):
    def setUp(self) -> None:
        self.path = str(connection.settings_dict["NAME"])
        connection.ensure_connection()

    def taken(self) -> bool:
        """Whether somebody has the turn, as another process would find it."""
        with Path(f"{self.path}-turn").open("a") as file:
            try:
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except OSError:
                return True
        return False

    def test_a_transaction_has_it_and_gives_it_back_whatever_happens(self) -> None:
        with transaction.atomic():
            Crew.objects.create(name="a")
            self.assertTrue(self.taken())
        self.assertFalse(self.taken())
        with self.assertRaises(ZeroDivisionError), transaction.atomic():
            Crew.objects.create(name="b")
            1 / 0  # noqa: B018
        self.assertFalse(self.taken())
        self.assertEqual([crew.name for crew in Crew.objects.all()], ["a"])

    def test_a_transaction_in_a_transaction_keeps_it_to_the_end(self) -> None:
        with transaction.atomic():
            with transaction.atomic():
                Crew.objects.create(name="inner")
            self.assertTrue(self.taken())
        self.assertFalse(self.taken())

    def test_a_connection_that_is_closed_in_the_middle_gives_it_back(self) -> None:
        with self.assertRaises(RuntimeError), transaction.atomic():
            Crew.objects.create(name="lost")
            connection.close()
            raise RuntimeError
        connection.close()
        other = Turn(self.path)
        other.take()
        other.give()
        self.assertEqual(Crew.objects.count(), 0)

    def test_many_writers_lose_nothing_and_none_is_turned_away(self) -> None:
        crew, each, faults = Crew.objects.create(name="0"), 25, list[str]()

        def add() -> None:
            try:
                for _ in range(each):
                    with transaction.atomic():
                        found = Crew.objects.get(pk=crew.pk)
                        found.name = str(int(found.name) + 1)
                        found.save()
            except Exception as error:
                faults.append(repr(error))
            finally:
                connection.close()

        threads = [threading.Thread(target=add) for _ in range(8)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(60)
        self.assertEqual(faults, [])
        crew.refresh_from_db()
        self.assertEqual(int(crew.name), 8 * each)

    def test_reading_waits_for_nobody(self) -> None:
        Crew.objects.create(name="a")
        turn = Turn(self.path)
        turn.take()
        try:
            self.assertEqual(Crew.objects.count(), 1)
            with closing(sqlite3.connect(self.path)) as found:
                self.assertEqual(found.execute(f"select count(*) from {Crew._meta.db_table}").fetchone()[0], 1)
        finally:
            turn.give()
