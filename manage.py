"""Django's own command line, with the core and the server on the path."""

import os
import sys
from pathlib import Path

HERE = Path(__file__).resolve().parent
sys.path[:0] = [str(HERE / "core"), str(HERE / "server")]

if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "trellis_server.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
