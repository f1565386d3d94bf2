"""Covering what is wanted by ways of filling a stick or a sheet: a linear or whole-number programme, by a general solver."""

from collections.abc import Sequence

import highspy
import numpy as np

Way = tuple[int, ...]


def covering_model(wanted: Sequence[int]) -> highspy.Highs:
    """An empty programme: at least so many of each piece; ways to fill are added to it."""
    model: highspy.Highs = highspy.Highs()  # type: ignore[no-untyped-call]
    model.silent()
    model.setOptionValue("threads", 1)
    for count in wanted:
        model.addRow(float(count), highspy.kHighsInf, 0, np.array([], dtype=np.int32), np.array([], dtype=np.float64))
    return model


def add_way(model: highspy.Highs, way: Way, cost: float) -> None:
    """One more way: how many of each piece it gives, and its cost."""
    rows = [i for i, n in enumerate(way) if n]
    values = np.array([float(way[i]) for i in rows])
    model.addCol(cost, 0.0, highspy.kHighsInf, len(rows), np.array(rows, dtype=np.int32), values)


def make_whole(model: highspy.Highs, ways: int) -> None:
    """Every way is used a whole number of times."""
    model.changeColsIntegrality(ways, np.arange(ways, dtype=np.int32), np.array([highspy.HighsVarType.kInteger] * ways))


def proved(model: highspy.Highs) -> bool:
    """Whether the last run proved its answer the least."""
    return bool(model.getModelStatus() == highspy.HighsModelStatus.kOptimal)


def fewest(wanted: Sequence[int], ways: Sequence[Way]) -> tuple[int, ...] | None:
    """How often each way is used where together they give what is wanted in the fewest; None where none was proved."""
    model = covering_model(wanted)
    for way in ways:
        add_way(model, way, 1.0)
    make_whole(model, len(ways))
    model.run()
    return tuple(round(times) for times in model.getSolution().col_value) if proved(model) else None
