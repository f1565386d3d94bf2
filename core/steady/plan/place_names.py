"""What a place of a plan is called on a page: "post 12", "beam 1, post 2"; never an id."""

import re

from steady.plan.model import Plan


def place_name(plan: Plan, about: str) -> str:
    """What an id stands for, in words; empty for the whole structure.

    Args:
        about: Id of a post, member, opening or part of the plan.
    """
    if about == plan.id or not about.startswith(f"{plan.id}/"):
        return ""
    for number, mark in enumerate(plan.marks, start=1):
        if mark.id == about:
            return f"post {number}"
    for member in plan.members:
        if member.id == about:
            return member.name[:1].lower() + member.name[1:]
    for opening in plan.openings:
        if about.startswith(opening.id):
            return opening.label
    for number, bay in enumerate(plan.bays, start=1):
        if bay.id == about:
            return f"bay {number}"
    return _from_id(about.removeprefix(f"{plan.id}/"))


def _from_id(rest: str) -> str:
    """Words of an id that no list of the plan names: "beam/beam-1" is "beam 1"."""
    kind, _, which = rest.rpartition("/")
    words = (which if not kind or which.startswith(kind) else f"{kind} {which}").replace("/", " ")
    return re.sub(r"[-_]+", " ", words).strip()
