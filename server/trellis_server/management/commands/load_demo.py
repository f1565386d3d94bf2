"""Loads the demo crew and jobs; leaves what the user did alone unless told to start over."""

import uuid
from argparse import ArgumentParser
from dataclasses import asdict, replace
from datetime import UTC, date, datetime, timedelta
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import transaction
from django.utils import timezone
from steady.catalog.price_book import BookPrice
from steady.jobs.document import JobDocument
from steady.units.units import FT, IN

from trellis_server.demo.jobs import READINGS, WINDBREAK, all_jobs
from trellis_server.demo.people import DEMO_CREW, DEMO_LETTERHEAD, DEMO_NAME, DEMO_PRICES
from trellis_server.models import Crew, Job, SiteReading
from trellis_server.services.job_archive import take_for_good
from trellis_server.services.jobs import create


class Command(BaseCommand):
    """See the module."""

    help = "Load the demo data; --reset starts it over, --migrate brings the database up to date first."
    requires_system_checks = []  # the test command runs them; the demo starts in seconds

    def add_arguments(self, parser: ArgumentParser) -> None:
        """--reset."""
        parser.add_argument("--reset", action="store_true")
        parser.add_argument("--migrate", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Load what is not there yet."""
        if options.get("migrate"):
            call_command("migrate", verbosity=0, skip_checks=True)
        with transaction.atomic():
            people = get_user_model().objects
            person = people.filter(username=DEMO_NAME).first() or people.create_user(DEMO_NAME)
            crew, _ = Crew.objects.get_or_create(name=DEMO_CREW)
            crew.members.add(person)
            if not crew.letterhead:
                crew.letterhead, crew.prices = DEMO_LETTERHEAD, _prices()
                crew.save(update_fields=["letterhead", "prices"])
            if options["reset"]:
                for job in Job.objects.filter(crew=crew):
                    take_for_good(job)
            if not Job.objects.filter(crew=crew).exists():
                for document in reversed(all_jobs()):
                    job = create(person, booked(document, timezone.localdate()), "demo").job
                    if document.structures and document.structures[0].spec.id == WINDBREAK:
                        measured(job, person)


LEADS = (("Larkspur", 0, "Maya Holt"), ("Quillet", 2, "Maya Holt"), ("Kestrel", 0, "Jonas Pike"))
"""Whose board the demo's jobs stand on, and how many days after next Monday they begin: two of one lead clash."""


def booked(document: JobDocument, today: date) -> JobDocument:
    """A demo job with a day and a lead, near today whenever the demo is begun; one waits for both."""
    found = next((row for row in LEADS if document.name.startswith(row[0])), None)
    if found is None:
        return document
    starts_on = document.calendar.starts_on or (today + timedelta(days=7 - today.weekday() + found[1])).isoformat()
    return replace(document, calendar=replace(document.calendar, starts_on=starts_on, lead=found[2]))


def measured(job: Job, person: Any) -> None:
    """What the demo crew read off on site."""
    for post, what, inches, note, device, hour in READINGS:
        SiteReading.objects.create(
            id=uuid.uuid4(),
            job=job,
            about=f"{WINDBREAK}/post/{post}",
            what=what,
            value_m=None if inches is None else inches * IN,
            done=inches is None,
            note=note,
            device=device,
            measured_at=datetime(2026, 11, 20, hour, 10, tzinfo=UTC),
            counts_at=datetime(2026, 11, 20, hour, 10, tzinfo=UTC),
            author=person,
        )


def _prices() -> list[dict[str, object]]:
    rows = [
        BookPrice(
            item=item, length_m=feet * FT if feet else None, price=price, supplier="Mill Lane yard", on="2026-11-16"
        )
        for item, feet, price in DEMO_PRICES
    ]
    return [asdict(row) for row in rows]
