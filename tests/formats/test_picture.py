"""What comes in as a photograph, and what is kept of it."""

from __future__ import annotations

import io

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image
from PIL.TiffImagePlugin import IFDRational

from ilha.formats import picture
from ilha.formats.fields import FieldError
from ilha.formats.picture import picture_of
from tests.pictures import AT, photograph


def opened(data: bytes) -> Image.Image:
    return Image.open(io.BytesIO(data))


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_nothing_that_the_camera_wrote_beside_the_picture_is_kept(kind: str) -> None:
    made = picture_of(photograph(kind=kind))
    for data in (made.large, made.small):
        kept = opened(data)
        assert kept.format == "JPEG"
        assert not kept.getexif()
        assert set(kept.info) <= {"jfif", "jfif_version", "jfif_unit", "jfif_density"}
        for word in (b"nobody", b"2026", b"Exif", b"GPS"):
            assert word not in data
    assert made.place == pytest.approx(AT, abs=1e-6)


@pytest.mark.parametrize(("upright", "left"), [
    (1, "dark"), (2, "light"), (3, "light"), (4, "dark")])
def test_it_stands_upright(upright: int, left: str) -> None:
    # Exif 2.3, table 6, from memory: 2 is mirrored, 3 upside down, 4 upside down and mirrored.
    kept = opened(picture_of(photograph(upright=upright)).large)
    red, _, _ = kept.getpixel((20, 150))  # type: ignore[misc]
    assert (red > 200) == (left == "light")


def test_one_that_was_taken_on_its_side_is_turned() -> None:
    made = picture_of(photograph(400, 300, upright=6))
    assert made.size == (300, 400)
    top = opened(made.large).getpixel((150, 20))
    assert top[0] < 200  # type: ignore[index]


@pytest.mark.parametrize(("size", "large", "small"), [
    ((4000, 3000), (1600, 1200), (320, 240)), ((640, 480), (640, 480), (320, 240)),
    ((40, 3000), (21, 1600), (4, 320)), ((3, 2), (3, 2), (3, 2))])
def test_it_is_no_larger_than_a_screen_shows(
    size: tuple[int, int], large: tuple[int, int], small: tuple[int, int]
) -> None:
    made = picture_of(photograph(*size))
    assert made.size == opened(made.large).size
    for found, wanted in ((made.size, large), (opened(made.small).size, small)):
        assert found == pytest.approx(wanted, abs=1)


def test_what_can_be_seen_through_stands_on_white() -> None:
    out = io.BytesIO()
    Image.new("RGBA", (40, 40), (0, 0, 0, 0)).save(out, "PNG")
    assert min(opened(picture_of(out.getvalue()).large).getpixel((20, 20))) > 250  # type: ignore


@pytest.mark.parametrize("gps", [
    None, ("N", (28.0, 6.0, 30.0)), ("N", (128.0, 6.0, 30.0), "W", (15.0, 0.0, 0.0)),
    ("N", (28.0, 6.0), "W", (15.0, 0.0, 0.0)),
    ("N", (IFDRational(0, 0), 6.0, 0.0), "W", (15.0, 0.0, 0.0))])
def test_a_place_that_is_none_is_none(gps: tuple[object, ...] | None) -> None:
    assert picture_of(photograph(gps=gps)).place is None


def test_the_south_and_the_west_are_negative() -> None:
    gps = ("S", (12.0, 30.0, 0.0), "E", (150.0, 15.0, 0.0))
    assert picture_of(photograph(gps=gps)).place == (-12.5, 150.25)


@pytest.mark.parametrize("data", [
    b"", b"a fish, as large as that", b"\xff\xd8\xff\xe0", photograph()[:600],
    photograph(kind="PNG")[:200], b"<svg xmlns='http://www.w3.org/2000/svg'/>", b"GIF89a\x01\x00"])
def test_what_is_no_picture_is_refused_in_words(data: bytes) -> None:
    with pytest.raises(FieldError, match="must be a JPEG, PNG or WebP picture"):
        picture_of(data)


def test_a_picture_that_would_fill_the_memory_is_refused_before_it_is_read(
    monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(picture, "MOST_PIXELS", 100_000)
    with pytest.raises(FieldError, match="at most 100,000 pixels, got 400 by 300"):
        picture_of(photograph())
    monkeypatch.setattr(picture, "MOST_BYTES", 1000)
    with pytest.raises(FieldError, match="must be at most 0 MB"):
        picture_of(photograph())


@pytest.mark.filterwarnings("ignore::UserWarning")
@settings(max_examples=60)
@given(at=st.integers(0, 10_000), byte=st.integers(0, 255), kind=st.sampled_from(["JPEG", "PNG"]))
def test_a_picture_with_a_wrong_byte_is_kept_or_refused(at: int, byte: int, kind: str) -> None:
    data = bytearray(photograph(kind=kind))
    data[at % len(data)] = byte
    try:
        made = picture_of(bytes(data))
    except FieldError:
        return
    assert opened(made.large).size == made.size
