"""The benchmarks: plans, a drag's round trip, cut plans, beams, the first screen's script. Ratios, with times beside them."""

import gzip
import os
import random
import time
import warnings
from collections.abc import Callable
from dataclasses import replace
from datetime import date
from functools import partial
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandParser
from django.db import connection
from django.test import Client
from django.test.utils import override_settings
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import BendingDemand, check_member, even_action
from steady.design_codes.registry import rulebook
from steady.design_codes.requests import Wood
from steady.drawing.scene import scene
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.jobs.client_quote import offer
from steady.jobs.document import JobDocument, Structure, case_of, plan_structure
from steady.jobs.job_schedule import calendar
from steady.jobs.site_layout import site_plan, whole_scene
from steady.jobs.starting_designs import forget_searched, start
from steady.jobs.sun_shade import SunRequest, sun
from steady.memo import search_cache_scope
from steady.statics.beam import SpreadLoad, solve
from steady.structures.deck.designs.search import choices
from steady.structures.deck.plan import calculate_deck
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.fence.spec.fence import FenceSpec, NoDig, Straight
from steady.structures.lean_to.line_parser import read_lean_to
from steady.structures.option import Choice
from steady.structures.pavilion.line_parser import read_pavilion
from steady.structures.pergola.line_parser import read_pergola
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput, Spec
from steady.takeoff.cutting import StockLength, cut_plan
from steady.units.show import Tape
from steady.units.units import FT, IN, MPH

from trellis_server.collector import settle
from trellis_server.demo.jobs import larkspur_rise
from trellis_server.models import Card, Crew, Revision
from trellis_server.models import Job as Kept
from trellis_server.services import cards, documents

JSON = "application/json"
SHARED = 4


def best(work: Callable[[], Any], tries: int = 5) -> float:
    """The least time of a few tries (s), the first thrown away."""
    work()
    times = []
    for _ in range(tries):
        began = time.perf_counter()
        work()
        times.append(time.perf_counter() - began)
    return min(times)


def one_look(case: DesignInput) -> list[Choice]:
    """All that a deck has to choose from, looked for as one search."""
    with search_cache_scope():
        return list(choices(case))


