"""The working of a structure on paper: every kind of check at its worst, each line with its formula, numbers and source."""

import io
import re
from collections.abc import Iterable
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus.doctemplate import SimpleDocTemplate
from reportlab.platypus.flowables import KeepTogether, Spacer
from reportlab.platypus.paragraph import Paragraph
from steady.jobs.design_sheet import CheckRow, Sheet
from steady.plan.model import CalculationStep, Detail
from steady.plan.results import state_label

from trellis_server.documents.pdf import BOLD, MARGIN, PAPERS, REGULAR, fonts

_TOKEN = re.compile(
    r"([A-Za-zα-ωΑ-Ω]+'?(?:_[A-Za-z0-9_]+)?'?)|(\*\*\s*(?:\d+(?:\.\d+)?|\([^()]*\)))|(\d+(?:\.\d+)?)|(\S)"
)
_SIGNS = {"*": " × ", "/": " / ", "+": " + ", "-": " − ", ",": ", "}
_GREEK = {"gamma": "γ", "phi": "φ", "lam": "λ", "tau": "τ", "rho": "ρ", "phiM": "φM", "phiN": "φN"}
_INK, _QUIET = HexColor("#14211d"), HexColor("#43524c")


def symbol(name: str) -> str:
    """A symbol with its index lowered."""
    head, _, index = name.rstrip("'").partition("_")
    prime = "′" if name.endswith("'") else ""
    shown = escape(_GREEK.get(head, head))
    return shown + (f"<sub>{escape(index.replace('_', ','))}</sub>" if index else "") + prime


def typeset(formula: str) -> str:
    """A formula of the core as people write it: raised powers, lowered indices, × for *."""
    found: list[str] = []
    for name, power, number, sign in _TOKEN.findall(formula):
        if name:
            found.append("√" if name == "sqrt" else name if name in ("min", "max") else symbol(name))
        elif power:
            found.append(f"<super>{escape(power.lstrip('*').strip().strip('()'))}</super>")
        else:
            found.append(number or _SIGNS.get(sign, escape(sign)))
    return "".join(found)


def figure(value: float) -> str:
    """A value to four figures."""
    return f"{value:,.0f}" if abs(value) >= 1000 else f"{value:.4g}"


def _line(step: CalculationStep) -> str:
    middle = f" = {typeset(step.formula)}" if step.formula else ""
    return f"{symbol(step.symbol)}{middle} = <b>{figure(step.value)} {escape(step.unit)}</b>"


def _given(step: CalculationStep) -> str:
    return ", ".join(f"{symbol(name)} {figure(value)} {escape(unit)}".strip() for name, value, unit in step.inputs)


def _check(row: CheckRow, styles: dict[str, ParagraphStyle]) -> list[object]:
    use = f"{row.use * 100:.0f} % of the limit"
    head = [
        Paragraph(escape(f"{row.name}, {row.case}" if row.case else row.name), styles["head"]),
        Paragraph(
            escape(f"{state_label(row.verdict)}: {row.figure}, {use}. Confidence: {row.sureness}."), styles["text"]
        ),
    ]
    return [KeepTogether(head), *_steps(row.working, styles), Spacer(1, 8)]


def _steps(steps: Iterable[CalculationStep], styles: dict[str, ParagraphStyle]) -> list[object]:
    found: list[object] = []
    for step in steps:
        if step.says:
            found.append(Paragraph(escape(step.says), styles["quiet"]))
        found.append(Paragraph(_line(step), styles["step"]))
        if step.inputs:
            found.append(Paragraph(f"with {_given(step)}", styles["quiet"]))
        found.append(Paragraph(escape(step.source), styles["quiet"]))
    return found


def working_pages(title: str, printed: str, sheet: Sheet, *, details: Iterable[Detail], paper: str) -> bytes:
    """What loads it and how that comes to the ground; every check at its worst place; then what is not covered."""
    fonts()
    base = {"fontName": REGULAR, "textColor": _INK, "leading": 13, "fontSize": 9.5}
    styles = {
        "title": ParagraphStyle("title", fontName=BOLD, fontSize=15, leading=19, textColor=_INK),
        "head": ParagraphStyle("head", fontName=BOLD, fontSize=11, leading=15, spaceBefore=8, textColor=_INK),
        "text": ParagraphStyle("text", **base),
        "step": ParagraphStyle("step", **{**base, "fontSize": 10.5, "leading": 15}, leftIndent=14),
        "quiet": ParagraphStyle("quiet", fontName=REGULAR, fontSize=8.5, leading=11, textColor=_QUIET, leftIndent=14),
    }
    story: list[object] = [
        Paragraph(escape(title), styles["title"]),
        Paragraph(escape(printed), styles["text"]),
        Paragraph(escape(sheet.headline), styles["text"]),
        Paragraph(
            "Local codes and licensed practice decide. Clauses are recalled, not read: compare them first.",
            styles["text"],
        ),
    ]
    for detail in details:
        if detail.facts:
            story += [Paragraph(escape(detail.title), styles["head"]), *_steps(detail.facts, styles), Spacer(1, 8)]
    for row in sheet.checks:
        story += _check(row, styles)
    if sheet.not_covered:
        story.append(Paragraph("Not covered", styles["head"]))
        for gap in dict.fromkeys((item.name, item.reason) for item in sheet.not_covered):
            story.append(Paragraph(escape(f"{gap[0]}: {gap[1]}."), styles["text"]))
    stream = io.BytesIO()
    document = SimpleDocTemplate(
        stream,
        pagesize=PAPERS[paper],
        leftMargin=MARGIN,
        rightMargin=MARGIN,
        topMargin=MARGIN,
        bottomMargin=MARGIN,
        title=title,
        invariant=1,
    )
    document.build(story)
    return stream.getvalue()
