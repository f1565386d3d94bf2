"""Calculators of low decks, boards, guards, tubs and edges."""

import math

from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.panels import TEMPERATURES, heat_of
from steady.calculators.wood import SCHOOL, school_of
from steady.errors import InvalidInputError
from steady.layout.board_drift import Drift, drift
from steady.layout.board_fields import BoardField, DiagonalBoards, FramedDeck, clips, diagonal, effective_span_m, field
from steady.layout.edges import Arc, arc_of, by_chord
from steady.layout.low_decks import (
    LOW_SEATS,
    SleeperDeck,
    Sleepers,
    Stack,
    blocks_allowed,
    checked_stack,
    level_steps,
    sleepers,
)
from steady.statics.cable_guards import CableGuard, Tub, checked_cables, checked_tub, infill_wind_n_m
from steady.units.units import IN

SPHERE_M = 4 * IN
CLIMB_FREE_M = {"us": math.inf, "ca": 4.2}
"""Falls up to which footholds are allowed in a guard; elsewhere never. From memory, high to medium."""


def _drift(given: Given) -> Drift:
    return drift(
        given.length("planned"),
        given.length("measured"),
        given.length("gap"),
        left=given.count("left"),
        most_m=given.maybe("most", "length"),
    )


def _stack(given: Given) -> Stack:
    return checked_stack(
        Stack(
            height_m=given.length("height"),
            boards_m=given.length("boards"),
            joist_m=given.length("joist"),
            beam_m=given.length("beam", 0.0),
            seat=given.choice("seat", LOW_SEATS),  # type: ignore[arg-type]
            least_clear_m=given.length("least_clear", 0.0),
        )
    )


def _sleepers(given: Given) -> Sleepers:
    return sleepers(
        SleeperDeck(
            length_m=given.length("length"),
            width_m=given.length("width"),
            spacing_most_m=given.length("spacing_most"),
            sleeper_m=given.length("sleeper"),
            load_pa=given.quantity("load", "pressure"),
            gravel_deep_m=given.length("gravel_depth", 4 * IN),
            gravel_past_m=given.length("gravel_past", 6 * IN),
        )
    )


def _allowed(given: Given) -> str:
    allowed = blocks_allowed(
        school_of(given).key,
        given.quantity("deck_area", "area"),
        given.length("height"),
        attached=given.flag("attached"),
        beams=given.flag("beams"),
    )
    return "yes" if allowed else "no"


def _block_pa(given: Given) -> float:
    base = given.length("base")
    if not base > 0:
        raise InvalidInputError("base", "must be above 0")
    return given.quantity("area_each", "area") * given.quantity("load", "pressure") / base**2


def _block_use(given: Given) -> float:
    bearing = given.quantity("bearing", "pressure")
    if not bearing > 0:
        raise InvalidInputError("bearing", "must be above 0")
    return _block_pa(given) / bearing


def _spacing_most(given: Given) -> float:
    span = effective_span_m(1.0, given.quantity("angle", "angle"))
    return given.length("span_most") / span


def _diagonal(given: Given) -> DiagonalBoards:
    length_m, width_m, board_m, gap_m = (given.length(name) for name in ("length", "width", "board", "gap"))
    return diagonal(length_m, width_m, board_m, gap_m=gap_m)


def _field(given: Given) -> BoardField:
    return field(
        FramedDeck(
            length_m=given.length("length"),
            width_m=given.length("width"),
            board_m=given.length("board"),
            gap_m=given.length("gap"),
            frame_boards=given.count("frame_boards", 1),
            breakers=given.count("breakers", 0),
            breaker_boards=given.count("breaker_boards", 1),
            bearing_m=given.length("bearing", 1 * IN),
        )
    )


def _joint(given: Given, shrunk: bool, share: float = 1.0) -> float:
    heat = heat_of(given)
    moves = heat.grows_m + (heat.shrinks_m if shrunk else 0.0)
    return given.length("least", 0.0) + moves * share


def _clips(given: Given) -> tuple[int, int]:
    return clips(given.count("rows"), given.count("joists"), given.count("every", 1))


def _cables(given: Given) -> CableGuard:
    return checked_cables(
        CableGuard(
            cables=given.count("cables"),
            tension_n=given.quantity("tension", "force"),
            spacing_m=given.length("spacing"),
            diameter_m=given.length("diameter"),
            rail_m=given.length("rail_height"),
            clear_m=given.length("clear"),
            run_m=given.length("run"),
            stiffness_n=given.quantity("stiffness", "force"),
            push_n=given.quantity("push", "force"),
            sphere_m=given.length("sphere", SPHERE_M),
        )
    )


def _infill(given: Given) -> float:
    lengths = given.length("height"), given.length("post_spacing")
    return infill_wind_n_m(given.quantity("pressure", "pressure"), *lengths)


