"""The API's schema as it is published: making it anew takes seconds. `./trellis check` refuses one that is not up to date."""

import json
from functools import cache
from typing import Any

from django.conf import settings


@cache
def text() -> str:
    """The file."""
    return (settings.BASE / "web" / "openapi.json").read_text()


def schema() -> dict[str, Any]:
    """What it says; everybody's own to change."""
    found: dict[str, Any] = json.loads(text())
    return found
