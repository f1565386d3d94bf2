"""Files that somebody sent, opened apart: one process each, a few at a time, with a limit of memory and of time."""

import json
import os
import subprocess
import sys
import time
from pathlib import Path
from typing import Any, Literal

from django.conf import settings
from steady.errors import InvalidInputError

from trellis_server.process_slots import a_place

AT_ONCE = 2
"""So many files are opened at once; the rest wait [our own: a box has two cores]."""
MOST_BYTES = 900_000_000
"""Memory that one may take, the program itself and its libraries counted in [our own]."""
MOST_S = 12
"""Processor seconds after which one is stopped [our own]."""
MOST_WAIT_S = 60.0
REFUSED = 3
"""A process ends so where a file is not what it should be; its words come by standard output."""
FIELDS = {"picture": "photo", "workbook": "text"}


def opened(what: Literal["picture", "workbook"], body: bytes) -> Any:
    """What is in a file.

    Raises:
        InvalidInputError: It is no such file, or it takes more memory or time to open than a good one does.
    """
    field = FIELDS[what]
    until = time.monotonic() + MOST_WAIT_S

    def waits() -> None:
        if time.monotonic() > until:
            raise InvalidInputError(field, "Too many files are being opened just now: send it again in a minute")

    path = os.pathsep.join(str(Path(settings.BASE) / part) for part in ("core", "server"))
    environment = {**os.environ, "PYTHONPATH": path, "TRELLIS_DATA": str(settings.DATA)}
    command = [sys.executable, "-m", "trellis_server.opener", what]
    folder = Path(settings.DATA) / "apart"
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    with a_place(folder, "opening", AT_ONCE, waits=waits, again_s=0.05):
        try:
            told = subprocess.run(
                command, input=body, env=environment, capture_output=True, timeout=MOST_WAIT_S, check=False
            )
        except subprocess.TimeoutExpired:
            raise InvalidInputError(
                field, "This file takes too long to open: save a smaller one and send it again"
            ) from None
    if told.returncode == REFUSED:
        why = json.loads(told.stdout)
        raise InvalidInputError(why["field"], why["message"])
    if told.returncode != 0:
        raise InvalidInputError(
            field, "This file needs too much memory or time to open: save a smaller one and send it again"
        )
    return json.loads(told.stdout)
