"""Files that are written whole or not at all, for the owner alone."""

import os
import tempfile
from pathlib import Path


def write_whole(path: Path, body: bytes) -> None:
    """Write a file under a name of the moment and put it in its place; its folder is made where it is missing.

    Raises:
        OSError: It can't be written: the disk is full, or the folder is not ours.
    """
    path.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
    handle, draft = tempfile.mkstemp(dir=path.parent)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(body)
        os.replace(draft, path)
    except OSError:
        Path(draft).unlink(missing_ok=True)
        raise
