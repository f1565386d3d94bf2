"""What is kept: crews and their people, jobs with every revision of their document, and what was measured on site.

A plan is never stored: it is calculated from the document.
"""

import uuid

from django.conf import settings
from django.db import models

from trellis_server.compressed_json import PackedJSON


class Crew(models.Model):
    """People who work together; jobs belong to a crew."""

    name = models.CharField(max_length=120)
    members = models.ManyToManyField(settings.AUTH_USER_MODEL, related_name="crews")
    defaults = models.JSONField(default=dict)
    """The crew's last choices by kind of structure: fields of a new one."""
    habits = models.JSONField(default=dict)
    """How the crew usually builds, by kind of structure and school."""
    usual = models.JSONField(default=dict)
    """What the crew usually does, as it typed it: what every job starts with, and what each kind of structure does."""
    letterhead = models.JSONField(default=dict)
    """What stands at the head of a quote: name, address, how to reach them, small print."""
    prices = models.JSONField(default=list)
    """The crew's price book: rows of item, length, price, supplier and day."""
    stand_ins = models.JSONField(default=dict)
    """Faults that the crew gave the stand-ins of outside services to show, by service."""


class Role(models.TextChoices):
    """What a person may do in a crew."""

    OWNER = "owner", "Owner"
    PLANNER = "planner", "Planner"
    OFFICE = "office", "Office"
    SITE = "on site", "On site"


class Seat(models.Model):
    """A person's part in a crew. Whoever has none (crews older than seats) is an owner."""

    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="seats")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="seats")
    role = models.CharField(max_length=10, choices=Role.choices, default=Role.OWNER)
    sees_prices = models.BooleanField(default=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["crew", "person"], name="one_seat_a_person")]


class Invitation(models.Model):
    """A link by which somebody joins a crew, once; with `person` it gives that person a new password instead.

    Only the sum of its secret is kept.
    """

    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="invitations")
    digest = models.CharField(max_length=64, unique=True)
    says = models.CharField(max_length=80, default="", blank=True)
    role = models.CharField(max_length=10, choices=Role.choices, default=Role.SITE)
    sees_prices = models.BooleanField(default=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    used_at = models.DateTimeField(null=True, blank=True)


class SignIn(models.Model):
    """One time that somebody signed in: with what, when, and when it ended. The session's key is kept as its sum alone."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sign_ins")
    digest = models.CharField(max_length=64, db_index=True)
    agent = models.CharField(max_length=120, default="", blank=True)
    at = models.DateTimeField(auto_now_add=True)
    ended_at = models.DateTimeField(null=True, blank=True)


class Failure(models.Model):
    """Something that was tried in vain lately, by the sum of what and from where; kept for minutes."""

    digest = models.CharField(max_length=64, db_index=True)
    at = models.DateTimeField(auto_now_add=True, db_index=True)


class Status(models.TextChoices):
    """Where a job stands with its client."""

    PLANNING = "planning", "Planning"
    QUOTED = "quoted", "Quoted"
    AGREED = "agreed", "Agreed"
    BUILDING = "building", "Building"
    DONE = "done", "Done"
    ARCHIVED = "archived", "Archived"


class Job(models.Model):
    """A job: `revision` is the number of the revision that is current (undo moves it back).

    `thrown_away_at`: when it was; for thirty days it can be brought back.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="jobs")
    name = models.CharField(max_length=120)
    current = models.ForeignKey("Revision", on_delete=models.PROTECT, null=True, related_name="+")
    status = models.CharField(max_length=10, choices=Status.choices, default=Status.PLANNING)
    thrown_away_at = models.DateTimeField(null=True, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)


