"""Buying for the whole job: one list and one cut plan over its structures, what joining saves, deliveries, counted twice."""

import math
from collections.abc import Collection, Sequence
from dataclasses import replace

from steady.catalog.items import bag_yield_m3
from steady.catalog.purchasing import PurchasingSettings
from steady.data.roles import role
from steady.design_codes.registry import rulebook
from steady.drawing.scene import scene
from steady.errors import InvalidInputError, OutOfScopeError
from steady.estimating.concrete import ConcreteBought, ConcreteOffer, buy_concrete
from steady.jobs.access import AccessNote, access_notes
from steady.jobs.dimension_conflicts import stopped
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.placed_orders import LineBalance, balances, not_ordered
from steady.jobs.received_deliveries import Arrived, arrived, in_hand, still
from steady.jobs.states import state_of
from steady.jobs.supplier_orders import SupplierOrder, supplier_orders
from steady.jobs.treatments import TreatmentRow, treatment_rows
from steady.plan.model import Plan, Vec
from steady.structures.registry import kind_of
from steady.takeoff.bill import Bill, ItemCuts, PieceRow, bill, cuts, pieces
from steady.takeoff.combined import Delivery, deliveries, joined, mass_kg, narrowed
from steady.units.units import FT
from steady.value_objects import value_object

LOAD_M3 = {"metric": 1.0, "imperial": (3 * FT) ** 3}
"""Ready-mix is sold by the quarter of it [common practice]."""
MEASURED_WITHIN_M = 0.001
"""A piece measured off the drawing is its listed length to a millimetre."""


@value_object
class Share:
    """One structure's own list: what it costs and weighs alone. `held`: why its list is not sent; `failed`: why it has none.

    `state`, `says`: its state as a key and in a sentence.
    """

    id: str
    name: str
    total: float
    mass_kg: float
    held: tuple[str, ...] = ()
    failed: str = ""
    state: str = ""
    says: str = ""


@value_object
class Counted:
    """One kind of piece counted two ways: by the list, and off the picture in space."""

    what: str
    listed_count: int
    drawn_count: int
    listed_m: float
    drawn_m: float

    @property
    def differs(self) -> bool:
        """Whether the two do not agree."""
        return self.listed_count != self.drawn_count or abs(self.listed_m - self.drawn_m) > MEASURED_WITHIN_M * max(
            1, self.listed_count
        )


@value_object
class JobList:
    """The whole job's buying list.

    Args:
        saved: What one list and one cut plan save over the structures' own; 0 once something has come: less is to buy then.
        differences: Kinds of pieces of which the list and the drawing disagree; none is how it should be.
        concrete: Bags beside a truck of ready-mix, with both prices where the truck's are known; None: bags are the usual way.
        mass_kg: What is delivered weighs; a share's own is that of its pieces as they are cut.
        orders: What nobody has ordered yet by supplier, each with its text; empty while a structure's list is held.
        balances: Each line against the orders placed and what came: owed, still to order, over.
        treatments: The class that every stick needs where it stands.
        access: What of it does not pass on the way to the work, and how it is carried.
        arrived: What of it has come, day by day.
    """

    bill: Bill
    cuts: tuple[ItemCuts, ...]
    pieces: tuple[PieceRow, ...]
    shares: tuple[Share, ...]
    saved: float
    deliveries: tuple[Delivery, ...]
    counted: int
    differences: tuple[Counted, ...]
    concrete: ConcreteBought | None
    mass_kg: float
    orders: tuple[SupplierOrder, ...]
    balances: tuple[LineBalance, ...]
    access: tuple[AccessNote, ...] = ()
    treatments: tuple[TreatmentRow, ...] = ()
    arrived: tuple[Arrived, ...] = ()


