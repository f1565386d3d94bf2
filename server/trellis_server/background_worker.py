"""One piece of long work in a process of its own. Nobody starts this by hand: `services.apart` does."""

import os
import signal
import sys
import uuid

from trellis_server.process_slots import give_way

give_way(15)  # whoever drags a post goes first, before half the program is read, too
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "trellis_server.settings")

import django

from trellis_server.services import background_jobs


def makers() -> dict[str, background_jobs.Maker]:
    """What can be made apart: a new one is a row."""
    django.setup()
    from trellis_server.documents.pack_pdf import made_apart

    return {"pack": made_apart}


def main(order: uuid.UUID) -> None:
    """Carry one order out."""

    def stopped(number: int, frame: object) -> None:
        background_jobs.over_time(order)
        os._exit(1)

    signal.signal(signal.SIGXCPU, stopped)
    background_jobs.carry_out(order, makers)


if __name__ == "__main__":
    main(uuid.UUID(sys.argv[1]))
