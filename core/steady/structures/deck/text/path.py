"""The way of one joist's load to the ground, with numbers: joist, beam, post, footing, soil."""

import math

from steady.design_codes.results import given_step
from steady.plan.model import CalculationStep, Detail
from steady.structures.deck.checks.beams import effects_of
from steady.structures.deck.checks.findings import DeckCheckCollector
from steady.structures.deck.checks.footings import PostResult
from steady.structures.deck.checks.joists import kinds
from steady.structures.deck.layout.framing import DeckFrame
from steady.structures.deck.spec.deck import runs_on


def loads_detail(collector: DeckCheckCollector) -> Detail:
    """What the deck is calculated for: live load, dead load, snow."""
    spec = collector.spec
    return Detail(
        id=f"{spec.id}/loads", about=f"{spec.id}/joists", title="Loads on the deck", facts=collector.load.steps
    )


def load_path(collector: DeckCheckCollector, frame: DeckFrame, posts: list[PostResult]) -> list[Detail]:
    """One detail with the steps; empty where there is no beam."""
    if not frame.beams or not posts:
        return []
    spec, book, load = collector.spec, collector.book, collector.load
    u = book.units
    joist = frame.joists[len(frame.joists) // 2]
    _, effects = kinds(spec, (joist,))[0]
    total = load.total_pa / u.pressure_pa
    spacing = spec.spacing_m / u.span_m
    per_line = u.pressure_pa * u.span_m / u.line_n_per_m
    steps = [
        CalculationStep(
            symbol="w",
            value=total * spacing * per_line,
            unit=u.line,
            formula=f"{per_line:g} * q * s",
            inputs=(("q", total, u.pressure), ("s", spacing, u.span)),
            source="statics",
            says=f"along {joist.id}",
        )
    ]
    parts = effects.reactions if len(effects.reactions) == len(joist.on) else ()
    for name, reaction in zip(joist.on, parts, strict=False):
        says = f"{joist.id} on {name or ('the ledger' if frame.on_house else 'its end')}"
        steps.append(
            given_step(
                "R",
                reaction * load.total_pa * spec.spacing_m / u.force_n,
                u.force,
                source="statics: three-moment equations",
                says=says,
            )
        )
    run = next(run for run in frame.beams if run.id in joist.on)
    post_near = min(range(len(run.posts)), key=lambda k: abs(run.posts[k].u_m - joist.u_m))
    unbroken = runs_on(spec)
    carries = run.carries_m(unbroken)
    steps.append(
        given_step(
            "w_b",
            load.total_pa * carries / u.line_n_per_m,
            u.line,
            source="statics",
            says=f"on {run.id}: {carries / u.span_m:.2f} {u.span} of deck lies on it",
        )
    )
    _, whole = effects_of(run, unbroken)
    post = next(item for item in posts if item.at.id == run.posts[post_near].id)
    steps.append(
        given_step(
            "R_p",
            whole.reactions[post_near] * load.total_pa / u.force_n,
            u.force,
            source="statics: the beam unbroken over its posts",
            says=f"{run.id} on post {post.at.id}, everything loaded",
        )
    )
    steps.append(
        given_step(
            "N",
            post.footing.load_n / u.force_n,
            u.force,
            source="statics",
            says="on its footing: the worst of halves and unbroken, live load where it does most, and the post itself",
        )
    )
    area = post.footing.width_m**2 * (math.pi / 4 if spec.footing_shape == "round" else 1.0)
    steps.append(
        given_step(
            "q_s", post.footing.load_n / area / u.pressure_pa, u.pressure, source="statics", says="on the soil under it"
        )
    )
    return [
        Detail(
            id=f"{spec.id}/path",
            about=f"{spec.id}/joists",
            title=f"The way of {joist.id}'s load to the ground",
            facts=tuple(steps),
        )
    ]
