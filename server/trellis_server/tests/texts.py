"""Every text inside a nest of dataclasses."""

import dataclasses
from collections.abc import Iterator
from typing import Any


def texts(item: Any) -> Iterator[str]:
    """Strings, however deep."""
    if isinstance(item, str):
        yield item
    elif dataclasses.is_dataclass(item):
        for field in dataclasses.fields(item):
            yield from texts(getattr(item, field.name))
    elif isinstance(item, list | tuple):
        for part in item:
            yield from texts(part)
