"""Backup, restore and a look-over of the data folder: plain files and SQLite alone, so that it works when Django does not.

A backup is one zip: the database as SQLite itself copies it while in use, the secret key, the photos, and a manifest with
their sums.
"""

import hashlib
import json
import os
import re
import shutil
import sqlite3
import tempfile
import zipfile
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from trellis_server.database.reading import LOG, reading_address

DATABASE, KEY, MANIFEST = "trellis.sqlite3", "secret-key", "manifest.json"
PHOTOS, PHOTO = "photos", re.compile(r"photos/[0-9a-f-]{36}(-small)?\.jpg")
"""Photos lie beside the database; a name in a backup that is none of ours is refused."""
LEFT = (DATABASE + LOG, f"{DATABASE}-shm", f"{DATABASE}-journal")
"""What SQLite keeps beside a database: it would be played into whatever database stands there next."""
JOBS, REVISIONS = "trellis_job", "trellis_revision"
LEAST_FREE = 200_000_000
"""Bytes left on the disk under which saving is soon in danger [our own]."""
AHEAD_S = 300
BEHIND_S = 30 * 86400


class KeepError(Exception):
    """What went wrong, in plain words for a terminal."""


@dataclass(frozen=True)
class Finding:
    """One line of a look-over."""

    good: bool
    says: str


