"""Words and controls of the pages: no retired word, no native control outside the few components that are our own."""

import re

from django.conf import settings
from django.test import SimpleTestCase
from steady.data.checks import check_label
from steady.data.loader import table
from steady.data.terms import localized

RETIRED = (
    "What lies outside",
    "What the numbers rest on",
    "Quick sums",
    "The whole job's list",
    "What we usually do",
    "Two codes side by side",
    "Throw away",
    "Bring it back",
    "Take it along",
    "Who puts a name to it",
    "No hole yet",
    "Look for ways",
    "measured otherwise",
    "made to fit",
    "Advice missed",
    "What would help",
    "Gap at the ground",
    "Greatest bay",
    "Closed with",
    "Out from it",
    "The wind it stands up to",
    "Cheapest that passes",
    "From outside",
    "Ask the merchant",
    "Small print",
    "kept here",
    "Strike out",
)
"""Labels that a page no longer says: each has a standard word in its place."""
OWN_CONTROLS = {
    "FilePick.vue": "opens the system's own file picker",
    "FractionPad.vue": "the keypad of fractions",
    "LengthField.vue": "the length field",
}
"""Components that may hold a native control, each with its reason."""
NAMES_IN_SMALL = ("glTF",)
"""Names that begin with a small letter."""
PAGES = settings.WEB_DIST.parent / "src"


class WordsTest(SimpleTestCase):
    def test_no_page_says_a_retired_word(self) -> None:
        found = []
        for path in sorted(PAGES.rglob("*")):
            if path.suffix not in (".vue", ".ts") or path.name.endswith((".d.ts", ".test.ts")):
                continue
            text = re.sub(r"/\*.*?\*/|<!--.*?-->|^\s*//.*$", "", path.read_text(encoding="utf-8"), flags=re.S | re.M)
            found += [f"{path.name}: {word}" for word in RETIRED if word in text]
        self.assertEqual(found, [])

    def test_labels_headings_and_buttons_are_in_sentence_case(self) -> None:
        attribute = r'(?<![:\w-])(?:label|header|title)="([a-z][^"]*)"'
        element = r'<(?:h[1-4]|th|legend|summary|Button|label|dt|option)\b(?:"[^"]*"|[^">])*>\s*([a-z][^<{]*)'
        found = []
        for path in sorted(PAGES.rglob("*.vue")):
            text = path.read_text(encoding="utf-8")
            for label in re.findall(f"{attribute}|{element}", text):
                words = "".join(label).strip()
                if words not in NAMES_IN_SMALL:
                    found.append(f"{path.name}: {words}")
        self.assertEqual(found, [])

    def test_every_control_is_the_librarys_but_for_our_own(self) -> None:
        found = {
            path.name
            for path in PAGES.rglob("*.vue")
            if re.search(r"<(button|select|input|textarea)\b", path.read_text(encoding="utf-8"))
        }
        self.assertEqual(found, set(OWN_CONTROLS))

    def test_labels_follow_the_words_of_the_school(self) -> None:
        self.assertEqual(check_label("guard.height"), "Guard: height")
        self.assertEqual(check_label("guard.height", "uk"), "Guarding: height")
        self.assertEqual(check_label("guard.height", "nz"), "Barrier: height")
        self.assertEqual(check_label("beam.bending", "nz"), "Bearer: bending")
        self.assertEqual(check_label("post.bending_at_grade", "uk"), "Post: bending at ground level")
        self.assertEqual(localized("Guards and lumber", "uk"), "Guardings and timber")

    def test_a_check_is_named_member_and_limit_state(self) -> None:
        for row in table("checks"):
            label = row.text["label"]
            self.assertRegex(label, r"^[A-Z]", row.text["key"])
            self.assertNotRegex(label, r"\b(holds|stays|lies|stands|says|asks)\b", row.text["key"])
            self.assertRegex(row.text["key"], r"^[a-z_]+(\.[a-z0-9_]+)?$")


class KeysTest(SimpleTestCase):
    def test_no_code_compares_a_label(self) -> None:
        """A check is found by its key, a state by its key: a label may change without a word."""
        labels = {row.text["label"] for name in ("checks", "states") for row in table(name)}
        labels |= {row.text["label"] for row in table("load_cases")} - {"wind"}
        found = []
        roots = (settings.BASE / "core" / "steady", settings.BASE / "server" / "trellis_server")
        for root in roots:
            for path in root.rglob("*.py"):
                if "tests" in path.parts:
                    continue
                for text in re.findall(r'(?:==|!=|\bin\b|startswith\(|endswith\()\s*\(?"([^"]+)"', path.read_text()):
                    if text in labels:
                        found.append(f"{path.name}: {text}")
        self.assertEqual(found, [])
