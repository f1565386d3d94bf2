"""Tests of the server and of the page. The toy kind of the core's tests stands in the registry here, too."""

import tests  # noqa: F401 (registers the toy kind before the first job document is read)
