"""Loads the demo crew and jobs; leaves what the user did alone unless told to start over."""

from argparse import ArgumentParser
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand
from django.db import transaction

from trellis_server.demo.jobs import all_jobs
from trellis_server.demo.people import DEMO_CREW, DEMO_NAME
from trellis_server.models import Crew, Job, RedoStep, Revision, SiteReading
from trellis_server.services.jobs import create


class Command(BaseCommand):
    """See the module."""

    help = "Load the demo data; --reset starts it over."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """--reset."""
        parser.add_argument("--reset", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Load what is not there yet."""
        with transaction.atomic():
            people = get_user_model().objects
            person = people.filter(username=DEMO_NAME).first() or people.create_user(DEMO_NAME)
            crew, _ = Crew.objects.get_or_create(name=DEMO_CREW)
            crew.members.add(person)
            if options["reset"]:
                gone = Job.objects.filter(crew=crew)
                SiteReading.objects.filter(job__in=gone).delete()
                RedoStep.objects.filter(job__in=gone).delete()
                gone.update(current=None)
                for revision in Revision.objects.filter(job__in=gone).order_by("-number"):
                    revision.delete()
                gone.delete()
            if not Job.objects.filter(crew=crew).exists():
                for document in reversed(all_jobs()):
                    create(person, document, "demo")
