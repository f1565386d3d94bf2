"""Whether the machine's clock is to be believed before something is taken away because it is old."""

from datetime import datetime, timedelta
from itertools import pairwise

from django.utils import timezone

from trellis_server.models import Revision

NEAR, FAR = timedelta(days=1), timedelta(days=7)
LAST, MORE = 64, 1000
"""No gap longer than the first time among so many of the newest saves, nor than the second among so many more [our own]."""


def believed(now: datetime | None = None) -> bool:
    """Whether the newest saves of all jobs lead up to now without a leap: after one nothing is old until many more are made.

    A clock that was set far ahead makes everything look old, and the first saves after the leap look as new as any.
    """
    times = list(Revision.objects.order_by("-pk").values_list("made_at", flat=True)[:MORE])
    steps = list(pairwise([now or timezone.now(), *times]))
    return all(abs(later - earlier) <= (NEAR if k <= LAST else FAR) for k, (later, earlier) in enumerate(steps))
