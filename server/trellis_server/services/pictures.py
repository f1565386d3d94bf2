"""A picture as it was sent, made ready: turned upright, made small, and with nothing in it but the picture."""

import base64
import io

from PIL import Image, ImageOps, UnidentifiedImageError
from steady.errors import InvalidInputError

LONGEST_PX, SMALL_PX = 2000, 360
MOST_PIXELS = 120_000_000
"""More pixels than this is no phone's picture [our own]."""
MOST_OPEN = 240_000_000
"""Bytes that the pixels of a picture may take while it is made smaller [our own]; a JPEG is made smaller as it is decoded."""
BYTES = {"1": 1, "L": 1, "P": 1, "I;16": 2, "I": 4, "F": 4, "LA": 4, "PA": 4}
"""Bytes per pixel in memory by the mode of a picture; four for any other.

Source: Pillow's documentation, Concepts: Modes (its storage).
"""
FORMATS = ("JPEG", "PNG", "WEBP", "GIF", "TIFF", "BMP")


def ready(body: bytes) -> dict[str, object]:
    """A picture as JPEG at two sizes, in base 64, and the larger one's width and height (px).

    Raises:
        InvalidInputError: It is no picture, or one of too many pixels.
    """
    Image.MAX_IMAGE_PIXELS = MOST_PIXELS
    try:
        with Image.open(io.BytesIO(body), formats=FORMATS) as sent:
            _check_size(sent)
            sent.draft("RGB", (LONGEST_PX, LONGEST_PX))
            picture = sent if sent.mode in ("RGB", "RGBA", "L", "CMYK", "YCbCr") else sent.convert("RGB")
            picture.thumbnail((LONGEST_PX, LONGEST_PX))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except InvalidInputError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise InvalidInputError("photo", "This is no picture that can be read: send a JPEG, PNG or WebP") from None
    large, size = _jpeg(upright, LONGEST_PX, 84)
    small, _ = _jpeg(upright, SMALL_PX, 78)
    return {"large": large, "small": small, "wide": size[0], "high": size[1]}


def _check_size(sent: Image.Image) -> None:
    """By what its head says, before any of it is decoded."""
    pixels = sent.width * sent.height
    own = BYTES.get(sent.mode, 4)
    # Modes that are turned into red, green and blue before they are made smaller stand in memory twice.
    needed = pixels * (own + (4 if own < 4 and sent.mode != "L" else 0))
    if pixels > MOST_PIXELS or (sent.format != "JPEG" and needed > MOST_OPEN):
        raise InvalidInputError("photo", "That picture has too many pixels: send it smaller")


def _jpeg(picture: Image.Image, longest_px: int, quality: int) -> tuple[str, tuple[int, int]]:
    sized = picture.copy()
    sized.thumbnail((longest_px, longest_px))
    clean = Image.new("RGB", sized.size)
    clean.paste(sized)  # a new picture: nothing that rode along in the old one does so any further
    stream = io.BytesIO()
    clean.save(stream, "JPEG", quality=quality, optimize=True)
    return base64.b64encode(stream.getvalue()).decode("ascii"), clean.size
