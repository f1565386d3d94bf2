"""Writes what the front end is made from: the OpenAPI document for its types, and every layer's style; --check fails where
the file is not up to date."""

import json
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from steady.data.styles import stylesheet

from trellis_server import urls  # noqa: F401 (registers the routers)
from trellis_server.api.app import api


def plain(value: Any) -> Any:
    """A limit of 0 and one of 0.0 are the same type to Python: which of them stays hangs on the order of imports, so both are 0."""
    if isinstance(value, dict):
        return {key: plain(item) for key, item in value.items()}
    if isinstance(value, list | tuple):
        return [plain(item) for item in value]
    return int(value) if isinstance(value, float) and value.is_integer() else value


class Command(BaseCommand):
    """See the module."""

    help = "Write openapi.json (or --check it)."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """FILE and --check."""
        parser.add_argument("file", type=Path)
        parser.add_argument("--check", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write or compare."""
        text = json.dumps(plain(api.get_openapi_schema(path_prefix="/api/")), indent=1, sort_keys=True) + "\n"
        path: Path = options["file"]
        for file, body in ((path, text), (path.parent / "src" / "styles" / "looks.css", stylesheet())):
            if not options["check"]:
                file.write_text(body, encoding="utf-8")
            elif not file.is_file() or file.read_text(encoding="utf-8") != body:
                raise CommandError(f"{file} is not up to date: run ./trellis types")
