"""Bodies and answers about the people of a crew, invitations, passwords and sign-ins."""

from datetime import datetime
from typing import Annotated, Literal

from annotated_types import MaxLen, MinLen
from ninja import Schema

from trellis_server.api.schemas.edges import Closed

RoleWord = Literal["owner", "planner", "office", "on site"]
Password = Annotated[str, MinLen(1), MaxLen(200)]


class PartBody(Closed):
    role: RoleWord
    sees_prices: bool


class InvitationBody(Closed):
    says: Annotated[str, MaxLen(80)] = ""
    role: RoleWord = "on site"
    sees_prices: bool = False


class InvitationMade(Schema):
    secret: str


class CrewPerson(Schema):
    name: str
    role: RoleWord
    sees_prices: bool
    me: bool


class OpenInvitation(Schema):
    number: int
    says: str
    role: RoleWord
    made_at: datetime
    for_person: str = ""


class RoleRow(Schema):
    """A role that can be given: its word, its name, and what it may do in a sentence."""

    key: RoleWord
    says: str
    does: str


class PeopleAnswer(Schema):
    people: list[CrewPerson]
    invitations: list[OpenInvitation]
    roles: list[RoleRow]


class InvitedAnswer(Schema):
    """`role`, `does`: the part that waits, in words; `name`: whose new password it is for; empty: somebody new joins."""

    crew: str
    role: str
    does: str
    name: str = ""


class JoinBody(Closed):
    name: Annotated[str, MaxLen(150)] = ""
    password: Password


class PasswordBody(Closed):
    old: Password
    new: Password


class SignInRow(Schema):
    number: int
    agent: str
    at: datetime
    ended_at: datetime | None
    here: bool


class SignInsAnswer(Schema):
    places: list[SignInRow]
