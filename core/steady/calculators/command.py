"""./trellis sums: lists the sums, answers one, or runs a file of rows."""

import json
import sys
from itertools import groupby
from pathlib import Path

from steady.calculators.catalog import SUMS, find
from steady.calculators.known_answers import compare, read
from steady.calculators.model import COMMON, answer
from steady.errors import InvalidInputError


def main(words: list[str]) -> int:
    """Run the command. Returns the exit code: 0 answered, 1 refused or rows that differ, 2 misused."""
    try:
        if not words:
            return _list()
        if words[0] == "--rows":
            if len(words) != 2:
                print("usage: ./trellis sums --rows FILE.csv", file=sys.stderr)
                return 2
            return _rows(Path(words[1]))
        return _answer(words)
    except InvalidInputError as error:
        print(f"trellis sums: {error.message}", file=sys.stderr)
        return 1
    except OSError as error:
        print(f"trellis sums: {error}", file=sys.stderr)
        return 1


def _list() -> int:
    ordered = sorted(SUMS.values(), key=lambda item: item.name.split(".")[0])
    for topic, found in groupby(ordered, key=lambda item: item.name.split(".")[0]):
        print(topic)
        for item in found:
            needed = " ".join(f"{i.name}=" if not i.default else f"[{i.name}={i.default}]" for i in item.inputs)
            print(f"  {item.name:28} {item.asks}")
            print(f"  {'':28} {needed}  ->  {', '.join(f'{o.name} {o.unit}' for o in item.outputs)}")
    return 0


def _answer(words: list[str]) -> int:
    as_json = "--json" in words
    asked = find(words[0])
    raw: dict[str, object] = {}
    unit = ""
    for word in words[1:]:
        if word == "--json":
            continue
        name, mark, value = word.partition("=")
        if not mark:
            raise InvalidInputError(name, f'"{word}" is not recognized: write inputs as name=value')
        if name == "unit":
            unit = value
        elif name not in {*(i.name for i in asked.inputs), *COMMON}:
            raise InvalidInputError(
                name, f"{asked.name} takes {', '.join(i.name for i in asked.inputs)}, not {name[:40]}"
            )
        else:
            raw[name] = json.loads(value) if value.startswith(("[", "{")) else value
    found = [
        answer(asked, raw, output.name, unit=unit if output.unit not in ("text", "count", "-") else "")
        for output in asked.outputs
    ]
    if as_json:
        print(json.dumps({"sum": asked.name, "source": asked.source, "answers": [_fields(item) for item in found]}))
    else:
        for item in found:
            if item.status == "ok":
                shown = item.value if isinstance(item.value, str) else f"{item.value:.8g}"
                print(f"{item.output:20} {shown} {'' if item.unit in ('text', '-') else item.unit}".rstrip())
            else:
                print(f"{item.output:20} {item.status}: {item.reason}")
        print(f"{'source':20} {asked.source}")
    return 0 if any(item.status == "ok" for item in found) else 1


def _fields(item: object) -> dict[str, object]:
    return {name: getattr(item, name) for name in item.__dataclass_fields__}  # type: ignore[attr-defined]


def _rows(path: Path) -> int:
    agree = differ = refused = 0
    with path.open(encoding="utf-8", newline="") as file:
        for row in read(file):
            found = compare(row)
            agree += found.outcome == "agrees"
            differ += found.outcome == "differs"
            refused += found.outcome == "refused"
            if found.outcome != "agrees":
                off = f", off by {found.off:.6g}" if found.off else ""
                print(
                    f"{row.id} {row.sum} {row.output}: expected {row.expected} {row.unit}, calculated {found.calculated}{off}"
                )
    print(f"{agree + differ + refused} rows: {agree} agree, {differ} differ, {refused} refused")
    return 0 if not differ and not refused else 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