class Revision(models.Model):
    """One state of a job's document. `parent` is what it was made from; undo follows it, redo comes back by `undone`."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    parent = models.ForeignKey("self", on_delete=models.PROTECT, null=True, related_name="children")
    document = PackedJSON()
    says = models.CharField(max_length=200, default="")
    key = models.UUIDField(null=True)
    """Made by the page that saved it: sent again because its answer was lost on the way, it is kept once."""
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "number"], name="one_number_a_job"),
            models.UniqueConstraint(fields=["job", "key"], name="one_save_a_key"),
        ]


class Card(models.Model):
    """What the list shows of a job, as its revision of that number was read and, unless `rules` is empty, calculated.

    It is made anew whenever the job stands elsewhere or is calculated by other rules, and nothing rests on it.
    """

    job = models.OneToOneField(Job, on_delete=models.CASCADE, primary_key=True, related_name="card")
    revision = models.PositiveIntegerField()
    rules = models.CharField(max_length=64, default="", blank=True)
    place = models.TextField(default="", blank=True)
    client = models.TextField(default="", blank=True)
    structures = models.JSONField(default=list)
    view = PackedJSON(null=True)


class BoardDays(models.Model):
    """A job's days as the crew board shows them: calculated once a revision, once more on another day."""

    job = models.OneToOneField(Job, on_delete=models.CASCADE, primary_key=True, related_name="board_days")
    revision = models.PositiveIntegerField()
    rules = models.CharField(max_length=64)
    on = models.DateField()
    body = models.JSONField()


class RedoStep(models.Model):
    """Revisions that undo stepped back from, the newest last; a new change clears them."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="redo_steps")
    revision = models.ForeignKey(Revision, on_delete=models.CASCADE)


class SiteReading(models.Model):
    """A value measured or ticked on site. Two phones' values for one post are both kept."""

    id = models.UUIDField(primary_key=True, editable=False)
    """Made on the phone, so that a reading sent twice is kept once."""
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="readings")
    about = models.CharField(max_length=200)
    what = models.CharField(max_length=40)
    value_m = models.FloatField(null=True)
    done = models.BooleanField(default=False)
    note = models.CharField(max_length=400, default="", blank=True)
    device = models.CharField(max_length=60)
    measured_at = models.DateTimeField()
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    received_at = models.DateTimeField(auto_now_add=True)
    counts_at = models.DateTimeField()
    """When it was measured by the server's clock, which alone puts readings in order; `measured_at` is the phone's own."""

    class Meta:
        indexes = [models.Index(fields=["job", "about", "what"], name="reading_of_a_thing")]


class SentQuote(models.Model):
    """A quote as it was sent: its words and prices are kept whole, with the revision that they came from.

    Accepted, it holds by whom and on which day; what is planned after that differs from its revision by a change order.
    """

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="quotes")
    number = models.PositiveIntegerField()
    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="+")
    body = models.JSONField()
    letterhead = models.JSONField(default=dict)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)
    accepted_by = models.CharField(max_length=120, default="", blank=True)
    accepted_on = models.DateField(null=True, blank=True)
    accepted_option = models.PositiveIntegerField(default=0)
    signature = models.JSONField(default=list, blank=True)
    """Strokes that the client drew, each a list of x and y from 0 to 1; none: on paper, or a name alone."""
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["job", "number"], name="one_quote_number_a_job")]


class ChangeState(models.TextChoices):
    """What became of a change order. `RECORDED`: the crew's own error, which the client neither signs nor pays for."""

    SENT = "sent", "Sent"
    ACCEPTED = "accepted", "Accepted"
    DECLINED = "declined", "Declined"
    WITHDRAWN = "withdrawn", "Withdrawn"
    RECORDED = "recorded", "Recorded"


class ChangeRecord(models.Model):
    """A change order as it was sent: its words, pieces and price are kept whole, with the revision that they came from.

    `total`: what the client pays more (below 0: less), tax and all; `cost`: the same of a change that the crew bears itself.
    """

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="changes")
    quote = models.ForeignKey(SentQuote, on_delete=models.PROTECT, related_name="changes")
    number = models.PositiveIntegerField()
    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="+")
    reason = models.CharField(max_length=10)
    body = models.JSONField()
    total = models.DecimalField(max_digits=12, decimal_places=2)
    cost = models.DecimalField(max_digits=12, decimal_places=2, default=0)
    state = models.CharField(max_length=10, choices=ChangeState.choices, default=ChangeState.SENT)
    answered_by = models.CharField(max_length=120, default="", blank=True)
    answered_on = models.DateField(null=True, blank=True)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["job", "number"], name="one_change_number_a_job")]


