"""Workers killed at random amid 200 saves by four clients: every acknowledged revision is there afterwards."""

import http.client
import os
import random
import signal
import sqlite3
import threading
from pathlib import Path

from django.test import tag

from trellis_server.compressed_json import unpack
from trellis_server.tests.make import small_job
from trellis_server.tests.served import PASSWORD, Phone, ServedCase

CLIENTS, SAVES = 4, 50


@tag("slow")
class CrashTest(ServedCase):
    people = CLIENTS

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
                phone.patiently("POST", "/api/session", {"name": f"c{k}", "password": PASSWORD})
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
