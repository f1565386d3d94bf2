"""./trellis backup, restore and doctor: they need no server, and no database that works."""

import os
import sys
from pathlib import Path

from trellis_server.services.backup import KeepError, backup, look_over, restore

USAGE = "usage: backup [FILE or FOLDER] · restore FILE · doctor"


def main(words: list[str], data: Path) -> int:
    """Do one of the three; 0 when all is well."""
    command, *rest = words or [""]
    try:
        if command == "backup" and len(rest) <= 1:
            made = backup(data, Path(rest[0]) if rest else Path.cwd())
            print(
                f"Backed up and checked: {made.name}, {made.stat().st_size / 1e6:.1f} MB. It holds the secret key: keep it safe."
            )
            return 0
        if command == "restore" and len(rest) == 1:
            restore(Path(rest[0]), data)
            print("Restored and checked.")
            return 0
        if command == "doctor" and not rest:
            found = look_over(data) if data.is_dir() else []
            for line in found:
                print(("  ok  " if line.good else "  !!  ") + line.says)
            if not found:
                print("  !!  there is no data folder yet")
            return 0 if found and all(line.good for line in found) else 1
    except KeepError as error:
        print(f"trellis {command}: {error}", file=sys.stderr)
        return 1
    print(USAGE, file=sys.stderr)
    return 2


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:], Path(os.environ.get("TRELLIS_DATA", "var"))))