class Invoice(models.Model):
    """An invoice (below 0: a credit note) as it was sent: its lines are kept whole. `step`: how many payments it reaches."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="invoices")
    quote = models.ForeignKey(SentQuote, on_delete=models.PROTECT, related_name="invoices")
    number = models.PositiveIntegerField()
    step = models.PositiveIntegerField()
    body = models.JSONField()
    amount = models.DecimalField(max_digits=12, decimal_places=2)
    sent_on = models.DateField()
    paid_on = models.DateField(null=True, blank=True)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["job", "number"], name="one_invoice_number_a_job")]


class CostRecord(models.Model):
    """What a job cost: something paid for, or hours at a wage. `structure`: whose it is; empty: the whole job's."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="costs")
    structure = models.CharField(max_length=80, default="", blank=True)
    kind = models.CharField(max_length=10)
    on = models.DateField()
    who = models.CharField(max_length=120, default="", blank=True)
    note = models.CharField(max_length=200, default="", blank=True)
    hours = models.DecimalField(max_digits=7, decimal_places=2, default=0)
    amount = models.DecimalField(max_digits=12, decimal_places=2, default=0)
    photo = models.ForeignKey("Photo", on_delete=models.SET_NULL, null=True, blank=True, related_name="costs")
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)


class SignOff(models.Model):
    """An authorized person who takes the responsibility for a structure that does not pass, while it says just this of itself."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="sign_offs")
    structure = models.CharField(max_length=80)
    state = models.CharField(max_length=20)
    says = models.CharField(max_length=600)
    by = models.CharField(max_length=120)
    reason = models.CharField(max_length=400)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)


class PersonDaysOff(models.Model):
    """Days on which one person of a crew is away; `who`: the name that jobs call them by."""

    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="days_off")
    who = models.CharField(max_length=60)
    first = models.DateField()
    last = models.DateField()
    note = models.CharField(max_length=120, default="", blank=True)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)


class Photo(models.Model):
    """A picture taken on the job: turned upright, made smaller, without where it was taken; its file lies beside the database.

    `about`: the structure, piece or task that it shows; empty: the job. `receipt`: it shows what was paid, and is for nobody
    who sees no prices: it stands with its cost alone, on no record, handover or link.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="photos")
    about = models.CharField(max_length=200, default="", blank=True)
    says = models.CharField(max_length=200, default="", blank=True)
    wide = models.PositiveIntegerField()
    high = models.PositiveIntegerField()
    size = models.PositiveIntegerField()
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    receipt = models.BooleanField(default=False)
    taken_at = models.DateTimeField(auto_now_add=True)


class Inspection(models.Model):
    """What somebody looked at, when, and what they said of it; what was not passed holds back whatever follows."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="inspections")
    task = models.CharField(max_length=120)
    by = models.CharField(max_length=120)
    on = models.DateField()
    passed = models.BooleanField()
    note = models.CharField(max_length=400, default="", blank=True)
    photo = models.ForeignKey(Photo, on_delete=models.SET_NULL, null=True)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)


class UpkeepRecord(models.Model):
    """What was found when a finished job was looked after: one thing, one day, good, to watch or to mend."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="upkeep")
    key = models.CharField(max_length=40)
    by = models.CharField(max_length=120)
    on = models.DateField()
    result = models.CharField(max_length=8)
    note = models.CharField(max_length=400, default="", blank=True)
    photo = models.ForeignKey(Photo, on_delete=models.SET_NULL, null=True)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)


class CalendarFeed(models.Model):
    """An address that calendar programs read again and again: all jobs of a crew, or one lead's; only its secret's sum is kept."""

    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="feeds")
    digest = models.CharField(max_length=64, unique=True)
    lead = models.CharField(max_length=80, default="", blank=True)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)
    taken_back_at = models.DateTimeField(null=True, blank=True)


class ShareLink(models.Model):
    """A way for the client to look at a job without signing in: only the sum of its secret is kept, and it can be taken back."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="links")
    digest = models.CharField(max_length=64, unique=True)
    says = models.CharField(max_length=80, default="", blank=True)
    shows_quote = models.BooleanField(default=True)
    shows_photos = models.BooleanField(default=False)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made_at = models.DateTimeField(auto_now_add=True)
    taken_back_at = models.DateTimeField(null=True, blank=True)
