"""Writes the OpenAPI document the front end's types are made from; --check fails where the file is not up to date."""

import json
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from trellis_server import urls  # noqa: F401 (registers the routers)
from trellis_server.api.app import api


class Command(BaseCommand):
    """See the module."""

    help = "Write openapi.json (or --check it)."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """FILE and --check."""
        parser.add_argument("file", type=Path)
        parser.add_argument("--check", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write or compare."""
        text = json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=1, sort_keys=True) + "\n"
        path: Path = options["file"]
        if options["check"]:
            if not path.is_file() or path.read_text(encoding="utf-8") != text:
                raise CommandError(f"{path} is not up to date: run ./trellis types")
            return
        path.write_text(text, encoding="utf-8")