def job_list(job: JobDocument, structures: Collection[str] = (), stages: Collection[str] = ()) -> JobList:
    """One list over a job's structures, or chosen ones and stages. What cannot be planned is said and left out.

    Raises:
        InvalidInputError: A structure that is not there, or nothing that can be bought.
    """
    known = {item.spec.id: item for item in (job.structures if structures else job.built)}
    for name in structures:
        if name not in known:
            raise InvalidInputError("structures", f"This job has no structure {name[:40]}")
    metric = job.reading.metric
    shares, plans, alone = [], list[Plan](), 0.0
    for name, item in known.items():
        if structures and name not in structures:
            continue
        try:
            whole_plan = plan_structure(job, name)
            plan = narrowed(whole_plan, stages)
        except (InvalidInputError, OutOfScopeError) as refused:
            why = refused.message if isinstance(refused, InvalidInputError) else refused.reason
            shares.append(
                Share(id=name, name=item.name, total=0.0, mass_kg=0.0, failed=why, state="cannot-be-built", says=why)
            )
            continue
        own = bill(plan, job.yard, cuts(plan, job.yard, metric=metric))
        held = look_held(job, item)
        held += stopped(job.dimensions, name, ("buy",), tape=job.reading.tape())
        one = state_of(item, whole_plan)
        held += [f"Nothing is ordered for it: {one.says}"] if one.wrong else []
        shares.append(
            Share(
                id=name,
                name=item.name,
                total=own.total,
                mass_kg=mass_kg(plan),
                held=tuple(held),
                state=one.key,
                says=one.says,
            )
        )
        plans.append(plan)
        alone += own.total
    if not plans:
        raise InvalidInputError("structures", "Nothing here can be bought yet: lay something out first")
    whole = joined(plans)
    yard = in_hand(job.yard, job.came)
    item_cuts = cuts(whole, yard, metric=metric)
    bought = still(bill(whole, yard, item_cuts), job.came)
    waits = any(share.held or share.failed for share in shares)
    counted = count_twice(plans)
    brought = deliveries(whole, bought.lines)
    open_lines = balances(bought.lines, job.placed, job.came)
    return JobList(
        bill=bought,
        cuts=tuple(item_cuts),
        pieces=tuple(pieces(whole)),
        shares=tuple(shares),
        saved=0.0 if job.came else alone - bought.total,
        deliveries=brought,
        counted=len(counted),
        differences=tuple(one for one in counted if one.differs),
        concrete=ready_mix(bought.concrete_m3, job.yard, LOAD_M3[job.reading.system]),
        mass_kg=math.fsum(one.mass_kg for one in brought),
        # A list that is held is not sent: there is nothing to copy yet.
        orders=()
        if waits
        else supplier_orders(
            replace(bought, lines=tuple(not_ordered(bought.lines, open_lines))), job.yard, job.name, place=job.place
        ),
        balances=open_lines,
        treatments=treatment_rows(plans, rulebook(job.school), job.decisions),
        access=access_notes(job.site.access, plans, bought.lines, brought=brought, tape=job.reading.tape()),
        arrived=arrived(job.came),
    )


def look_held(job: JobDocument, item: Structure) -> list[str]:
    """Why nothing of a structure is ordered or cut before its look is approved; empty where it is, or nobody asks."""
    approval = kind_of(item.spec).approval(item.spec, job.reading.tape())
    return [approval.held] if approval is not None and approval.held else []


def ready_mix(concrete_m3: float, yard: PurchasingSettings, load_m3: float) -> ConcreteBought | None:
    """Bags beside a truck, from as many bags on as the crew has set; the truck costs 0 while nobody has typed its price."""
    if not concrete_m3 > 0:
        return None
    prices = yard.ready_mix
    offer = ConcreteOffer(
        bag_yield_m3=bag_yield_m3(yard.bag),
        bag_price=yard.unit_price(yard.bag),
        load_m3=load_m3,
        load_price=prices.price_per_m3 * load_m3 if prices is not None else 0.0,
        least_m3=prices.least_m3 if prices is not None else 0.0,
        fee_under_m3=prices.fee_under_m3 if prices is not None else 0.0,
        fee=prices.fee if prices is not None else 0.0,
    )
    both = buy_concrete(concrete_m3, offer, yard.concrete_allowance_ratio)
    return both if both.bags >= yard.ready_mix_over_bags else None


def count_twice(plans: Sequence[Plan]) -> list[Counted]:
    """Every kind of piece by the list, and again off the picture in space: what stands there, measured from end to end.

    Source: geometry: from the middle of one cut end of a solid to the middle of the other.
    """
    listed: dict[str, tuple[int, float]] = {}
    drawn: dict[str, tuple[int, float]] = {}
    for plan in plans:
        for part in plan.parts:
            if part.length_m > 0:
                # What is bent round something is drawn straight across it: there only the count is held against the drawing.
                _add(listed, role(part.role).one, part.count, long_m=part.drawn_m or part.length_m)
        for solid in scene(plan).solids:
            if solid.says in listed:
                half = len(solid.points) // 2
                long_m = math.dist(_middle(solid.points[:half]), _middle(solid.points[half:]))
                _add(drawn, solid.says, solid.count, long_m=long_m)
    found = []
    for what, (count, metres) in listed.items():
        seen, seen_m = drawn.get(what, (0, 0.0))
        found.append(Counted(what=what, listed_count=count, drawn_count=seen, listed_m=metres, drawn_m=seen_m))
    return found


def _add(found: dict[str, tuple[int, float]], what: str, count: int, *, long_m: float) -> None:
    known, metres = found.get(what, (0, 0.0))
    found[what] = known + count, metres + count * long_m


def _middle(points: Sequence[Vec]) -> Vec:
    return tuple(math.fsum(p[k] for p in points) / len(points) for k in range(3))  # type: ignore[return-value]
