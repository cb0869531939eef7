"""Pictures as they are kept: encoded again, of a sane size, without where they were taken unless that is wanted."""

from __future__ import annotations

import io
from dataclasses import dataclass

from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError

from rowstake.core.faults import refuse

LARGE_PX, SMALL_PX = 1600, 240
MOST_PIXELS = 60_000_000
FORMATS = ("JPEG", "PNG", "WEBP")


@dataclass(frozen=True, slots=True)
class Picture:
    """Two JPEGs."""

    large: bytes
    small: bytes


def read_picture(data: bytes, with_place: bool = False) -> Picture:
    """From a file of JPEG, PNG or WebP. Raises `JobFault` for anything else, and for more pixels than any phone has."""
    try:
        image = Image.open(io.BytesIO(data), formats=FORMATS)
        if image.width * image.height > MOST_PIXELS:
            raise refuse(
                "photo",
                f"{image.width} × {image.height}",
                f"at most {MOST_PIXELS // 1_000_000} megapixels",
                "That picture is too large",
            )
        place = dict(image.getexif().get_ifd(ExifTags.IFD.GPSInfo)) if with_place else {}
        turned = ImageOps.exif_transpose(image).convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError) as error:
        raise refuse(
            "photo", f"{len(data)} bytes", ", ".join(FORMATS), f"That is no picture that can be read: {error}"[:200]
        ) from None
    return Picture(_jpeg(turned, LARGE_PX, place), _jpeg(turned, SMALL_PX, {}))


def _jpeg(image: Image.Image, most: int, place: dict[int, object]) -> bytes:
    made, out = image.copy(), io.BytesIO()
    made.thumbnail((most, most))
    made.info = {}
    exif = Image.Exif()
    if place:
        exif.get_ifd(ExifTags.IFD.GPSInfo).update(place)
    made.save(out, "JPEG", quality=82, optimize=True, exif=exif)
    return out.getvalue()
