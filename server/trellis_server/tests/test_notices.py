"""What others wrote: every pinned package stands on the page, each with a licence that asks for its notice alone."""

import re

from django.conf import settings
from django.core.management import call_command
from django.test import SimpleTestCase

from trellis_server.services.notices import Notice, python_notices, web_notices

PINNED = re.compile(r"^([A-Za-z0-9_.-]+)==", re.MULTILINE)


class NoticesTest(SimpleTestCase):
    def test_the_page_is_up_to_date(self) -> None:
        call_command("notices", check=True)

    def test_every_package_has_a_permissive_licence(self) -> None:
        rows = python_notices(settings.BASE / "requirements.lock") + web_notices(
            settings.BASE / "web" / "package-lock.json"
        )
        self.assertGreater(len(rows), 40)
        self.assertEqual([row for row in rows if not row.permissive], [])

    def test_what_a_page_imports_is_on_it(self) -> None:
        text = (settings.BASE / "docs" / "third-party.md").read_text()
        for name in ("vue", "three", "primevue", "@tanstack/vue-query"):
            self.assertIn(f"| {name} |", text)
        pinned = PINNED.findall((settings.BASE / "requirements.lock").read_text())
        said = sum(f"| {name} |" in text for name in pinned)
        self.assertGreaterEqual(said, len(pinned) - 3)  # what other platforms need is not installed here

    def test_what_asks_for_more_is_not_permissive(self) -> None:
        self.assertFalse(Notice(name="x", version="1", licence="GPL-3.0-only").permissive)
        self.assertFalse(Notice(name="x", version="1", licence="not said").permissive)
        self.assertTrue(Notice(name="x", version="1", licence="MIT OR GPL-2.0").permissive)