def long_fence(bays: int, zones: int) -> tuple[FenceSpec, Site]:
    """A fence of so many bays with a bend every 25, on a falling bank."""
    each = 25
    straights = tuple(
        Straight(id=f"s{k}", length_m=(min(each, bays - k * each) * 8 - 0.5) * FT, turn_rad=0.2 if k else 0.0)
        for k in range(-(-bays // each))
    )
    total = sum(s.length_m for s in straights)
    found = tuple(NoDig(id=f"z{k}", at_m=total * (k + 0.55) / max(zones, 1), half_width_m=0.45) for k in range(zones))
    shots = tuple(LevelReading(at_m=min(total, 6.0 * k), height_m=-0.05 * k) for k in range(int(total / 6) + 1))
    return FenceSpec(id="f", straights=straights, zones=found), Site(grounds=(Ground(line="f", shots=shots),))


def thousand(book: Rulebook, wood: Wood) -> list[Any]:
    """A thousand member checks, each under its own load."""
    return [
        check_member(
            book, wood, BendingDemand(dead=even_action(100 + k / 10, 3), live=even_action(800 + k, 3), span_m=3.0)
        )
        for k in range(1000)
    ]


KEPT = settings.BASE / "docs" / "bench.md"
THIS, BEFORE = "## This run", "## The run before"


def keep(said: list[str]) -> None:
    """This run on the page of results, and what was this run before it under its own heading."""
    old = KEPT.read_text(encoding="utf-8") if KEPT.exists() else ""
    last = old.partition(THIS)[2].partition(BEFORE)[0].strip() or "None was kept."
    lines = "\n".join(f"    {line}" if line.startswith(" ") else f"- {line}" for line in said)
    KEPT.write_text(
        "# What it takes\n\n"
        "Written by `./trellis bench --keep`. Times are of one machine and tell little by themselves; the ratios, marked ×, and\n"
        "how this run compares with the one before on the same machine, tell what changed.\n\n"
        f"{THIS}\n\n{date.today():%Y-%m-%d}, {os.cpu_count()} cores.\n\n{lines}\n\n{BEFORE}\n\n{last}\n",
        encoding="utf-8",
    )


class Command(BaseCommand):
    """See the module."""

    help = "Run the benchmarks."

    def handle(self, *args: Any, **options: Any) -> None:
        """Run them all, the collector set as the server sets it."""
        self.said: list[str] = []
        settle()
        self.plans()
        self.starts()
        self.shares()
        self.round_trip()
        name = connection.settings_dict["NAME"]
        connection.creation.create_test_db(verbosity=0, autoclobber=True)
        try:
            self.shelf()
        finally:
            connection.creation.destroy_test_db(name, verbosity=0)
        self.cutting()
        self.beams()
        self.members()
        self.decks()
        self.pergolas()
        self.whole()
        self.script()
        if options["keep"]:
            keep(self.said)
            self.stdout.write(f"Kept in {KEPT.relative_to(settings.BASE)}, beside the run before")

    def add_arguments(self, parser: CommandParser) -> None:
        """--keep."""
        parser.add_argument("--keep", action="store_true", help="keep this run in docs/bench.md, beside the one before")

    def say(self, line: str) -> None:
        """Tell a line, and keep it for the page."""
        self.said.append(line)
        self.stdout.write(line)

    def plans(self) -> None:
        """10, 100 and 600 bays (a line may be 1,500 m long), with and without six zones."""
        self.say("Plan of a fence (aim: 100 bays under 10 ms, 50 ms with zones, growth no worse than linear)")
        for zones in (0, 6):
            times = {}
            for bays in (10, 100, 600):
                spec, site = long_fence(bays, zones)
                book, yard, tape = rulebook("us"), PurchasingSettings(), Tape()
                times[bays] = best(lambda: plan(DesignInput(spec=spec, site=site, book=book, yard=yard, tape=tape)), 20)  # noqa: B023
            shown = ", ".join(f"{bays} bays {seconds * 1e3:.1f} ms" for bays, seconds in times.items())
            growth = f"×10 bays take ×{times[100] / times[10]:.1f}, then ×6 take ×{times[600] / times[100]:.1f}"
            self.say(f"  {zones} zones: {shown}; {growth}")

    def starts(self) -> None:
        """Every starting point of a 100-ft fence, each with its gust and price, as the cards ask for them: each searched anew."""
        spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=100 * FT),))
        site = Site(wind_speed_m_per_s=105 * MPH, soil="sand", frost_m=0.76)
        job = JobDocument(name="b", site=site, structures=(Structure(name="f", spec=spec),))
        once = best(lambda: plan(case_of(job, "f")), 5)
        habit = best(lambda: start(job, "f", "usual here"), 3)

        def every() -> None:
            forget_searched()
            for which in ("usual here", "cheapest", "sturdier"):
                start(job, "f", which)

        cards = best(every, 3)
        self.say(
            f"Starts of a 100-ft fence (aim: the first in 150 ms, all in 1,000 ms): first {habit * 1e3:.0f} ms, "
            f"×{habit / once:.0f} one plan; all {cards * 1e3:.0f} ms, ×{cards / once:.0f}"
        )

    def shares(self) -> None:
        """How many ordinary structures of each kind and school can be built by their lowest-cost start."""
        from tests.typed_lines import KINDS, SCHOOLS, share  # the tests' own list, which nothing else needs here

        self.say(
            f"Ordinary structures that can be built by their lowest-cost start, of {SHARED} typed lines each (aim: 95 %)"
        )
        for school in SCHOOLS:
            found = {kind: share(school, kind, SHARED) for kind in KINDS}
            passed, looked = (sum(one[k] for one in found.values()) for k in (0, 1))
            each = ", ".join(f"{kind} {one[0]}" for kind, one in found.items())
            self.say(f"  {school}: {passed / looked:.0%}; {each}")

    def round_trip(self) -> None:
        """A moment of a pull over real HTTP, beside other people's searches, and what it takes of a page."""
        from trellis_server.tests import in_browser, over_http  # the real server, as tests start it

        for line in over_http.told() + in_browser.told():
            self.say(line)

    def shelf(self) -> None:
        """The list of a crew with 500 jobs, their cards kept, and what travels with the drawings in view."""
        with override_settings(ALLOWED_HOSTS=["testserver"]):
            crew = Crew.objects.create(name="a crew of the bench")
            crew.members.add(who := get_user_model().objects.create_user("bench"))
            jobs = Kept.objects.bulk_create(Kept(crew=crew, name=f"Job {k}") for k in range(500))
            document = documents.dump(larkspur_rise())
            made = Revision.objects.bulk_create(Revision(job=job, number=1, document=document) for job in jobs)
            for job, revision in zip(jobs, made, strict=True):
                job.current = revision
            Kept.objects.bulk_update(jobs, ["current"])
            one = cards.card(jobs[0])
            kept = {"revision": 1, "rules": cards.rules(), "structures": one["structures"], "view": one["view"]}
            Card.objects.exclude(job=jobs[0]).filter(job__in=jobs).delete()
            Card.objects.bulk_create(Card(job=job, **kept) for job in jobs[1:])
            client = Client()
            client.force_login(who)
            seconds = best(lambda: client.get("/api/jobs"), 9)
            empty = best(lambda: client.get("/api/session"), 9)
            light = len(gzip.compress(client.get("/api/jobs").content))
            drawn = len(gzip.compress(client.get(f"/api/jobs/{jobs[0].pk}/card").content))
        self.say(
            f"A list of 500 jobs (aim: 100 ms and 150 kB): {seconds * 1e3:.0f} ms, ×{seconds / empty:.0f} an empty request; "
            f"{light / 1000:.0f} kB compressed, {drawn / 1000:.1f} kB a drawing that comes into view"
        )

    def cutting(self) -> None:
        """50, 500 and 3,000 pieces, lengths repeating and nearly all different."""
        self.say("Cut plans (aim: a first plan at once, within 0.5 % of the proved bound in two seconds)")
        stocks = [StockLength(length_m=feet * FT, price=p) for feet, p in ((8, 5.9), (10, 7.8), (12, 9.7), (16, 13.2))]
        for name, few in (("repeating", True), ("nearly all different", False)):
            for count in (50, 500, 3000):
                rng = random.Random(count)
                sizes = [45 + 1.25 * k for k in range(40)]
                pieces = [((rng.choice(sizes) if few else rng.uniform(45, 94)) * IN, 1) for _ in range(count)]
                began = time.perf_counter()
                first = cut_plan(pieces, stocks, better=False)
                middle = time.perf_counter()
                found = cut_plan(pieces, stocks)
                end = time.perf_counter()
                self.say(
                    f"  {count} {name}: first {(middle - began) * 1e3:.0f} ms at {first.above_bound:.1%} over a plain bound; "
                    f"then {end - middle:.2f} s within {found.above_bound:.2%}"
                )

    def beams(self) -> None:
        """Continuous beams beside a general structural library, warm, import and model building left out."""
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            try:
                from Pynite import FEModel3D
            except ImportError:
                self.say("Beams: the structural library is not installed (./trellis test installs it)")
                return
        supports = [0.0, 3.0, 6.5, 9.0]
        load = SpreadLoad(from_m=0, to_m=10, start_n_per_m=2000, end_n_per_m=2000)
        model = FEModel3D()
        model.add_material("m", 10e9, 4e9, 0.3, 0.0)
        model.add_section("s", 1e-2, 8e-6, 8e-6, 1.6e-5)
        for k, at in enumerate([*supports, 10.0]):
            model.add_node(f"n{k}", at, 0, 0)
            model.def_support(f"n{k}", k == 0, at in supports, True, k == 0, k == 0, False)
            if k:
                model.add_member(f"b{k}", f"n{k - 1}", f"n{k}", "m", "s")
                model.add_member_dist_load(f"b{k}", "Fy", -2000, -2000)

        def theirs() -> None:
            model.analyze(check_statics=False)  # type: ignore[no-untyped-call]
            for k in range(1, 5):
                model.members[f"b{k}"].max_moment("Mz")

        def ours_once() -> None:
            solve(10.0, supports, [load], stiffness_n_m2=8e4).moment_extremes_n_m()

        # Turn about: a machine's speed changes within a second.
        turns = [(best(ours_once, 60), best(theirs, 1)) for _ in range(8)]
        ours, other = (min(turn[k] for turn in turns) for k in (0, 1))
        shown = f"{1 / ours:,.0f} a second, ×{other / ours:.0f} the library's {1 / other:,.0f} (aim: ×200)"
        self.say(f"Beams, three spans and an overhang: {shown}")

    def members(self) -> None:
        """A thousand member checks under each school: strength, sag and working, all Steps made."""
        sticks = {
            "us": ("Hem-Fir", "No.2", "2x10"),
            "ca": ("Spruce-Pine-Fir", "No.1/No.2", "38x235 mm"),
            "nz": ("", "SG8", "45x190 mm"),
            "uk": ("", "C24", "47x195 mm"),
        }
        times: dict[str, float] = {}
        for key, (species, grade, size) in sticks.items():
            book = rulebook(key)
            width_m, depth_m = book.section_m(size)
            wood = Wood(species=species, grade=grade, size=size, width_m=width_m, depth_m=depth_m)
            times[key] = best(partial(thousand, book, wood), 3)
        least = min(times.values())
        shown = ", ".join(f"{key} {seconds * 1e3:.0f} ms (×{seconds / least:.1f})" for key, seconds in times.items())
        self.say(f"A thousand members checked with their working: {shown}")

    def decks(self) -> None:
        """The whole option search of a small and a large deck, and a calculation of each, in the core."""
        self.say("Options of a deck, every joist and beam with all that stands under it (aim: 80 ms and 220 ms)")
        for words in ("18x11 up3", "60x40 up3"):
            spec, site, book = read_deck(words, "d"), Site(soil="sand", frost_m=0.76), rulebook("us")
            case = DesignInput(spec=spec, site=site, book=book, yard=PurchasingSettings(), tape=Tape())
            once = best(lambda: calculate_deck(case), 5)  # noqa: B023
            search = best(lambda: one_look(case), 3)  # noqa: B023
            found = one_look(case)
            good = sum(choice.whole != "fails" for choice in found)
            shown = f"{len(found)} looked at, {good} planned whole, {search * 1e3:.0f} ms, ×{search / once:.0f} one calculation"
            self.say(f"  {words}: {shown} of {once * 1e3:.1f} ms")

    def pergolas(self) -> None:
        """A slatted pergola planned, put into space, and its table of shade, beside a plan."""
        site = Site(latitude_rad=0.72, longitude_rad=-1.42, soil="sand")
        spec = read_pergola("18x11 high8 over1 rafters24in slats5in brace2", "p")
        job = JobDocument(name="b", site=site, structures=(Structure(name="P", spec=spec),))
        made = plan_structure(job, "p")
        once = best(lambda: plan(case_of(job, "p")))
        space = best(lambda: scene(made))
        shade = best(lambda: sun(job, "p", SunRequest(on="2026-07-15", hour=16, utc_h=-4)), 3)
        roofs: dict[str, Spec] = {
            "lean-to": read_lean_to("12x8 fall5 beam8 sheets2", "l"),
            "pavilion with nested sheets": read_pavilion("16x16 over9in pitch25 ring3 sheets2x12", "v"),
        }
        for name, roof in roofs.items():
            other = JobDocument(name="r", site=site, structures=(Structure(name=name, spec=roof),))
            took = best(lambda: plan(case_of(other, roof.id)), 3)  # noqa: B023
            self.say(f"A {name} (aim: 300 ms): {took * 1e3:.1f} ms, ×{took / once:.1f} a pergola's plan")
        many = JobDocument(
            name="m",
            site=site,
            structures=tuple(Structure(name=str(k), spec=replace(spec, id=f"p{k}")) for k in range(17)),
        )
        whole = best(lambda: whole_scene(many), 3)
        pieces = sum(solid.count for solid in whole_scene(many).solids)
        self.say(
            f"A pergola (aim: 20 ms): {once * 1e3:.1f} ms; in space {space * 1e3:.1f} ms, ×{space / once:.2f} its plan; "
            f"a table of 75 hours of shade {shade * 1e3:.0f} ms, ×{shade / once:.1f}; "
            f"a job of {pieces:,} parts in space {whole * 1e3:.0f} ms, plans included (aim: a second with the picture)"
        )

    def whole(self) -> None:
        """The pages of a job of ten structures, against planning its structures once."""
        job = larkspur_rise()
        more = tuple(
            replace(item, name=f"{item.name} again", spec=replace(item.spec, id=f"{item.spec.id}-2"))
            for item in job.structures[1 : 11 - len(job.structures)]
        )
        job = replace(job, structures=(*job.structures, *more))
        today = date(2026, 11, 27)
        once = best(lambda: [plan_structure(job, item.spec.id) for item in job.structures], 3)
        told = ", ".join(
            f"{name} {seconds * 1e3:.0f} ms (×{seconds / once:.1f})"
            for name, seconds in (
                ("site", best(lambda: site_plan(job), 3)),
                ("calendar", best(lambda: calendar(job, today), 3)),
                ("quote", best(lambda: offer(job, today), 2)),
            )
        )
        says = f"A job of {len(job.structures)} structures (aim: its site in 150 ms): plans {once * 1e3:.0f} ms; {told}"
        self.say(says)

    def script(self) -> None:
        """The first screen's script, with all that it imports, compressed."""
        html = (settings.WEB_DIST / "index.html").read_text(encoding="utf-8")
        import re

        wanted = re.findall(r"/static/(assets/[^\"]+\.js)", html)
        wanted += [f"assets/{path.name}" for path in (settings.WEB_DIST / "assets").glob("JobsView-*.js")]
        names: set[str] = set()
        while wanted:
            name = wanted.pop()
            if name not in names:
                names.add(name)
                text = (settings.WEB_DIST / name).read_text(encoding="utf-8")
                wanted += [f"assets/{one}" for one in re.findall(r"(?:from|import)\s*\"\./([^\"]+\.js)\"", text)]
        size = sum(len(gzip.compress((settings.WEB_DIST / name).read_bytes())) for name in names)
        self.say(f"First screen's script: {size / 1000:.0f} kB compressed (aim: under 150 kB)")
