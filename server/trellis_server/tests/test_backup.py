"""Backup, restore and the look-over: a copy made amid saves, restored into a fresh folder; damage is said in plain words."""

import io
import os
import sqlite3
import stat
import subprocess
import sys
import tempfile
import threading
import unittest
import zipfile
from contextlib import closing, redirect_stderr, redirect_stdout
from pathlib import Path

from django.conf import settings
from django.test import SimpleTestCase

from trellis_server.data_folder import main
from trellis_server.models import Job, Revision
from trellis_server.services.backup import (
    DATABASE,
    JOBS,
    KEY,
    REVISIONS,
    KeepError,
    backup,
    faults_in,
    look_over,
    restore,
)


class NamesTest(SimpleTestCase):
    def test_it_looks_where_the_models_keep(self) -> None:
        self.assertEqual((JOBS, REVISIONS), (Job._meta.db_table, Revision._meta.db_table))

    def test_the_database_is_its_owner_s_alone(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            ask = "from django.conf import settings; settings.DATABASES"
            for loose in (False, True):
                if loose:
                    os.chmod(Path(folder) / DATABASE, 0o644)
                env = {"DJANGO_SETTINGS_MODULE": "trellis_server.settings", "PYTHONPATH": "core:server"}
                subprocess.run(
                    [sys.executable, "-c", ask],
                    check=True,
                    cwd=settings.BASE,
                    env={**os.environ, "TRELLIS_DATA": folder, **env},
                )
                for name in (DATABASE, KEY):
                    self.assertEqual(stat.S_IMODE((Path(folder) / name).stat().st_mode), 0o600, name)


class KeepTest(unittest.TestCase):
    def setUp(self) -> None:
        held = tempfile.TemporaryDirectory()
        self.addCleanup(held.cleanup)
        self.folder = Path(held.name)
        self.data = self.folder / "data"
        self.data.mkdir()
        with closing(sqlite3.connect(self.data / DATABASE)) as made:
            made.executescript(
                "PRAGMA journal_mode=WAL; CREATE TABLE trellis_job (id INTEGER PRIMARY KEY, name TEXT);"
                "CREATE TABLE trellis_revision (id INTEGER PRIMARY KEY, made_at TEXT, document TEXT);"
            )
            made.executemany("INSERT INTO trellis_job (name) VALUES (?)", [(f"job {k}",) for k in range(200)])
            made.execute("INSERT INTO trellis_revision (made_at, document) VALUES ('2026-01-05 10:00:00', '{}')")
            made.commit()
        (self.data / KEY).write_text("a made-up key")
        for name in (DATABASE, KEY):
            os.chmod(self.data / name, 0o600)

    def count(self, data: Path) -> int:
        with closing(sqlite3.connect(data / DATABASE)) as found:
            return int(found.execute("SELECT count(*) FROM trellis_job").fetchone()[0])

    def test_a_backup_comes_back_whole(self) -> None:
        made = backup(self.data, self.folder)
        fresh = self.folder / "fresh"
        restore(made, fresh)
        self.assertEqual(self.count(fresh), 200)
        self.assertEqual((fresh / KEY).read_text(), "a made-up key")
        self.assertEqual(faults_in(fresh / DATABASE), [])
        for path in (made, fresh / DATABASE, fresh / KEY):
            self.assertEqual(stat.S_IMODE(path.stat().st_mode) & 0o077, 0, path.name)

    def test_a_copy_made_while_saving_is_sound(self) -> None:
        stop = threading.Event()

        def save() -> None:
            with closing(sqlite3.connect(self.data / DATABASE, timeout=20)) as busy:
                while not stop.is_set():
                    busy.execute("INSERT INTO trellis_job (name) VALUES (?)", ("x" * 2000,))
                    busy.commit()

        saving = threading.Thread(target=save)
        saving.start()
        try:
            made = [backup(self.data, self.folder / f"b{k}.zip") for k in range(3)]
        finally:
            stop.set()
            saving.join()
        for k, file in enumerate(made):
            restore(file, self.folder / f"fresh{k}")
            self.assertGreaterEqual(self.count(self.folder / f"fresh{k}"), 200)

    def test_nothing_is_written_over(self) -> None:
        made = backup(self.data, self.folder / "one.zip")
        with self.assertRaisesRegex(KeepError, "there already"):
            backup(self.data, made)
        with self.assertRaisesRegex(KeepError, "empty folder"):
            restore(made, self.data)
        self.assertEqual(self.count(self.data), 200)

    def test_a_damaged_backup_is_refused_and_leaves_nothing(self) -> None:
        made = backup(self.data, self.folder / "one.zip")
        whole = made.read_bytes()
        for name, body in (("cut.zip", whole[: len(whole) // 2]), ("no.zip", b"not a zip at all"), ("empty.zip", b"")):
            bad = self.folder / name
            bad.write_bytes(body)
            fresh = self.folder / f"fresh-{name}"
            with self.assertRaises(KeepError):
                restore(bad, fresh)
            self.assertFalse((fresh / DATABASE).exists())
        # A database swapped for another is noticed by its sum.
        odd = self.folder / "odd.zip"
        with zipfile.ZipFile(made) as good, zipfile.ZipFile(odd, "w") as to:
            for item in good.namelist():
                to.writestr(item, b"something else" if item == DATABASE else good.read(item))
        with self.assertRaisesRegex(KeepError, "damaged"):
            restore(odd, self.folder / "fresh-odd")

    def test_a_backup_names_no_other_file(self) -> None:
        odd = self.folder / "odd.zip"
        with zipfile.ZipFile(odd, "w") as to:
            to.writestr("manifest.json", '{"sha256": {"../../elsewhere": "0", "trellis.sqlite3": "0"}}')
            to.writestr("../../elsewhere", "x")
        with self.assertRaisesRegex(KeepError, "no backup of this program"):
            restore(odd, self.folder / "fresh")

    def test_what_is_left_of_a_database_is_not_played_into_a_restored_one(self) -> None:
        made = backup(self.data, self.folder / "one.zip")
        # A process that ended hard leaves its last saves beside the database; somebody takes the database away.
        with closing(sqlite3.connect(self.data / DATABASE)) as busy:
            busy.execute("INSERT INTO trellis_job (name) VALUES ('later')")
            busy.commit()
            left = (self.data / f"{DATABASE}-wal").read_bytes()
        self.assertGreater(len(left), 0)
        for name in ("wal", "shm", "journal"):
            fresh = self.folder / f"fresh-{name}"
            fresh.mkdir()
            (fresh / f"{DATABASE}-{name}").write_bytes(left)
            with self.assertRaisesRegex(KeepError, "left of a database"):
                restore(made, fresh)
            self.assertFalse((fresh / DATABASE).exists())

    def test_an_empty_database_is_none(self) -> None:
        empty = self.folder / "empty"
        empty.mkdir()
        (empty / DATABASE).write_bytes(b"")
        self.assertTrue(any("empty" in line.says for line in look_over(empty) if not line.good))
        with self.assertRaisesRegex(KeepError, "empty"):
            backup(empty, self.folder / "none.zip")

    def test_a_hostile_manifest_ends_in_words(self) -> None:
        deep = "[" * 100_000 + "]" * 100_000
        for k, told in enumerate(
            ("[]", "null", '{"sha256": []}', '{"sha256": {"trellis.sqlite3": 5}}', "{", "\ud800", deep)
        ):
            odd = self.folder / f"odd{k}.zip"
            with zipfile.ZipFile(odd, "w") as to:
                to.writestr("manifest.json", told.encode("utf-8", "surrogatepass"))
                to.writestr(DATABASE, b"x")
            with self.subTest(told=told[:40]), self.assertRaises(KeepError):
                restore(odd, self.folder / f"fresh{k}")

    def test_the_look_over_finds_what_is_wrong(self) -> None:
        self.assertTrue(all(line.good for line in look_over(self.data)), look_over(self.data))
        os.chmod(self.data / KEY, 0o644)
        self.assertTrue(any("others" in line.says for line in look_over(self.data) if not line.good))
        (self.data / KEY).write_text("")
        self.assertTrue(any("empty" in line.says for line in look_over(self.data) if not line.good))
        (self.data / KEY).unlink()
        self.assertTrue(any("lost" in line.says for line in look_over(self.data) if not line.good))

    def test_a_corrupt_database_is_said(self) -> None:
        with closing(sqlite3.connect(self.data / DATABASE)) as found:
            found.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        body = bytearray((self.data / DATABASE).read_bytes())
        body[4096:8192] = b"\x00\xff" * 2048
        (self.data / DATABASE).write_bytes(bytes(body))
        self.assertTrue(any(not line.good and line.says.startswith("database") for line in look_over(self.data)))
        with self.assertRaises(KeepError):
            backup(self.data, self.folder / "bad.zip")
        self.assertFalse((self.folder / "bad.zip").exists())

    def test_a_clock_that_ran_back_is_said(self) -> None:
        with closing(sqlite3.connect(self.data / DATABASE)) as found:
            found.execute("UPDATE trellis_revision SET made_at = '2099-01-01 00:00:00'")
            found.commit()
        self.assertTrue(any("set the clock" in line.says for line in look_over(self.data)))

    def test_by_hand(self) -> None:
        out, err = io.StringIO(), io.StringIO()
        with redirect_stdout(out), redirect_stderr(err):
            self.assertEqual(main(["backup", str(self.folder / "hand.zip")], self.data), 0)
            self.assertEqual(main(["restore", str(self.folder / "hand.zip")], self.folder / "again"), 0)
            self.assertEqual(main(["restore", str(self.folder / "hand.zip")], self.data), 1)
            self.assertEqual(main(["doctor"], self.folder / "again"), 0)
            self.assertEqual(main(["doctor"], self.folder / "nowhere"), 1)
            self.assertEqual(main(["backup", "a", "b"], self.data), 2)
            self.assertEqual(main([], self.data), 2)
        self.assertIn("Backed up and checked: hand.zip", out.getvalue())
        self.assertIn("restore into an empty folder", err.getvalue())