def _over_point(given: Given) -> float:
    point = given.quantity("point_load", "force") * given.length("height")
    if not point > 0:
        raise InvalidInputError("point_load", "must be above 0")
    return _infill(given) / point


def _climb(given: Given) -> str:
    fall = given.length("fall")
    if fall < 0:
        raise InvalidInputError("fall", "must be 0 or more")
    return "allowed" if fall <= CLIMB_FREE_M.get(school_of(given).key, -1.0) + 1e-9 else "not allowed"


def _tub(given: Given) -> Tub:
    return checked_tub(
        Tub(
            empty_kg=given.quantity("empty", "mass"),
            water_m3=given.quantity("water", "volume"),
            persons=given.count("persons"),
            along_m=given.length("along"),
            across_m=given.length("across"),
            joists_apart_m=given.length("joist_spacing"),
            span_m=given.length("span"),
            start_m=given.length("start"),
            dead_pa=given.quantity("dead", "pressure", 0.0),
            person_kg=given.quantity("person", "mass", 80.0),
        )
    )


def _doubled(given: Given) -> int:
    doubled = given.count("doubled", 1)
    if doubled < 1:
        raise InvalidInputError("doubled", "must be 1 or more")
    return doubled


def _arc(given: Given) -> Arc:
    facets = given.count("facets") if given.has("facets") else None
    if given.has("chord"):
        radius, angle = by_chord(given.length("chord"), given.length("rise"))
    else:
        radius, angle = given.length("radius"), given.quantity("angle", "angle")
    return arc_of(radius, angle, facets, error_most_m=given.maybe("error_most", "length"))


