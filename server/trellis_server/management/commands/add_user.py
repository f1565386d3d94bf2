"""Adds a person to a crew, or gives one a new password."""

import getpass
from argparse import ArgumentParser
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError

from trellis_server.models import Crew, Role, Seat


class Command(BaseCommand):
    """See the module."""

    help = "Add a person; the password is asked for, or read from standard input with --stdin."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """NAME, --crew, --role, --stdin."""
        parser.add_argument("name")
        parser.add_argument("--crew", default="")
        parser.add_argument("--role", default=Role.OWNER, choices=list(Role.values))
        parser.add_argument("--stdin", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Ask, check, add."""
        password = input() if options["stdin"] else getpass.getpass("Password: ")
        try:
            validate_password(password)
        except ValidationError as error:
            raise CommandError("; ".join(error.messages)) from None
        people = get_user_model().objects
        person = people.filter(username=options["name"]).first() or people.create_user(options["name"])
        person.set_password(password)
        person.save()
        if options["crew"]:
            crew, _ = Crew.objects.get_or_create(name=options["crew"])
            crew.members.add(person)
            Seat.objects.get_or_create(crew=crew, person=person, defaults={"role": options["role"]})
        self.stdout.write(f"{person.get_username()} can sign in.")
