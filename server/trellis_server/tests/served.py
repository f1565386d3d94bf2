"""The real server on a free port with a data folder of its own, and clients that call it over HTTP."""

import http.client
import http.cookiejar
import json
import os
import socket
import subprocess
import sys
import tempfile
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

from django.conf import settings

PASSWORD = "correct horse staple"
ADD = """
import io, sys
from django.core.management import call_command
for k in range({count}):
    sys.stdin = io.StringIO("{password}\\n")
    call_command("add_user", f"c{{k}}", "--stdin")
"""


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
        with self.opener.open(request, timeout=60) as answer:
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


class ServedCase(unittest.TestCase):
    """Starts the server for a test, with so many people on it: c0, c1 and on."""

    people = 1

    def setUp(self) -> None:
        self.folder = self.enterContext(
            tempfile.TemporaryDirectory(prefix="trellis-served-", ignore_cleanup_errors=True)
        )
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.env = {**os.environ, "TRELLIS_DATA": self.folder, "TRELLIS_HOSTS": ""}
        self.env.pop("DJANGO_SETTINGS_MODULE", None)
        self.env.pop("TRELLIS_GIVE_WAY", None)  # as it is served
        self.manage("migrate", "-v0")
        self.manage("shell", "-v0", "-c", ADD.format(count=self.people, password=PASSWORD))
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
