"""What a pull costs over real HTTP: against an empty request on the same line, and beside other people's searches.

Not a test: `./trellis bench` tells it. Each is a ratio of two that were taken turn
by turn: times are of one moment of one machine.
"""

import http.client
import itertools
import json
import threading
import time
import uuid
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.services import documents
from trellis_server.tests.served import PASSWORD, Phone, ServedCase

TURNS = 120
ROUNDS = 3
SEARCHES = 4


def share(times: list[float], of: float) -> float:
    """The time that so large a share of them stays under (s)."""
    return sorted(times)[min(len(times) - 1, int(len(times) * of))]


class Line:
    """One person's page on one kept connection, pulling a post of the windbreak."""

    def __init__(self, port: int, name: str) -> None:
        phone = Phone(f"http://127.0.0.1:{port}")
        phone.patiently("GET", "/")
        phone.patiently("POST", "/api/session", {"name": name, "password": PASSWORD})
        cookies = {cookie.name: cookie.value or "" for cookie in phone.cookies}
        self.document = documents.dump(larkspur_rise())
        self.headers = {
            "Cookie": "; ".join(f"{key}={value}" for key, value in cookies.items()),
            "X-CSRFToken": cookies["csrftoken"],
            "Referer": phone.base,
            "Content-Type": "application/json",
        }
        self.port, self.open = port, http.client.HTTPConnection("127.0.0.1", port, timeout=120)
        sheet = phone.call("POST", "/api/designs/plan", {"document": self.document, "structure": "windbreak"})
        self.handle = [handle for handle in sheet["handles"] if handle["holds"]][4]
        self.key, self.number, self.step = str(uuid.uuid4()), 0, itertools.count()
        self.searched = 0

    def call(self, method: str, path: str, body: Any = None) -> bytes:
        """An answer as it travels."""
        self.open.request(method, path, None if body is None else json.dumps(body), self.headers)
        return self.open.getresponse().read()

    def empty(self) -> float:
        """How long the emptiest question takes, of who is signed in (s)."""
        began = time.perf_counter()
        self.call("GET", "/api/session")
        return time.perf_counter() - began

    def pull(self) -> float:
        """How long a moment of a pull takes; a worker that does not hold the document is sent it, as a page does (s)."""
        moving = {"handle": self.handle, "to_m": self.handle["station_m"] + 0.003 * (next(self.step) % 40)}
        body = {"key": self.key, "structure": "windbreak", "moving": moving, "after": self.number}
        began = time.perf_counter()
        told = json.loads(self.call("POST", "/api/designs/drag", body))
        if not told["held"]:
            body |= {"after": 0, "document": self.document}
            told = json.loads(self.call("POST", "/api/designs/drag", body))
        took = time.perf_counter() - began
        self.number = told["number"]
        return took

    def search(self, until: threading.Event) -> None:
        """Looks for ways over and over; a question of its own each time."""
        line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=120)
        while not until.is_set():
            asked = {**self.document, "name": f"search {self.searched}"}  # of the same job it would be told at once
            body = json.dumps({"document": asked, "structure": "windbreak", "selected": ""})
            line.request("POST", "/api/designs/fixes", body, self.headers)
            answer = line.getresponse()
            answer.read()
            self.searched += answer.status == 200


@contextmanager
def pulled(people: int) -> Iterator[list[Line]]:
    """The real server with so many people on it."""
    case = ServedCase()
    case.people = people
    case.setUp()
    try:
        yield [Line(case.port, f"c{number}") for number in range(people)]
    finally:
        case.doCleanups()


def told() -> list[str]:
    """A pull against an empty request, and a pull beside four searches against one without."""
    with pulled(SEARCHES + 1) as (one, *others):
        for _ in range(16):
            one.pull(), one.empty()
        pairs = [(one.empty(), one.pull()) for _ in range(TURNS)]
        empty, alone = ([pair[k] for pair in pairs] for k in (0, 1))
        turns: dict[bool, list[float]] = {False: [], True: []}
        for searched in (False, True) * ROUNDS:
            until = threading.Event()
            threads = [threading.Thread(target=other.search, args=(until,)) for other in others if searched]
            for thread in threads:
                thread.start()
            time.sleep(1.0)
            one.open.close()  # the server has let go of a line so long idle
            one.pull()
            turns[searched] += [one.pull() for _ in range(TURNS // ROUNDS)]
            until.set()
            for thread in threads:
                thread.join(60)
        assert sum(other.searched for other in others) >= SEARCHES, "nothing was looked for beside the pulls"
    half = share(alone, 0.5) / share(empty, 0.5)
    alone_s, beside_s = share(turns[False], 0.95), share(turns[True], 0.95)
    return [
        f"A moment of a pull over HTTP, 19 posts: half under {share(alone, 0.5) * 1e3:.0f} ms, ×{half:.1f} an empty request of "
        f"{share(empty, 0.5) * 1e3:.0f} ms (aim: ×4)",
        f"The same beside {SEARCHES} searches of other people, turn about: 95 % under {beside_s * 1e3:.0f} ms, "
        f"×{beside_s / alone_s:.1f} the {alone_s * 1e3:.0f} ms without (aim: ×2)",
    ]
