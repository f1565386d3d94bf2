"""JSON that is kept compressed: a job's revisions are alike and long, and there are many of them.

They are compressed against words that most jobs hold (`packed_1.json`). That file is never changed: what was packed with it is
read with it. Other words get a file and a number of their own, and the first byte of what is kept tells which.
"""

import json
import zlib
from pathlib import Path
from typing import Any

from django.db import models
from django.db.backends.base.base import BaseDatabaseWrapper

LEVEL = 6
FIRST = b"\x01"
WORDS = {FIRST: (Path(__file__).parent / "packed_1.json").read_bytes()}


def pack(value: Any) -> bytes:
    """A value as it is kept."""
    made = zlib.compressobj(LEVEL, zdict=WORDS[FIRST])
    return FIRST + made.compress(json.dumps(value, ensure_ascii=False, separators=(",", ":")).encode()) + made.flush()


def unpack(kept: str | bytes | memoryview) -> Any:
    """A value out of what was kept: packed, or as text, as programs wrote it before."""
    if isinstance(kept, str):
        return json.loads(kept)
    body = bytes(kept)
    made = zlib.decompressobj(zdict=WORDS[body[:1]])
    return json.loads(made.decompress(body[1:]) + made.flush())


class PackedJSON(models.BinaryField):  # type: ignore[type-arg]
    """A field of JSON, compressed in the database and plain in Python. It is looked up by nothing."""

    description = "JSON, compressed"

    def from_db_value(self, value: Any, expression: object, connection: BaseDatabaseWrapper) -> Any:
        """Out of the database."""
        return None if value is None else unpack(value)

    def get_db_prep_value(self, value: Any, connection: BaseDatabaseWrapper, prepared: bool = False) -> Any:
        """Into the database."""
        kept = None if value is None else pack(value)
        return super().get_db_prep_value(kept, connection, prepared)

    def to_python(self, value: Any) -> Any:
        """Plain as it is."""
        return value
