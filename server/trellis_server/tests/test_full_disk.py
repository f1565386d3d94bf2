"""A full disk and a folder that is read only: words instead of a bare fault, reading goes on, and what was kept stays."""

import errno
import sqlite3
import tempfile
from contextlib import closing
from pathlib import Path
from unittest import mock

from django.db import OperationalError, connection, connections
from django.test import RequestFactory, SimpleTestCase, TransactionTestCase

from trellis_server import unable
from trellis_server.database.base import DatabaseWrapper
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.served import PASSWORD


class UnableTest(TransactionTestCase):
    """SQLite itself refuses: a database that may grow no more, and one that is only asked."""

    def setUp(self) -> None:
        self.ash = person("ash")
        self.caller = Caller(self.ash)
        self.caller.client.raise_request_exception = False
        self.job = self.caller.new_job()
        self.caller.send("GET", "/api/jobs")

    def pragma(self, words: str) -> None:
        with connection.cursor() as at:
            at.execute(f"PRAGMA {words}")

    def full(self) -> None:
        with connection.cursor() as at:
            at.execute("PRAGMA page_count")
            pages = at.fetchone()[0]
        self.pragma(f"max_page_count={pages}")
        self.addCleanup(self.pragma, "max_page_count=1000000000")

    def refused(self, says: str) -> None:
        """Saves, sign-in and new jobs answer as problem documents; jobs are read as before."""
        stored = self.caller.send("GET", f"/api/jobs/{self.job}").json()
        for method, path, sent in (
            ("PUT", f"/api/jobs/{self.job}", None),
            ("POST", "/api/jobs", {"document": small_job("another")}),
            ("POST", "/api/session", {"name": "ash", "password": PASSWORD}),
        ):
            code, told, kind = 200, {}, ""
            for k in range(200):  # room that is left in the last pages is used up first
                if code not in (200, 201):
                    break
                base = self.caller.send("GET", f"/api/jobs/{self.job}").json()["revision"]
                body = sent or {"base": base, "document": {**stored["document"], "name": f"name {k}"}, "says": "x"}
                answer = self.caller.send(method, path, body)
                code, told = answer.status_code, answer.json()
                kind = answer["Content-Type"]
            self.assertEqual((path, code, kind), (path, 507, "application/problem+json"), told)
            self.assertIn(says, told["title"])
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}").status_code, 200)
        self.assertEqual(self.caller.send("GET", "/api/jobs").status_code, 200)

    def test_a_full_disk(self) -> None:
        self.full()
        self.refused("disk is full")

    def test_a_database_that_is_read_only(self) -> None:
        self.pragma("query_only=ON")
        self.addCleanup(self.pragma, "query_only=OFF")
        self.refused("can't be written")


class OpenedTest(SimpleTestCase):
    def test_a_folder_that_is_read_only_is_read_on(self) -> None:
        with tempfile.TemporaryDirectory() as folder, mock.patch("os.access", lambda path, mode: False):
            path = Path(folder) / "trellis.sqlite3"
            for pending in (False, True):
                with closing(sqlite3.connect(path)) as made:
                    made.execute("PRAGMA journal_mode=WAL")
                    made.execute("CREATE TABLE IF NOT EXISTS told (words TEXT)")
                    made.execute("INSERT INTO told VALUES ('kept')")
                    made.commit()
                    if not pending:
                        made.close()
                    opened = DatabaseWrapper({**connections.databases["default"], "NAME": path}, "read")
                    self.addCleanup(opened.close)
                    with opened.cursor() as at:
                        at.execute("SELECT count(*) FROM told")
                        self.assertEqual(at.fetchone()[0], 1 + pending)
                        with self.assertRaises(OperationalError) as caught:
                            at.execute("INSERT INTO told VALUES ('more')")
                    self.assertEqual(getattr(unable.told(caught.exception), "status", None), 507)
                    opened.close()


class WordsTest(SimpleTestCase):
    def test_what_each_fault_comes_to(self) -> None:
        for error, status in (
            (OSError(errno.ENOSPC, "x"), 507),
            (OSError(errno.EROFS, "x"), 507),
            (OperationalError("database is locked"), 503),
            (OperationalError("unable to open database file"), 503),
            (OperationalError("no such table: x"), None),
            (OSError(errno.ENOENT, "x"), None),
            (ValueError("full"), None),
        ):
            self.assertEqual(getattr(unable.told(error), "status", None), status, error)

    def test_any_other_fault_answers_in_words(self) -> None:
        answer = unable.fault(RequestFactory().get("/api/jobs"))
        self.assertEqual((answer.status_code, answer["Content-Type"]), (500, "application/problem+json"))
