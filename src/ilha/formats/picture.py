"""Photographs as they come in, made fit to be kept: upright, no larger than a screen shows, and
without anything that the camera wrote beside the picture."""

from __future__ import annotations

import hashlib
import io
import struct
from dataclasses import dataclass
from math import isfinite

from PIL import ExifTags, Image, ImageOps

from ilha.core.units import degrees_of
from ilha.formats.fields import FieldError

TYPES = ("image/jpeg", "image/png", "image/webp")
MOST_BYTES = 32 << 20
MOST_PIXELS = 80_000_000
LARGE_PX, SMALL_PX = 1600, 320
"""The longer side of what is kept, and of what a list shows."""
_QUALITY = 85


@dataclass(frozen=True)
class Picture:
    """A picture as JPEG, large and small, its name (a hash of the large one) and its size in
    pixels; place : where it was taken, degrees, None where the camera did not say."""

    name: str
    large: bytes
    small: bytes
    size: tuple[int, int]
    place: tuple[float, float] | None


def picture_of(data: bytes) -> Picture:
    """A photograph made fit to be kept.

    Raises
    ------
    FieldError
        For what is no picture, too large a one, or half of one.
    """
    if len(data) > MOST_BYTES:
        raise FieldError("photograph", f"`photograph` must be at most {MOST_BYTES >> 20} MB, got"
                                       f" {len(data) >> 20} MB: make it smaller")
    try:
        with Image.open(io.BytesIO(data), formats=("JPEG", "PNG", "WEBP")) as opened:
            width, height = opened.size
            if width * height > MOST_PIXELS:
                raise FieldError("photograph", f"`photograph` must have at most {MOST_PIXELS:,}"
                                               f" pixels, got {width} by {height}: make it smaller")
            place = _place(opened)
            # A JPEG is read at the least of its own scales that is large enough.
            opened.draft("RGB", (LARGE_PX, LARGE_PX))
            upright = ImageOps.exif_transpose(opened)
            whole = _on_white(upright)
    except FieldError:
        raise
    except (OSError, ValueError, SyntaxError, struct.error, EOFError, TypeError, LookupError,
            AttributeError, ArithmeticError, Image.DecompressionBombError) as error:
        # Whatever a reader of pictures stumbles over: it is no picture that can be kept.
        raise FieldError("photograph", "`photograph` must be a JPEG, PNG or WebP picture that can"
                                       " be read: send it as JPEG") from error
    large = _jpeg(whole, LARGE_PX)
    with Image.open(io.BytesIO(large)) as kept:
        size = kept.size
    name = hashlib.sha256(large).hexdigest()[:32]
    return Picture(name, large, _jpeg(whole, SMALL_PX), size, place)


def _on_white(image: Image.Image) -> Image.Image:
    """In three colours; what can be seen through stands on white."""
    if image.mode in ("RGBA", "LA", "PA") or "transparency" in image.info:
        through = image.convert("RGBA")
        white = Image.new("RGBA", through.size, "white")
        return Image.alpha_composite(white, through).convert("RGB")
    return image.convert("RGB")


def _jpeg(image: Image.Image, longest: int) -> bytes:
    smaller = image.copy()
    smaller.thumbnail((longest, longest), Image.Resampling.LANCZOS)
    # What came with it (Exif, XMP, comments, profiles) stays behind.
    bare = Image.new("RGB", smaller.size)
    bare.paste(smaller)
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=_QUALITY, optimize=True)
    return out.getvalue()


def _place(image: Image.Image) -> tuple[float, float] | None:
    """Where the camera says that it was; None where it does not, or says what is nowhere."""
    gps = image.getexif().get_ifd(ExifTags.IFD.GPSInfo)
    try:
        latitude = _degrees(gps[ExifTags.GPS.GPSLatitude], gps[ExifTags.GPS.GPSLatitudeRef], "S")
        longitude = _degrees(
            gps[ExifTags.GPS.GPSLongitude], gps[ExifTags.GPS.GPSLongitudeRef], "W")
    except (KeyError, TypeError, ValueError, ZeroDivisionError):
        return None
    return (latitude, longitude) if abs(latitude) <= 90.0 and abs(longitude) <= 180.0 else None


def _degrees(parts: tuple[float, float, float], side: str, negative: str) -> float:
    """Of one side of the equator, or of Greenwich. Exif 2.3, section 4.6.6, from memory."""
    degrees, minutes, seconds = (float(part) for part in parts)
    value = degrees_of(degrees, minutes, seconds)
    if not isfinite(value):
        raise ValueError(value)
    return -value if str(side).upper().startswith(negative) else value
