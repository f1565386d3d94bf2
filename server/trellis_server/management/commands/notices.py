"""Writes docs/third-party.md: what others wrote, and under which licence."""

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from trellis_server.services.notices import page


class Command(BaseCommand):
    """See the module."""

    help = "Write docs/third-party.md."

    def add_arguments(self, parser: CommandParser) -> None:
        """`--check`: only say whether it is up to date."""
        parser.add_argument("--check", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it, or compare."""
        path = settings.BASE / "docs" / "third-party.md"
        made = page(settings.BASE)
        if options["check"]:
            if not path.exists() or path.read_text(encoding="utf-8") != made:
                raise CommandError("docs/third-party.md is not up to date: run ./trellis notices")
            return
        path.write_text(made, encoding="utf-8")
