"""The finish of any structure's wood: its surface, litres by the maker's coverage, when it is put on, and what drying adds."""

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le

from steady.data.loader import keyed
from steady.data.roles import role
from steady.plan.model import DRYING, Part, PartPlacement, Plan, Task
from steady.structures.form_schema import Field, Group
from steady.structures.measurement_targets import COATED_AT_MOST, coat_target
from steady.structures.wood import is_wood
from steady.value_objects import value_object

SPILL_RATIO = 0.1
"""Left in tins and on the ground [common practice]."""


@value_object
class Finish:
    """How the wood is finished. `coverage_m2_per_l` for one coat, as its maker says."""

    kind: Literal["none", "oil", "stain", "paint"] = "none"
    when: Literal["before building", "after building"] = "after building"
    coats: Annotated[int, Ge(1), Le(5)] = 2
    coverage_m2_per_l: Annotated[float, Gt(0.5), Le(30)] = 8.0

    @property
    def coated(self) -> bool:
        """Whether anything is put on."""
        return self.kind in keyed("finishes")

    @property
    def first(self) -> bool:
        """Put on before building: all faces and cut ends."""
        return self.when == "before building"

    @property
    def drying_h(self) -> float:
        """Drying of all coats in fair weather (h). Source: data/finishes.csv, common practice."""
        return keyed("finishes")[self.kind].number("drying_h") * self.coats

    @property
    def words(self) -> str:
        """What a client reads of it."""
        if not self.coated:
            return "the wood is left as it comes, without a finish"
        return f"{'one coat' if self.coats == 1 else f'{self.coats} coats'} of {self.kind}, {self.when}"


def finish_group(path: str) -> Group:
    """What a panel asks of the finish that stands at a path of a spec."""
    coated = (f"{path}/kind", ("oil", "stain", "paint"))
    return Group(
        title="Finish",
        folded=True,
        fields=(
            Field(path=f"{path}/kind", says="Finish", sort="choice"),
            Field(path=f"{path}/when", says="It is put on", sort="choice", when=coated),
            Field(path=f"{path}/coats", says="Coats", sort="count", when=coated),
            Field(
                path=f"{path}/coverage_m2_per_l",
                says="Coverage, m² a litre",
                sort="number",
                text="One coat, by its maker",
                when=coated,
            ),
        ),
    )


def surface_m2(plan: Plan) -> float:
    """Wood to be coated (m²): every face of every piece, what stands in the ground left out.

    After building a board hides a face on every rail; that is not taken off, the brush needs it anyway.
    """
    ground = {footing.under: footing.at[2] for footing in plan.footings}
    total = 0.0
    for part in plan.parts:
        if part.length_m <= 0 or role(part.role).material != "timber" or not is_wood(part.item):
            continue
        for place in part.places:
            low_m = ground.get(place.about or place.id, ground.get(place.id, -math.inf))
            buried_m = min(part.length_m, max(0.0, low_m - place.at[2])) if place.along[2] > 0.9 else 0.0
            total += place.count * part.each * 2 * sum(part.section_m) * (part.length_m - buried_m)
    return total


def with_finish(plan: Plan, finish: Finish) -> Plan:
    """The plan with what is bought for its finish, the task of putting it on, and what is measured before it."""
    if not finish.coated:
        return plan
    surface = surface_m2(plan)
    litres = surface * finish.coats / finish.coverage_m2_per_l * (1 + SPILL_RATIO)
    name = f"{plan.id}/finish"
    place = PartPlacement(id=name, at=(0.0, 0.0, 0.0), along=(0.0, 0.0, 1.0), up=(1.0, 0.0, 0.0))
    tins = Part(
        id=name,
        role="finish",
        item=f"finish {finish.kind}",
        length_m=0.0,
        section_m=(0.0, 0.0),
        places=(place,),
        each=math.ceil(litres - 1e-9),
    )
    return replace(
        plan,
        parts=(*plan.parts, tins),
        tasks=_tasks(plan, finish, surface, litres=litres),
        targets=(*plan.targets, coat_target(name)),
    )


def _tasks(plan: Plan, finish: Finish, surface: float, *, litres: float) -> tuple[Task, ...]:
    """Coating as a step of its own: before building it comes first and the frame waits until it is dry; else it comes last."""
    what = f"{finish.kind.capitalize()}, {finish.coats} {'coat' if finish.coats == 1 else 'coats'}, "
    what += "all faces and cut ends, before building" if finish.first else "all that is in sight, when it is dry enough"
    name = f"{plan.id}/finish"
    framed = [task.id for task in plan.tasks if task.stage in FRAMED]
    coat = Task(
        id=name,
        what=f"{what}; {finish.drying_h:.0f} h of drying in fair weather, the tin says",
        about=(plan.id,),
        work=(
            ("surface", round(surface, 1), "m2"),
            ("finish", round(litres, 1), "L"),
            (DRYING, finish.drying_h, "h"),
        ),
        after=() if finish.first else tuple((one, "") for one in framed),
        hold=f"wood below {100 * COATED_AT_MOST:.0f} % moisture by a meter, no rain due",
    )
    if not finish.first:
        return (*plan.tasks, coat)
    return (coat, *_wait_for(plan.tasks, framed[:1], name))


FRAMED = ("frame", "close")


def _wait_for(tasks: Sequence[Task], names: Sequence[str], coat: str) -> list[Task]:
    return [replace(task, after=(*task.after, (coat, "dry"))) if task.id in names else task for task in tasks]
