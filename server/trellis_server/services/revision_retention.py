"""Older revisions of a job thinned: all of the last day, then one a minute, an hour, a day; what something rests on stays.

A quote, a reading, a tick, an inspection, a photo or a decision rests on the revision that it was made by: these are kept.
"""

from bisect import bisect_right
from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from trellis_server.models import Inspection, Job, Photo, Revision, SentQuote, UpkeepRecord

EVERY = 64
"""A job is looked over after so many saves [our own]."""
ALL, MINUTES, HOURS = timedelta(days=1), timedelta(days=7), timedelta(days=30)
"""Younger than the first all are kept, than the second one a minute, than the third one an hour, then one a day."""


def prune_revisions(job: Job, now: datetime | None = None) -> int:
    """Take away what no longer tells anything; how many revisions that was. Undo steps over them."""
    now = now or timezone.now()
    with transaction.atomic():
        rows = list(job.revisions.order_by("number").only("pk", "number", "parent_id", "made_at"))
        kept = _kept(job, rows, now)
        gone = [row for row in rows if row.pk not in kept]
        if not gone:
            return 0
        parents = {row.pk: row.parent_id for row in rows}
        for row in rows:
            if row.pk in kept and row.parent_id is not None and row.parent_id not in kept:
                at: int | None = row.parent_id
                while at is not None and at not in kept:
                    at = parents[at]
                Revision.objects.filter(pk=row.pk).update(parent=at)
        # They point at each other, and nothing that stays points at them any more.
        ids = [row.pk for row in gone]
        Revision.objects.filter(pk__in=ids).update(parent=None)
        Revision.objects.filter(pk__in=ids).delete()
        return len(gone)


def _kept(job: Job, rows: list[Revision], now: datetime) -> set[int]:
    kept = {row.pk for row in rows if row.made_at >= now - ALL}
    kept |= {row.pk for row in rows[-1:]} | {row.pk for row in rows[:1]}
    if job.current_id is not None:
        kept.add(job.current_id)
    kept |= set(job.redo_steps.values_list("revision_id", flat=True))
    kept |= set(SentQuote.objects.filter(job=job).values_list("revision_id", flat=True))
    kept |= set(_rested_on(job, rows))
    last: dict[tuple[str, int], int] = {}
    for row in rows:
        age = now - row.made_at
        size = 60 if age < MINUTES else 3600 if age < HOURS else 86400
        last[str(size), int(row.made_at.timestamp()) // size] = row.pk
    kept |= set(last.values())
    return kept | set(_decided(job, [row for row in rows if row.pk not in kept]))


def _rested_on(job: Job, rows: list[Revision]) -> Iterator[int]:
    """The revision that was the newest when something was read, ticked, looked at or photographed."""
    times = [row.made_at for row in rows]
    asked = [
        *job.readings.values_list("received_at", flat=True),
        *Inspection.objects.filter(job=job).values_list("made_at", flat=True),
        *UpkeepRecord.objects.filter(job=job).values_list("made_at", flat=True),
        *Photo.objects.filter(job=job).values_list("taken_at", flat=True),
    ]
    for when in asked:
        number = bisect_right(times, when)
        if number:
            yield rows[number - 1].pk


def _decided(job: Job, rows: list[Revision]) -> Iterator[int]:
    """Revisions in which decisions differ from the one that they were made from."""
    ids = {row.pk for row in rows} | {row.parent_id for row in rows if row.parent_id is not None}
    told: dict[int, Any] = {}
    for pk, kept in job.revisions.filter(pk__in=ids).values_list("pk", "document").iterator(chunk_size=50):
        document: Any = kept  # plain JSON by now
        told[pk] = document.get("decisions")
    for row in rows:
        if row.parent_id is not None and told.get(row.pk) != told.get(row.parent_id):
            yield row.pk
