"""A list gone through by several processes at once, its answers in the list's order. For a process with one thread alone."""

import os
import pickle
from collections.abc import Callable, Iterator
from typing import BinaryIO, TypeVar

Item = TypeVar("Item")
Answer = TypeVar("Answer")
FEWEST = 12
"""Shorter lists are not worth a second process."""


def shared_map(work: Callable[[Item], Answer], items: list[Item]) -> Iterator[Answer]:
    """`work` of each item, by as many processes as the machine has cores; each takes every so-manieth item.

    Raises:
        Exception: What `work` raised of an item, in its turn.
    """
    hands = min(4, os.cpu_count() or 1)
    if hands < 2 or len(items) < FEWEST:
        yield from map(work, items)
        return
    pipes = [_hand(work, items[number::hands]) for number in range(hands)]
    try:
        for number in range(len(items)):
            answer: Answer | Exception = pickle.load(pipes[number % hands])
            if isinstance(answer, Exception):
                raise answer
            yield answer
    finally:
        for pipe in pipes:
            pipe.close()


def _done(work: Callable[[Item], Answer], item: Item) -> Answer | Exception:
    """What goes wrong in a hand goes wrong where its answer is waited for."""
    try:
        return work(item)
    except Exception as error:
        return error


def _hand(work: Callable[[Item], Answer], items: list[Item]) -> BinaryIO:
    """A child that does these; nobody listening ends it."""
    reading, writing = os.pipe()
    if os.fork() == 0:
        try:
            os.close(reading)
            with os.fdopen(writing, "wb") as pipe:
                for item in items:
                    pickle.dump(_done(work, item), pipe)
                    pipe.flush()
        except BrokenPipeError:
            pass
        finally:
            os._exit(0)
    os.close(writing)
    return os.fdopen(reading, "rb")
