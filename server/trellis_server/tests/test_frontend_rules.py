"""What the front end may not do: hold a rule of the job, drift from the schema, ship a part that is not free."""

import json
import re
from pathlib import Path

from django.conf import settings
from django.test import SimpleTestCase

WEB: Path = settings.BASE / "web"
RULES = (
    r"Math\.(sqrt|cbrt|hypot|atan2?|tan|sin|cos|pow|ceil)\b",  # geometry and rounding up are the core's
    r"\b0\.3048\b|\b0\.0254\b|\b25\.4\b|\b0\.44704\b|\b4\.448|9\) / 5",  # conversions are logic/units.ts's
    r"\b0\.00256\b|\b2\.34\b|\b4\.36\b|\b1\.645\b",  # numbers of clauses
    r"\.use\s*(<|>|<=|>=)\s*[01]",  # verdicts are the core's
    r"\b(embedment|frost|bay_max|bay_min|hole_width|gap)_m\s*[-*/+]\s*[\w(]",  # sums of the spec's own lengths
)
UNITS = WEB / "src" / "logic" / "units.ts"
"""The one permitted twin: reading and writing lengths."""


def rules_in(name: str, text: str) -> list[str]:
    """Lines that look like a rule of the job."""
    found = []
    for number, line in enumerate(text.splitlines(), start=1):
        found += [f"{name}:{number} {line.strip()[:90]}" for rule in RULES if re.search(rule, line)]
    return found


class FrontTest(SimpleTestCase):
    def test_no_rule_of_the_job_is_in_the_front_end(self) -> None:
        found = []
        for path in (WEB / "src").rglob("*"):
            if path.suffix in (".ts", ".vue") and path != UNITS and not path.name.endswith((".test.ts", "schema.d.ts")):
                found += rules_in(path.name, path.read_text(encoding="utf-8"))
        self.assertEqual(found, [])

    def test_a_planted_rule_is_found(self) -> None:
        for line in (
            "const q = 0.00256 * kz * v ** 2",
            "const rail = Math.hypot(bay, rise)",
            "if (check.use > 1) fails = true",
            "const feet = length_m / 0.3048",
            "const hole = spec.gap_m + spec.height_m",
        ):
            self.assertTrue(rules_in("x.ts", line), line)

    def test_component_library_parts_are_all_free(self) -> None:
        lock = json.loads((WEB / "package-lock.json").read_text(encoding="utf-8"))
        prime = {name: part for name, part in lock["packages"].items() if "prime" in name}
        self.assertTrue(prime)
        self.assertEqual({part.get("license") for part in prime.values()}, {"MIT"})
        self.assertFalse([name for name, part in lock["packages"].items() if "resolved" in part])

    def test_text_is_readable_in_every_light(self) -> None:
        """Ink on ground and paper, and each state's colour on paper, at 4.5 : 1 or better."""
        css = (WEB / "src" / "styles" / "base.css").read_text(encoding="utf-8")
        blocks = re.findall(r":root(?:\[data-theme='(\w+)'\])?\s*\{([^}]*--ground[^}]*)\}", css)
        self.assertEqual([name or "light" for name, _ in blocks], ["light", "dark", "sun"])
        base: dict[str, str] = {}
        for name, body in blocks:
            colours = {**base, **dict(re.findall(r"--([\w-]+):\s*(#[0-9a-f]{6})", body))}
            base = base or colours
            for ink in ("ink", "ink-2", "chalk", "pass", "spare", "fail", "practice"):
                for ground in ("ground", "ground-2", "paper"):
                    self.assertGreaterEqual(contrast(colours[ink], colours[ground]), 4.5, f"{name}: {ink} on {ground}")


def contrast(a: str, b: str) -> float:
    """WCAG contrast of two colours."""

    def light(colour: str) -> float:
        parts = [int(colour[k : k + 2], 16) / 255 for k in (1, 3, 5)]
        r, g, bl = (c / 12.92 if c <= 0.03928 else ((c + 0.055) / 1.055) ** 2.4 for c in parts)
        return 0.2126 * r + 0.7152 * g + 0.0722 * bl

    high, low = sorted((light(a), light(b)), reverse=True)
    return (high + 0.05) / (low + 0.05)
