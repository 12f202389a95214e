"""Photographs as a camera makes them, drawn."""

from __future__ import annotations

import io

from PIL import ExifTags, Image, ImageDraw

AT = (28.108333, -15.41)
"""28° 06' 30" N, 15° 24' 36" W."""


def photograph(
    width: int = 400, height: int = 300, kind: str = "JPEG", upright: int = 1,
    gps: tuple[object, ...] | None = ("N", (28.0, 6.0, 30.0), "W", (15.0, 24.0, 36.0)),
    shade: int = 90,
) -> bytes:
    """Its left half is dark, its right half light; upright : Exif's orientation."""
    image = Image.new("RGB", (width, height), (shade, shade, 255 - shade))
    ImageDraw.Draw(image).rectangle((width // 2, 0, width, height), fill=(240, 240, 200))
    exif = Image.Exif()
    exif[ExifTags.Base.Orientation] = upright
    exif[ExifTags.Base.Make] = "a camera of nobody"
    exif[ExifTags.Base.DateTime] = "2026:07:15 06:12:00"
    if gps is not None:
        exif[ExifTags.IFD.GPSInfo] = dict(enumerate(gps, ExifTags.GPS.GPSLatitudeRef))
    out = io.BytesIO()
    image.save(out, kind, exif=exif, **({"comment": b"to nobody"} if kind == "JPEG" else {}))
    return out.getvalue()
