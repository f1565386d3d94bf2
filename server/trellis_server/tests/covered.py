"""Prints what share of each room's lines the tests ran, after a run under coverage."""

from collections import defaultdict
from pathlib import Path

from coverage import Coverage

ROOM_PARTS = 3
"""A room is a file's path down to so many folders, from `core` or `server`."""


def main() -> None:
    """Rooms with the least covered first, then the whole."""
    measured = Coverage()
    measured.load()
    here = Path.cwd()
    lines: dict[str, list[int]] = defaultdict(lambda: [0, 0])
    for name in measured.get_data().measured_files():
        _, statements, _, missing, _ = measured.analysis2(name)
        room = "/".join(Path(name).relative_to(here).parts[:ROOM_PARTS])
        for key in (room, "all of it"):
            lines[key][0] += len(statements)
            lines[key][1] += len(statements) - len(missing)
    for room, (whole, ran) in sorted(
        lines.items(), key=lambda row: (row[0] == "all of it", row[1][1] / (row[1][0] or 1))
    ):
        print(f"{ran / (whole or 1):7.1%}  {room}, {whole} lines")


if __name__ == "__main__":
    main()
