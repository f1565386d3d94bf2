"""Opens one file that somebody sent, in a process of its own with bounds. Nobody starts this by hand: `services.opening` does.

The file comes in by standard input; what is in it goes out as JSON by standard output.
"""

import json
import resource
import sys
from typing import Any

from steady.errors import InvalidInputError

from trellis_server.services.opening import MOST_BYTES, MOST_S, REFUSED


def main(what: str) -> int:
    """Open a file of a kind; 0, or REFUSED with the reason in words."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_BYTES, MOST_BYTES))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_S, MOST_S + 1))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    body = sys.stdin.buffer.read()
    try:
        found = _picture(body) if what == "picture" else _workbook(body)
    except InvalidInputError as error:
        found, code = {"field": error.field, "message": error.message}, REFUSED
    else:
        code = 0
    sys.stdout.write(json.dumps(found))
    return code


def _picture(body: bytes) -> Any:
    from trellis_server.services.pictures import ready

    return ready(body)


def _workbook(body: bytes) -> Any:
    from trellis_server.services.workbooks import rows

    return rows(body)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1]))
