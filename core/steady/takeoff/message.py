"""The buying list as a text message: the merchant's own units and packs, a line each, nothing else."""

from steady.takeoff.bill import Bill

MOST_LETTERS = 4000
PACKED = ("bags", "packs")
"""Units that are said; what is sold by the piece is said by its name."""


def merchant_message(bill: Bill, name: str, place: str) -> str:
    """What is read out or sent to the merchant. Prices are left out: they are asked for.

    Source: the bill, line by line, so that the two cannot differ.
    """
    head = f"Please price and hold for {name}"
    lines = [f"{head}, delivery to {place}:" if place else f"{head}:"]
    for line in bill.lines:
        unit = f"{line.unit} " if line.unit in PACKED else ""
        lines.append(f"{line.count} × {unit}{line.says}")
    lines.append("Tell me what you have not got before you swap it, please.")
    return "\n".join(lines)[:MOST_LETTERS]