def _sum(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def faults_in(database: Path) -> list[str]:
    """What SQLite finds wrong with a database file; empty when it is sound."""
    try:
        with closing(sqlite3.connect(reading_address(database), uri=True)) as found:
            told = [row[0] for row in found.execute("PRAGMA integrity_check(20)")]
            empty = not found.execute("SELECT count(*) FROM sqlite_master").fetchone()[0]
            orphans = found.execute("PRAGMA foreign_key_check").fetchall()
    except sqlite3.DatabaseError as error:
        return [f"the database cannot be read: {error}"]
    bad = ([] if told == ["ok"] else told) + (["it is empty: no table is in it"] if empty else [])
    return bad + ([f"{len(orphans)} rows point at rows that are not there"] if orphans else [])


def backup(data: Path, to: Path) -> Path:
    """Copy a data folder into one file while it is in use; the copy is checked before it takes its name.

    Raises:
        KeepError: Nothing to copy, a copy that is not sound, or no room.
    """
    source = data / DATABASE
    if not source.exists():
        raise KeepError(f"there is no database in {data.name}: nothing to back up")
    if to.is_dir():
        to = to / f"trellis-{datetime.now(UTC):%Y%m%d-%H%M%S}.zip"
    if to.exists():
        raise KeepError(f"{to.name} is there already: name another file")
    try:
        with tempfile.TemporaryDirectory(dir=to.parent) as folder:
            copy = Path(folder) / DATABASE
            with closing(sqlite3.connect(source)) as live, closing(sqlite3.connect(copy)) as made:
                live.backup(made)
            faults = faults_in(copy)
            if faults:
                raise KeepError("the copy is not sound: " + "; ".join(faults))
            parts = {DATABASE: copy} | ({KEY: data / KEY} if (data / KEY).exists() else {})
            parts |= {f"{PHOTOS}/{path.name}": path for path in sorted((data / PHOTOS).glob("*.jpg"))}
            manifest = {
                "made": datetime.now(UTC).isoformat(timespec="seconds"),
                "sha256": {name: _sum(path) for name, path in parts.items()},
            }
            draft = Path(folder) / "backup.zip"
            handle = os.open(draft, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
            with os.fdopen(handle, "wb") as file, zipfile.ZipFile(file, "w", zipfile.ZIP_DEFLATED) as whole:
                whole.writestr(MANIFEST, json.dumps(manifest, indent=1))
                for name, path in parts.items():
                    whole.write(path, name)
            os.replace(draft, to)
    except sqlite3.DatabaseError as error:
        raise KeepError(f"the database cannot be copied: {error}") from None
    except OSError as error:
        raise KeepError(f"{to.name} cannot be written: {error.strerror}") from None
    return to


def restore(file: Path, data: Path) -> dict[str, str]:
    """Lay a backup into a data folder that has no database yet; nothing takes its name before all of it is checked.

    Raises:
        KeepError: No backup of ours, a damaged one, or a folder that already holds a database.
    """
    for name in (DATABASE, *LEFT):
        if (data / name).exists():
            what = "a database" if name == DATABASE else f"{name}, what is left of a database,"
            raise KeepError(f"{what} is there already: restore into an empty folder, and look before you swap them")
    data.mkdir(parents=True, exist_ok=True)
    try:
        with zipfile.ZipFile(file) as whole, tempfile.TemporaryDirectory(dir=data) as folder:
            sums = _sums(whole)
            photos = {name for name in sums if PHOTO.fullmatch(name)}
            if set(sums) - {DATABASE, KEY} - photos or DATABASE not in sums:
                raise KeepError(f"{file.name} is no backup of this program")
            _unpack(whole, sums, Path(folder))
            faults = faults_in(Path(folder) / DATABASE)
            if faults:
                raise KeepError("the database in it is not sound: " + "; ".join(faults))
            for name in LEFT:  # of the look at it just now
                (Path(folder) / name).unlink(missing_ok=True)
            if photos:
                (data / PHOTOS).mkdir(mode=0o700, exist_ok=True)
            for name in (*(n for n in sums if n != DATABASE), DATABASE):
                os.replace(Path(folder) / name, data / name)
            _look_over(data, sums)
    except (
        zipfile.BadZipFile,
        KeyError,
        ValueError,
        TypeError,
        AttributeError,
        RuntimeError,
        NotImplementedError,
    ) as error:
        raise KeepError(f"{file.name} is no backup of this program, or is damaged: {error}") from None
    except OSError as error:
        raise KeepError(f"{file.name} cannot be restored: {error.strerror}") from None
    return sums


def _unpack(whole: zipfile.ZipFile, sums: dict[str, str], folder: Path) -> None:
    """Every part of a backup into a folder, each compared with its sum.

    Raises:
        KeepError: One is not what was put in.
    """
    for name, wanted in sums.items():
        draft = folder / name
        draft.parent.mkdir(mode=0o700, exist_ok=True)
        handle = os.open(draft, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        with os.fdopen(handle, "wb") as to, whole.open(name) as packed:
            shutil.copyfileobj(packed, to)
        if _sum(draft) != wanted:
            raise KeepError(f"{Path(whole.filename or '').name} is damaged: {name} is not what was put in")


def _look_over(data: Path, sums: dict[str, str]) -> None:
    """What stands there now is what was put in, and nothing beside it changes what is read from it.

    Raises:
        KeepError: It is not.
    """
    changed = [name for name, wanted in sums.items() if _sum(data / name) != wanted]
    beside = [name for name in LEFT if (data / name).exists() and (data / name).stat().st_size]
    if changed or beside or faults_in(data / DATABASE):
        raise KeepError(f"{(*changed, *beside, DATABASE)[0]} is not what was put in: a server is running here?")


def _sums(whole: zipfile.ZipFile) -> dict[str, str]:
    """The sums of a backup's manifest, by the name of each part.

    Raises:
        ValueError: It has none that can be read.
    """
    found = json.loads(whole.read(MANIFEST))["sha256"]
    if not isinstance(found, dict) or not all(isinstance(text, str) for text in found.values()):
        raise ValueError("its manifest names no sums")
    return found


def look_over(data: Path) -> list[Finding]:
    """Database, key, permissions, room and clock of a data folder, a line each."""
    database, key = data / DATABASE, data / KEY
    found = []
    if not database.exists():
        found.append(Finding(False, "database: there is none here; ./trellis demo or ./trellis user makes one"))
    else:
        faults = faults_in(database)
        found.append(
            Finding(not faults, "database: " + ("; ".join(faults) + ": restore a backup" if faults else "sound"))
        )
    if not key.exists():
        found.append(
            Finding(False, "secret key: lost; a new one is made at the next start, and everybody signs in again")
        )
    elif not key.read_text(encoding="ascii", errors="replace").strip():
        found.append(Finding(False, "secret key: empty; delete the file, a new one is made at the next start"))
    else:
        found.append(Finding(True, "secret key: there"))
    for path in (database, key):
        if path.exists() and path.stat().st_mode & 0o077:
            found.append(Finding(False, f"{path.name}: others on this machine can read it; chmod 600 it"))
    free = shutil.disk_usage(data).free
    found.append(Finding(free >= LEAST_FREE, f"disk: {free / 1e9:.1f} GB left"))
    if not os.access(data, os.W_OK):
        found.append(Finding(False, "data folder: cannot be written; jobs can be read, nothing can be saved"))
    if database.exists() and not faults_in(database):
        found += _inside(database)
    return found


def _inside(database: Path) -> list[Finding]:
    """Jobs, their formats, and whether the clock ran back since the last save."""
    found = []
    with closing(sqlite3.connect(reading_address(database), uri=True)) as open_db:
        try:
            jobs = open_db.execute(f"SELECT count(*) FROM {JOBS}").fetchone()[0]
            last = open_db.execute(f"SELECT max(made_at) FROM {REVISIONS}").fetchone()[0]
        except sqlite3.DatabaseError as error:
            return [
                Finding(
                    False, f"tables: {error}; the database is of another version: start the server once to bring it up"
                )
            ]
    found.append(Finding(True, f"jobs: {jobs}"))
    if last:
        made = datetime.fromisoformat(last).replace(tzinfo=UTC)
        ahead = (made - datetime.now(UTC)).total_seconds()
        says = "clock: in order"
        if ahead > AHEAD_S:
            says = f"clock: the last save is {ahead / 60:.0f} minutes ahead of it; set the clock"
        elif ahead < -BEHIND_S:
            says = (
                f"clock: the last save was {-ahead / 86400:.0f} days ago; if that is not so, the clock is ahead: set it"
            )
        found.append(Finding(ahead <= AHEAD_S, says))
    return found
