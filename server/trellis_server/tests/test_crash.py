"""Workers killed at random amid 200 saves by four clients: every acknowledged revision is there afterwards."""

import http.client
import http.cookiejar
import json
import os
import random
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

from django.conf import settings
from django.test import tag

from trellis_server.packed import unpack
from trellis_server.tests.make import small_job

CLIENTS, SAVES = 4, 50


class Phone:
    """One client with its own session and job."""

    def __init__(self, base: str) -> None:
        self.base = base
        self.cookies = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.cookies))

    def call(self, method: str, path: str, body: Any = None) -> Any:
        token = next((c.value for c in self.cookies if c.name == "csrftoken"), "")
        request = urllib.request.Request(
            self.base + path,
            data=None if body is None else json.dumps(body).encode(),
            method=method,
            headers={"Content-Type": "application/json", "X-CSRFToken": token or "", "Referer": self.base},
        )
        with self.opener.open(request, timeout=20) as answer:
            text = answer.read()
        return json.loads(text) if text[:1] in (b"{", b"[") else None

    def patiently(self, method: str, path: str, body: Any = None) -> Any:
        """Tries again while workers are down."""
        last = ""
        for _ in range(600):
            try:
                return self.call(method, path, body)
            except urllib.error.HTTPError as error:
                if error.code < 500:
                    raise
                last = f"{error.code} {error.read()[:300]!r}"
            except (OSError, http.client.HTTPException) as error:
                last = repr(error)
            time.sleep(0.1)
        raise AssertionError(f"{path} never answered: {last}")


@tag("slow")
class CrashTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = self.enterContext(tempfile.TemporaryDirectory(prefix="trellis-crash-"))
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.env = {**os.environ, "TRELLIS_DATA": self.folder, "TRELLIS_HOSTS": ""}
        self.env.pop("DJANGO_SETTINGS_MODULE", None)
        self.manage("migrate", "-v0")
        for k in range(CLIENTS):
            self.manage("add_user", f"c{k}", "--stdin", text="correct horse staple\n")
        self.server = subprocess.Popen(
            [
                sys.executable,
                "-m",
                "gunicorn",
                "-c",
                "gunicorn.conf.py",
                "-b",
                f"127.0.0.1:{self.port}",
                "--log-level",
                "critical",
            ],
            cwd=settings.BASE,
            env=self.env,
        )
        self.addCleanup(self.stop)

    def stop(self) -> None:
        self.server.terminate()
        self.server.wait(15)

    def manage(self, *words: str, text: str = "") -> None:
        subprocess.run(
            [sys.executable, "manage.py", *words],
            cwd=settings.BASE,
            env=self.env,
            input=text,
            text=True,
            check=True,
            capture_output=True,
        )

    def workers(self) -> list[int]:
        path = Path(f"/proc/{self.server.pid}/task/{self.server.pid}/children")
        return [int(pid) for pid in path.read_text().split()]

    def test_every_acknowledged_save_survives(self) -> None:
        kept: list[tuple[str, int, str]] = []
        faults: list[BaseException] = []
        done = threading.Event()
        # Signing in hashes a password, slower than the time between two kills: it comes before the first.
        signed_in = threading.Barrier(CLIENTS + 1)

        def work(k: int) -> None:
            try:
                phone = Phone(f"http://127.0.0.1:{self.port}")
                phone.patiently("GET", "/")
                phone.patiently("POST", "/api/session", {"name": f"c{k}", "password": "correct horse staple"})
                state = phone.patiently("POST", "/api/jobs", {"document": small_job(f"{k}")})
                signed_in.wait(300)
                for n in range(SAVES):
                    state = phone.patiently("GET", f"/api/jobs/{state['id']}")
                    name = f"client {k} save {n}"
                    body = {"base": state["revision"], "document": {**state["document"], "name": name}, "says": name}
                    try:
                        state = phone.call("PUT", f"/api/jobs/{state['id']}", body)
                        kept.append((state["id"], state["revision"], name))
                    except (OSError, http.client.HTTPException):
                        continue  # not acknowledged: it may or may not be there
            except BaseException as error:
                faults.append(error)

        def kill() -> None:
            signed_in.wait(300)
            rng = random.Random(7)
            while not done.wait(rng.uniform(0.4, 1.1)):
                found = self.workers()
                if found:
                    os.kill(rng.choice(found), signal.SIGKILL)

        threads = [threading.Thread(target=work, args=(k,)) for k in range(CLIENTS)]
        killer = threading.Thread(target=kill)
        for thread in threads:
            thread.start()
        killer.start()
        for thread in threads:
            thread.join(600)
        done.set()
        killer.join()
        self.assertEqual(faults, [])
        self.assertGreater(len(kept), CLIENTS * SAVES // 2)
        database = sqlite3.connect(Path(self.folder) / "trellis.sqlite3")
        self.addCleanup(database.close)
        rows = database.execute("select job_id, number, document from trellis_revision").fetchall()
        there = {(job, number): unpack(document)["name"] for job, number, document in rows}
        for job, number, name in kept:
            self.assertEqual(there.get((job.replace("-", ""), number)), name)
        self.assertEqual(database.execute("pragma integrity_check").fetchone(), ("ok",))
