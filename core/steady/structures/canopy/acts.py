"""Holding posts of a roof on posts where they stand: the same act for every kind of roof."""

from dataclasses import replace
from typing import Any

from steady.errors import InputError
from steady.structures.canopy.spec import Lock


def lock_post(spec: Any, inner: str, at_m: float, why: str) -> Any:
    """The spec with a post held at a place along its beam."""
    kept = tuple(lock for lock in spec.locks if lock.id != inner)
    return replace(spec, locks=(*kept, Lock(id=inner, at_m=min(60.0, max(-60.0, at_m)), why=why)))


def hold_post(spec: Any, thing: str, at_m: float) -> Any:
    """The spec with a post held where it stands along its beam.

    Raises:
        InputError: Something else.
    """
    inner = thing.removeprefix(f"{spec.id}/post/")
    if inner == thing or not inner.startswith("beam-"):
        raise InputError("post", "Only posts are held in place")
    return lock_post(spec, inner, at_m, "held here")


def let_go(spec: Any, thing: str) -> Any:
    """The spec without the hold on one post."""
    return replace(spec, locks=tuple(lock for lock in spec.locks if f"{spec.id}/post/{lock.id}" != thing))
