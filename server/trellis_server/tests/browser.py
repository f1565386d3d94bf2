"""Chromium under Django's own runner."""

import os
import shutil
import threading
import time
from collections.abc import Sequence
from multiprocessing.util import Finalize
from pathlib import Path
from typing import Any

from django.conf import settings
from django.test import LiveServerTestCase, tag
from playwright.sync_api import (
    Browser,
    BrowserContext,
    ConsoleMessage,
    Locator,
    Page,
    Playwright,
    Request,
    expect,
    sync_playwright,
)

# The shell draws and runs a page as the whole browser does and takes a third less of a processor; either will do.
PLACES = ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium")
CHROMIUM = os.environ.get("CHROMIUM") or next(filter(shutil.which, PLACES), PLACES[0])
ARGS = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-dev-shm-usage",
    "--use-gl=angle",
    "--use-angle=swiftshader",
    "--enable-unsafe-swiftshader",
]
AXE = settings.BASE / "web" / "node_modules" / "axe-core" / "axe.min.js"
# PrimeVue's focus guards are hidden on purpose: axe's aria-hidden-focus calls them a fault.
AXE_RUN = """(rules) => axe.run({exclude: [['[data-p-hidden-focusable]'], ['[data-pc-section^=hidden]']]},
  {resultTypes: ['violations'], runOnly: rules.length ? rules : ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']})"""
# What stands in the console where a page may not keep itself.
BLOCKED = "Service Worker registration blocked"
SHOTS = settings.BASE / "var" / "shots"


# A busy machine is slow, not wrong: one time-out (s) for everything; a shorter one by TRELLIS_PATIENCE while a test is written.
PATIENCE_MS = int(os.environ.get("TRELLIS_PATIENCE", "90")) * 1000
expect.set_options(timeout=PATIENCE_MS)


class Counting(LiveServerTestCase.static_handler):  # type: ignore[misc]
    """What is under way in the live server: a page that is closed leaves its last save there."""

    under_way = 0
    lock = threading.Lock()

    def __call__(self, environ: Any, start_response: Any) -> Any:
        with self.lock:
            Counting.under_way += 1
        try:
            return super().__call__(environ, start_response)
        finally:
            with self.lock:
                Counting.under_way -= 1


_running: tuple[Playwright, Browser] | None = None


def a_browser() -> Browser:
    """This process's browser: started once, and again where it died; each test opens a context of its own in it."""
    global _running
    if _running is not None and _running[1].is_connected():
        return _running[1]
    if not shutil.which(CHROMIUM):
        raise RuntimeError(f"{CHROMIUM} is missing: apt-get install chromium-headless-shell")
    if _running is None:
        # Playwright's sync API keeps an event loop in this thread; Django then refuses the ORM here.
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        player = sync_playwright().start()
        # A worker of the parallel run ends without what atexit would do.
        Finalize(None, player.stop, exitpriority=1)
    else:
        player = _running[0]
    _running = player, player.chromium.launch(executable_path=CHROMIUM, args=ARGS)
    return _running[1]


@tag("slow")
class BrowserTestCase(LiveServerTestCase):
    static_handler = Counting
    browser: Browser
    page: Page
    context: BrowserContext
    # Whether the page may keep itself for days without signal: costs a fifth of every page's start, so only where it is used.
    keeps_itself = False

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.browser = a_browser()

    def setUp(self) -> None:
        self.offhost: list[str] = []
        self.console: list[str] = []
        ctx = self.browser.new_context(
            viewport={"width": 1680, "height": 1000},
            reduced_motion="reduce",
            service_workers="allow" if self.keeps_itself else "block",
        )
        self.addCleanup(ctx.close)
        ctx.on("request", self._watch)
        self.context = ctx
        self.page = ctx.new_page()
        self.page.set_default_timeout(PATIENCE_MS)
        self.page.on("console", self._told)
        self.page.on("pageerror", lambda e: self.console.append(str(e)))

    def _fixture_teardown(self) -> None:
        # A save that is still under way would be written into the emptied tables of the next test.
        until = time.monotonic() + 30
        while Counting.under_way and time.monotonic() < until:
            time.sleep(0.02)
        super()._fixture_teardown()  # type: ignore[misc]

    def _told(self, message: ConsoleMessage) -> None:
        if message.type in ("error", "warning") and not message.text.startswith(BLOCKED):
            self.console.append(message.text)

    def _watch(self, req: Request) -> None:
        if not req.url.startswith((self.live_server_url, "data:", "blob:")):
            self.offhost.append(req.url)

    def open(self, path: str = "/") -> None:
        self.page.goto(self.live_server_url + path)

    def choose(self, label: str, option: str, within: Locator | None = None) -> None:
        """Pick from a list: by what the list is called, and what the option says."""
        (within or self.page).get_by_role("combobox", name=label, exact=True).first.click()
        self.page.get_by_role("option", name=option, exact=True).click()

    def more(self, name: str, entry: str) -> None:
        """One of the rare actions of something, from the menu behind its three dots."""
        self.page.get_by_role("button", name=f"More for {name}", exact=True).click()
        self.page.get_by_role("menuitem", name=entry).click()

    def own_menu(self, entry: str, page: Page | None = None) -> None:
        """An entry of one's own menu, in the band."""
        at = page or self.page
        at.get_by_role("button", name="Your menu").click()
        at.get_by_role("menuitem", name=entry, exact=True).click()

    def shot(self, name: str) -> Path:
        SHOTS.mkdir(parents=True, exist_ok=True)
        p = SHOTS / f"{name}.png"
        self.page.screenshot(path=p)
        return p

    def axe(self, rules: Sequence[str] = ()) -> list[str]:
        """What axe finds: by every rule, or by these alone."""
        if self.page.evaluate("typeof axe === 'undefined'"):
            self.page.evaluate(AXE.read_text())  # not a script tag: the page's own CSP would refuse it
        res = self.page.evaluate(AXE_RUN, list(rules))
        return [
            f"{v['id']} ({v['impact']}): {v['help']} @ {[n['target'] for n in v['nodes']][:3]}"
            for v in res["violations"]
        ]