def _clip(given: Given) -> tuple[float, float]:
    along, across = given.length("along"), given.length("across")
    for name, amount in (("along", along), ("across", across)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    return along, across


def _steps(given: Given) -> tuple[int, float, float]:
    return level_steps(given.length("drop"), given.length("riser_most"), given.length("going"))


SUMS = (
    Calculator(
        name="deck.low_stack",
        asks="Does a low deck's wood fit under its boards?",
        inputs=(
            *needs("height", "boards", "joist", kind="length"),
            *takes("length", beam="0"),
            Input(name="seat", kind="drop|flush|none"),
            *takes("length", least_clear="0"),
        ),
        outputs=(
            Output(name="stack", unit="in|mm", calculate=lambda g: _stack(g).stack_m),
            Output(name="clear", unit="in|mm", calculate=lambda g: _stack(g).clear_m),
            Output(name="spare", unit="in|mm", calculate=lambda g: _stack(g).clear_m - _stack(g).least_clear_m),
            Output(name="least_height", unit="in|mm", calculate=lambda g: _stack(g).least_height_m),
            text("fits", lambda g: "yes" if _stack(g).clear_m >= _stack(g).least_clear_m - 1e-9 else "no"),
        ),
        source="geometry: one on the other",
    ),
    Calculator(
        name="deck.sleepers",
        asks="How many sleepers, and what do they press on the gravel?",
        inputs=(
            *needs("length", "width", "spacing_most", "sleeper", kind="length"),
            *needs("load", kind="pressure"),
            *takes("length", gravel_depth="4 in", gravel_past="6 in"),
        ),
        outputs=(
            number("sleepers", lambda g: _sleepers(g).count),
            Output(name="spacing", unit="in|mm", calculate=lambda g: _sleepers(g).spacing_m),
            Output(name="pressure", unit="psf|kPa", calculate=lambda g: _sleepers(g).pressure_pa),
            Output(name="gravel", unit="ft3|m3", calculate=lambda g: _sleepers(g).gravel_m3),
        ),
        source="statics: the load on all sleepers",
    ),
    Calculator(
        name="deck.block",
        asks="May a deck lie on blocks, and what do they press on the ground?",
        inputs=(
            Input(name="school", kind="us|ca"),
            *takes("area", deck_area="for whether it may"),
            *takes("length", height="for whether it may"),
            *takes("flag", attached="no", beams="no"),
            *takes("area", area_each="for its pressure"),
            *takes("pressure", load="for its pressure"),
            *takes("length", base="for its pressure"),
            *takes("pressure", bearing="for its use"),
        ),
        outputs=(
            text("allowed", _allowed),
            Output(name="pressure", unit="psf|kPa", calculate=_block_pa),
            number("use", _block_use, "-"),
        ),
        source="irc: R507.3; practice in Canada",
    ),
    Calculator(
        name="boards.effective_span",
        asks="How far do boards at an angle span?",
        inputs=(
            *takes("length", spacing="for the span"),
            *needs("angle", kind="angle"),
            *takes("length", span_most="for the spacing"),
        ),
        outputs=(
            Output(
                name="span",
                unit="in|mm",
                calculate=lambda g: effective_span_m(g.length("spacing"), g.quantity("angle", "angle")),
            ),
            Output(name="spacing_most", unit="in|mm", calculate=_spacing_most),
        ),
        source="geometry: along the board",
    ),
    Calculator(
        name="boards.diagonal",
        asks="How many boards at 45 degrees, and how long?",
        inputs=needs("length", "width", "board", "gap", kind="length"),
        outputs=(
            number("rows", lambda g: _diagonal(g).rows),
            Output(name="longest", unit="ft|m", calculate=lambda g: _diagonal(g).longest_m),
            Output(name="stock", unit="ft|m", calculate=lambda g: _diagonal(g).stock_m),
            number("waste", lambda g: _diagonal(g).waste, "-"),
        ),
        source="geometry: rows clipped by a rectangle",
    ),
    Calculator(
        name="boards.drift",
        asks="The boards have run ahead of their mark: what is the next gap?",
        inputs=(
            Input(name="planned", kind="length", says="far edge by the running mark"),
            Input(name="measured", kind="length", says="where it is"),
            Input(name="gap", kind="length", says="as laid"),
            Input(name="left", kind="count", says="gaps still to come"),
            Input(name="most", kind="length", says="no gap over this", default=""),
        ),
        outputs=(
            Output(name="ahead", unit="in|mm", calculate=lambda g: _drift(g).ahead_m),
            Output(name="gaps", unit="count", calculate=lambda g: _drift(g).gaps),
            Output(name="gap", unit="in|mm", calculate=lambda g: _drift(g).gap_m),
            Output(name="rip", unit="in|mm", calculate=lambda g: _drift(g).rip_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="boards.field",
        asks="How do boards go inside a frame with breakers?",
        inputs=(
            *needs("length", "width", "board", "gap", kind="length"),
            *takes("count", frame_boards="1", breakers="0", breaker_boards="1"),
            *takes("length", bearing="1 in"),
        ),
        outputs=(
            Output(name="field_length", unit="in|mm", calculate=lambda g: _field(g).field_length_m),
            number("rows", lambda g: _field(g).rows),
            Output(name="last_board", unit="in|mm", calculate=lambda g: _field(g).last_board_m),
            number("pieces", lambda g: _field(g).pieces),
            Output(name="breaker_width", unit="in|mm", calculate=lambda g: _field(g).breaker_width_m),
            Output(name="support", unit="in|mm", calculate=lambda g: _field(g).support_m),
        ),
        source="geometry: frame, field and breakers",
    ),
    Calculator(
        name="boards.movement",
        asks="What gap do boards need between their ends?",
        inputs=(
            *needs("length", kind="length"),
            *needs("coefficient", kind="number"),
            *TEMPERATURES,
            *takes("length", least="0"),
            *takes("middle|end", held="middle"),
        ),
        outputs=(
            Output(name="movement", unit="in|mm", calculate=lambda g: heat_of(g).grows_m + heat_of(g).shrinks_m),
            Output(name="joint_now", unit="in|mm", calculate=lambda g: _joint(g, shrunk=False)),
            Output(name="joint_cold", unit="in|mm", calculate=lambda g: _joint(g, shrunk=True)),
            Output(name="wall_now", unit="in|mm", calculate=lambda g: _joint(g, shrunk=False, share=heat_of(g).share)),
        ),
        source="practice: a length, its coefficient and a change of temperature",
    ),
    Calculator(
        name="boards.clips",
        asks="How many hidden clips?",
        inputs=(*needs("rows", "joists", kind="count"), *takes("count", every="1")),
        outputs=(number("clips", lambda g: _clips(g)[0]), number("starters", lambda g: _clips(g)[1])),
        source="practice: one in each gap at each joist",
    ),
    Calculator(
        name="guard.cable",
        asks="What do cables do to their posts, and does a sphere pass between them?",
        inputs=(
            *needs("cables", kind="count"),
            *needs("tension", kind="force"),
            *needs("spacing", "diameter", "rail_height", "clear", "run", kind="length"),
            *needs("stiffness", "push", kind="force"),
            *takes("length", sphere="4 in"),
        ),
        outputs=(
            Output(name="pull", unit="lb|kN", calculate=lambda g: _cables(g).pull_n),
            Output(name="moment_free", unit="lb-ft|kN.m", calculate=lambda g: _cables(g).moment_free_n_m),
            Output(name="moment_held", unit="lb-ft|kN.m", calculate=lambda g: _cables(g).moment_held_n_m),
            Output(name="rail_push", unit="lb|kN", calculate=lambda g: _cables(g).rail_push_n),
            Output(name="sag", unit="in|mm", calculate=lambda g: _cables(g).sag_m),
            Output(name="tension_pushed", unit="lb|kN", calculate=lambda g: _cables(g).tension_at(_cables(g).sag_m)),
            Output(name="opening", unit="in|mm", calculate=lambda g: _cables(g).opening_m),
            text("passes", lambda g: "yes" if _cables(g).passes else "no"),
        ),
        source="statics: a cable pushed in its middle; the push our own",
    ),
    Calculator(
        name="guard.infill_wind",
        asks="What does wind on solid infill bring to a guard post?",
        inputs=(
            *needs("pressure", kind="pressure"),
            *needs("height", "post_spacing", kind="length"),
            *needs("point_load", kind="force"),
        ),
        outputs=(
            Output(name="moment", unit="lb-ft|kN.m", calculate=_infill),
            number("over_point", _over_point, "-"),
        ),
        source="statics: an even load on a cantilever",
    ),
    Calculator(
        name="guard.climb",
        asks="May a guard have footholds?",
        inputs=(SCHOOL, *needs("fall", kind="length")),
        outputs=(text("says", _climb),),
        source="practice: each school's rule, from memory, medium to high",
    ),
    Calculator(
        name="deck.tub",
        asks="What does a tub bring on the joists that an engineer will design?",
        inputs=(
            *needs("empty", kind="mass"),
            *needs("water", kind="volume"),
            *needs("persons", kind="count"),
            *needs("along", "across", "joist_spacing", "span", "start", kind="length"),
            *takes("pressure", dead="0"),
            *takes("count", doubled="1"),
            *takes("mass", person="80 kg"),
        ),
        outputs=(
            Output(name="total", unit="lb|kN", calculate=lambda g: _tub(g).whole_n),
            Output(name="pressure", unit="psf|kPa", calculate=lambda g: _tub(g).pressure_pa),
            Output(name="line", unit="plf|kN/m", calculate=lambda g: _tub(g).line_n_per_m),
            Output(name="moment", unit="lb-ft|kN.m", calculate=lambda g: _tub(g).moment_n_m),
            Output(name="moment_each", unit="lb-ft|kN.m", calculate=lambda g: _tub(g).moment_n_m / _doubled(g)),
            Output(name="reaction", unit="lb|kN", calculate=lambda g: _tub(g).reaction_n),
        ),
        source="statics: a patch on a simple span",
    ),
    Calculator(
        name="edge.arc",
        asks="How is an arc laid out in straight facets?",
        inputs=(
            *takes("length", radius="or a chord and its rise"),
            *takes("angle", angle="or a chord and its rise"),
            *takes("length", chord="or radius and angle", rise="or radius and angle"),
            *takes("count", facets="or an error"),
            *takes("length", error_most="or facets"),
        ),
        outputs=(
            Output(name="radius", unit="ft|m", calculate=lambda g: _arc(g).radius_m),
            number("facets", lambda g: _arc(g).facets),
            Output(name="facet", unit="in|mm", calculate=lambda g: _arc(g).facet_m),
            Output(name="error", unit="in|mm", calculate=lambda g: _arc(g).error_m),
            Output(name="turn", unit="deg", calculate=lambda g: _arc(g).turn_rad),
            Output(name="arc", unit="ft|m", calculate=lambda g: _arc(g).arc_m),
            Output(name="chord_sum", unit="ft|m", calculate=lambda g: _arc(g).facets * _arc(g).facet_m),
        ),
        source="geometry: chords of an arc",
    ),
    Calculator(
        name="edge.clip",
        asks="How is a corner clipped?",
        inputs=needs("along", "across", kind="length"),
        outputs=(
            Output(name="edge", unit="in|mm", calculate=lambda g: math.hypot(*_clip(g))),
            Output(name="angle", unit="deg", calculate=lambda g: math.atan2(_clip(g)[1], _clip(g)[0])),
            Output(name="mitre", unit="deg", calculate=lambda g: math.atan2(_clip(g)[1], _clip(g)[0]) / 2),
            Output(name="area", unit="ft2|m2", calculate=lambda g: math.prod(_clip(g)) / 2),
        ),
        source="geometry: a triangle",
    ),
    Calculator(
        name="deck.level_steps",
        asks="How many box steps lie between two levels?",
        inputs=needs("drop", "riser_most", "going", kind="length"),
        outputs=(
            number("risers", lambda g: _steps(g)[0]),
            Output(name="riser", unit="in|mm", calculate=lambda g: _steps(g)[1]),
            number("boxes", lambda g: _steps(g)[0] - 1),
            Output(name="lowest_box", unit="in|mm", calculate=lambda g: _steps(g)[2]),
        ),
        source="geometry: risers all alike",
    ),
)
