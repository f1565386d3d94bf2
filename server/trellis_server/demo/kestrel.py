"""Kestrel Ridge cabin, under the Canadian school: a deck that carries snow, and a barrow bridge to the wood store."""

from steady.catalog.purchasing import PurchasingSettings
from steady.ground.site import Locate, Site
from steady.jobs.document import JobDocument, Structure, UnitSettings
from steady.structures.deck.spec.deck import Bridge, Corner, DeckSpec, GuardDesign, Ledger
from steady.structures.manufacturer_ratings import ManufacturerRating

from trellis_server.demo.canopies import cabin_lean_to


def cabin_deck() -> DeckSpec:
    """An L outside the cabin's door, hung on its wall, deep enough for a winter's wood; a low screen on the windy side."""
    corners = ((0.0, 0.0, 0.95), (5.4, 0.0, 1.0), (5.4, 2.4, 1.25), (3.0, 2.4, 1.2), (3.0, 3.6, 1.4), (0.0, 3.6, 1.35))
    return DeckSpec(
        id="cabin-deck",
        outline=tuple(Corner(x_m=x, y_m=y, height_m=h) for x, y, h in corners),
        ledger=Ledger(fixing="bolt", fixing_rating_n=3200.0, hanger_rating_n=4000.0),
        joist="joist 38x184 SPF",
        joists_over="spliced",
        spacing_m=0.4,
        stiffening="bridging and strapping",
        beam="joist 38x235 SPF",
        plies=3,
        overhang_m=0.4,
        post="post 140 SPF",
        board="decking 38x140 SPF",
        board_gap_m=0.006,
        gravel_m=0.1,
        guard=GuardDesign(
            anchor_rating_n=16000.0, spacing_max_m=1.2, screen_on="right", screen_m=1.2, screen_gap_m=0.02
        ),
        ratings=(
            ManufacturerRating(what="joist.uplift_from_screen", holds_n=6000.0),
            ManufacturerRating(what="house_ties.lateral_load_from_screen", holds_n=6500.0),
        ),
    )


def barrow_bridge() -> DeckSpec:
    """Three stringers over the run-off below the cabin, wide enough for a barrow."""
    return DeckSpec(
        id="barrow-bridge",
        outline=tuple(
            Corner(x_m=x, y_m=y, height_m=h)
            for x, y, h in ((0.0, 0.0, 0.32), (1.0, 0.0, 0.32), (1.0, 2.9, 0.32), (0.0, 2.9, 0.32))
        ),
        attach="free",
        joist="joist 38x235 SPF",
        spacing_m=0.48,
        post="post 140 SPF",
        board="decking 38x140 SPF",
        board_gap_m=0.007,
        bridge=Bridge(people="walker", bearing_m=0.2, water_m=0.75),
    )


def kestrel_ridge() -> JobDocument:
    """Snow of the ridge, frost deep in the ground."""
    return JobDocument(
        name="Kestrel Ridge cabin",
        place="the clearing above the run-off",
        client="the cabin's owner",
        wanted="Sit outside in summer, stack wood in winter, and get the barrow across to the wood store with dry feet.",
        school="ca",
        reading=UnitSettings(system="metric", mark_m=0.001),
        site=Site(
            use="house",
            soil="dense sand or gravel",
            frost_m=1.2,
            ground_snow_pa=2400.0,
            rain_snow_pa=400.0,
            wind_pressure_pa=400.0,
            exposure="rough",
            locate=Locate(ticket="KR-77", expires="2026-12-20", owners_answered=True),
        ),
        yard=PurchasingSettings(bag="concrete 20 kg", kerf_m=0.003, trim_m=0.005),
        structures=(
            Structure(name="Cabin deck", spec=cabin_deck()),
            Structure(name="Barrow bridge", spec=barrow_bridge()),
            Structure(name="Wood lean-to", spec=cabin_lean_to()),
        ),
    )
