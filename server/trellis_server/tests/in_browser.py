"""What a pull costs the page: its main thread's time a frame, at full speed and with a processor four times slower.

Not a test: `./trellis bench` tells it. A real press takes hold of a post; then the page itself moves it once a frame,
so that nothing but the page and its server is at work.
"""

import time
from typing import Any

from playwright.sync_api import CDPSession, Page, sync_playwright

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.services import documents
from trellis_server.tests.browser import ARGS, CHROMIUM, PATIENCE_MS
from trellis_server.tests.served import PASSWORD, Phone, ServedCase

FRAMES = 240
TURNS = 3
SLOWER = 4
POST = ".canvas .s.post.grab"
# How many answers came, and each task over 50 ms (ms): a move in every frame, to and fro; without `x` nothing moves.
DRIVE = """({frames, x, y}) => new Promise(done => {
    const paper = document.querySelector('.canvas svg')
    const answers = () => performance.getEntriesByType('resource').filter(e => e.name.includes('/pull')).length
    performance.setResourceTimingBufferSize(100000)
    const before = answers(), long = []
    const watch = new PerformanceObserver(list => list.getEntries().forEach(e => long.push(Math.round(e.duration))))
    watch.observe({type: 'longtask'})
    let k = 0
    const frame = () => {
        const to = k % 120 < 60 ? k % 60 : 60 - k % 60
        const at = {clientX: x + 3 + 0.8 * to, clientY: y, pointerId: 1, bubbles: true}
        if (x !== null) paper.dispatchEvent(new PointerEvent('pointermove', at))
        if (++k < frames) requestAnimationFrame(frame)
        else { watch.disconnect(); done([answers() - before, long]) }
    }
    requestAnimationFrame(frame)
})"""


def driven(page: Page, cdp: CDPSession, x: float | None, y: float) -> dict[str, Any]:
    """Of so many frames: the main thread's time in each by the clock and by the processor (ms), how many of them and of
    answers came a second, and what took over 50 ms."""

    def spent() -> dict[str, float]:
        return {row["name"]: row["value"] * 1e3 for row in cdp.send("Performance.getMetrics")["metrics"]}

    before, began = spent(), time.perf_counter()
    answers, long = page.evaluate(DRIVE, {"frames": FRAMES, "x": x, "y": y})
    took, after = time.perf_counter() - began, spent()
    clock, processor = ((after[name] - before[name]) / FRAMES for name in ("TaskDuration", "ThreadTime"))
    return {
        "clock": clock,
        "processor": processor,
        "frames": FRAMES / took,
        "answers": answers / took,
        "long": long,
    }


def pulled(page: Page, cdp: CDPSession) -> dict[str, Any]:
    """The best of a few pulls of one post, each put back."""
    box = page.locator(POST).nth(3).bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    found = []
    for _ in range(TURNS):
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 3, y)
        page.wait_for_timeout(400)
        found.append(driven(page, cdp, x, y))
        page.keyboard.press("Escape")
        page.mouse.up()
        page.wait_for_timeout(600)
    return min(found, key=lambda turn: turn["clock"])


def told() -> list[str]:
    """What a frame of a pull takes of the page, beside one in which nothing moves."""
    case = ServedCase()
    case.setUp()
    try:
        phone = Phone(f"http://127.0.0.1:{case.port}")
        phone.patiently("GET", "/")
        phone.patiently("POST", "/api/session", {"name": "c0", "password": PASSWORD})
        job = phone.call("POST", "/api/jobs", {"document": documents.dump(larkspur_rise())})
        with sync_playwright() as pw, pw.chromium.launch(executable_path=CHROMIUM, args=ARGS) as browser:
            page = browser.new_context(
                viewport={"width": 1280, "height": 800}, reduced_motion="reduce", service_workers="block"
            ).new_page()
            page.set_default_timeout(PATIENCE_MS)
            page.context.add_cookies(
                [{"name": c.name, "value": c.value or "", "url": phone.base} for c in phone.cookies]
            )
            page.goto(f"{phone.base}/jobs/{job['id']}/design/windbreak")
            page.locator(POST).nth(3).wait_for()
            page.wait_for_timeout(1500)
            cdp = page.context.new_cdp_session(page)
            cdp.send("Performance.enable")
            still = driven(page, cdp, None, 0.0)
            full = pulled(page, cdp)
            cdp.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
            slow = pulled(page, cdp)
    finally:
        case.doCleanups()

    def says(turn: dict[str, Any]) -> str:
        longest = (
            f"{len(turn['long'])} over 50 ms, the longest {max(turn['long'])}" if turn["long"] else "none over 50 ms"
        )
        return f"{turn['frames']:.0f} frames and {turn['answers']:.0f} answers a second, of tasks {longest}"

    times = full["clock"] / still["clock"]
    return [
        f"The same in a page that is moved in every frame: {full['clock']:.1f} ms of its main thread a frame (aim: 8), "
        f"{full['processor']:.1f} by the processor's clock, ×{times:.0f} a frame in which nothing moves; {says(full)}",
        f"  a page {SLOWER} times slower: {slow['clock']:.1f} ms; {says(slow)}",
    ]
