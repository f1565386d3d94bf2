"""Characters that no text holds and no XML can: control characters, lone surrogates, and what is no character at all."""

import re

INVALID = re.compile("[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")
"""One such character.

Source: XML 1.0, 2.2 (Char).
"""
