"""The server's entry for gunicorn."""

import gc
import os
import sys
from pathlib import Path

from django.core.wsgi import get_wsgi_application

sys.path.insert(0, str(Path(__file__).resolve().parents[2] / "core"))
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "trellis_server.settings")
application = get_wsgi_application()

# Addresses, and with them every body's checker, are built here, before workers fork: the first call of a new worker
# would otherwise wait for seconds.
from django.urls import get_resolver

len(get_resolver().url_patterns)
# What is loaded by now lives as long as the server: the collector need not walk it at every drag.
gc.collect()
gc.freeze()
gc.set_threshold(50_000, 20, 100)
