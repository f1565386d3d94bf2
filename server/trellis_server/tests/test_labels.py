"""No word on a drawing lies over another: measured from the boxes that the browser draws, on random structures."""

import os
import random

from playwright.sync_api import expect
from tests.lane import many

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.services import documents
from trellis_server.services.jobs import create
from trellis_server.tests.make import Caller
from trellis_server.tests.signed_in import SignedIn

# All sixty in every size take some minutes: the long lane, or TRELLIS_LABELS=60. Every run a part, each in every other size.
COUNT = int(os.environ.get("TRELLIS_LABELS", str(many(60))))
TURNS = 1 if many(60) == 60 else 2
SIZES = ((1280, 800), (1920, 1080), (1600, 900), (1024, 768), (768, 1024), (390, 844), (844, 390))
# Texts of the drawing that show: two lie over each other where they share more than a hair each way.
OVERLAPS = """() => {
  const paper = document.querySelector('.canvas').getBoundingClientRect()
  const texts = [...document.querySelectorAll('.canvas svg.paper text')]
    .map((at) => ({ says: at.textContent.trim(), box: at.getBoundingClientRect() }))
    .filter(({ says, box }) => says && box.width && box.right > paper.left && box.left < paper.right
      && box.bottom > paper.top && box.top < paper.bottom)
  const found = []
  texts.forEach((a, i) => texts.slice(i + 1).forEach((b) => {
    // A box is as high as its line; its letters stand in the middle two thirds of it.
    const inset = (box) => [box.top + box.height * 0.18, box.bottom - box.height * 0.18]
    const [at, ab] = inset(a.box), [bt, bb] = inset(b.box)
    const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left)
    const down = Math.min(ab, bb) - Math.max(at, bt)
    if (across > 1 && down > 1) found.push(`${a.says} | ${b.says}`)
  }))
  // A figure that is cut off at the paper's edge would be read as another.
  for (const { says, box } of texts) {
    const sheet = [...document.querySelectorAll('.canvas svg.paper')].map((at) => at.getBoundingClientRect())
      .find((at) => box.left < at.right && box.right > at.left && box.top < at.bottom && box.bottom > at.top)
    const cut = sheet && (box.left < sheet.left - 1.5 || box.right > sheet.right + 1.5)
    if (cut && sheet.width <= paper.width + 1) found.push(`cut off: ${says}`)
  }
  return found
}"""


def line(rng: random.Random) -> tuple[str, str]:
    """A kind and what is typed for it: fences of 20 to 400 ft, decks and roofs of all sizes."""
    kind = rng.choice(("fence", "fence", "fence", "deck", "deck", "pergola", "lean-to", "pavilion"))
    if kind == "lean-to":
        return kind, f"{rng.randint(8, 24)}x{rng.randint(4, 12)} fall{rng.randint(2, 8)} beam8"
    if kind == "pavilion":
        return kind, f"{rng.randint(8, 22)}x{rng.randint(8, 18)} pitch{rng.randint(15, 35)}"
    if kind == "deck":
        return kind, f"{rng.randint(6, 40)}x{rng.randint(5, 16)} up{rng.randint(1, 6)}"
    if kind == "pergola":
        return kind, f"{rng.randint(8, 24)}x{rng.randint(8, 16)} high8 over1"
    end = rng.randint(20, 400)
    words, at = ["0"], 0.0
    while (at := at + rng.uniform(6, 90)) < end - 12:
        words.append(rng.choice((f"c{at:.0f}", f"c{at:.0f}r{rng.randint(10, 60)}", f"g{rng.randint(3, 9)}@{at:.0f}")))
        if words[-1][0] == "g":
            at += 10
    for k in range(rng.randint(0, 3)):
        words.append(f"x{rng.uniform(8, end - 8):.0f}~2={('gas', 'water-main', 'old-drain')[k]}")
    return kind, " ".join([*words, str(end)])


class LabelsTest(SignedIn):
    def test_no_word_lies_over_another(self) -> None:
        caller, rng = Caller(self.who), random.Random(16)
        bare = {"name": "Labels", "structures": [], "dimensions": [], "days": [], "decisions": [], "sums": []}
        document = documents.dump(larkspur_rise()) | bare
        lines: list[str] = []
        while len(document["structures"]) < COUNT:
            kind, text = line(rng)
            name = f"s{len(lines) + 1}"
            made = caller.send(
                "POST", "/api/structure-types/new", {"kind": kind, "text": text, "id": name, "bare": "ft"}
            )
            if made.status_code != 200:
                continue
            document["structures"].append({"name": f"{kind} {len(lines) + 1}", "spec": made.json()})
            lines.append(f"{kind} {text}")
        jobs = [
            create(self.who, documents.load({**document, "structures": document["structures"][k : k + 40]})).job
            for k in range(0, COUNT, 40)
        ]
        for k, text in enumerate(lines):
            self.page.set_viewport_size({"width": 1280, "height": 800})
            self.open(f"/jobs/{jobs[k // 40].pk}/design/s{k + 1}")
            expect(self.page.locator(".canvas svg.paper text").first).to_be_visible()
            for size in SIZES[k % TURNS :: TURNS]:
                with self.subTest(text, size=size):
                    self.page.set_viewport_size({"width": size[0], "height": size[1]})
                    self.page.wait_for_timeout(120)
                    self.assertEqual(self.page.evaluate(OVERLAPS), [])
