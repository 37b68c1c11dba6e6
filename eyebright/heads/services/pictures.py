"""Pictures: checked to be pictures, turned upright, made small, and kept without anything but pixels."""

import io
import warnings
from pathlib import Path
from typing import Any, BinaryIO

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from PIL import Image, ImageOps, UnidentifiedImageError

from eyebright.kept.durable import settled
from eyebright.kept.problems import Problem

from ..models import Head, Picture

MOST_BYTES = 15_000_000
MOST_PIXELS = 60_000_000
LONGEST_SIDE = 1600
QUALITY = 85
FORMATS = ("JPEG", "PNG", "WEBP")
NO_PICTURE = "That is not a picture: a photo as JPEG, PNG or WebP goes here."


def stripped(raw: bytes) -> tuple[bytes, int, int]:
    """The picture as a plain JPEG with its width and height; a Problem where it is none.

    Read and written anew from its pixels alone: place, camera, comments and colour profiles are gone.
    """
    if len(raw) > MOST_BYTES:
        raise Problem.field("picture", f"Too large: {MOST_BYTES // 1_000_000} MB at most.")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(raw), formats=FORMATS) as looked_at:
                if looked_at.width * looked_at.height > MOST_PIXELS:
                    raise Problem.field("picture", "Too many pixels: 60 million at most.")
                looked_at.verify()
            with Image.open(io.BytesIO(raw), formats=FORMATS) as opened:
                upright = ImageOps.exif_transpose(opened).convert("RGB")
    except (UnidentifiedImageError, Image.DecompressionBombWarning, Image.DecompressionBombError):
        raise Problem.field("picture", NO_PICTURE) from None
    except (OSError, ValueError, SyntaxError, EOFError, IndexError, KeyError, TypeError):
        raise Problem.field("picture", "That picture is broken: take or choose another.") from None
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    bare = Image.new("RGB", upright.size)
    bare.paste(upright)
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=QUALITY)
    return out.getvalue(), bare.width, bare.height


def keep_picture(head: Head, uploaded: "UploadedFile[Any]") -> Picture:
    """Keep an uploaded picture of this head."""
    if (uploaded.size or 0) > MOST_BYTES:
        raise Problem.field("picture", f"Too large: {MOST_BYTES // 1_000_000} MB at most.")
    jpeg, width, height = stripped(uploaded.read())
    picture = Picture(head=head, width=width, height=height)
    put_on_disk(picture, jpeg)
    try:
        picture.save()
    except Exception:
        picture.file.storage.delete(str(picture.file.name))
        raise
    return picture


def put_on_disk(picture: Any, jpeg: bytes) -> None:
    """A picture's file, on the disk before its row is."""
    picture.file.save("picture.jpg", ContentFile(jpeg), save=False)
    settled(Path(picture.file.path))


def has_file(picture: Any) -> bool:
    """Whether its file is still there."""
    return Path(picture.file.path).is_file()


def content_of(picture: Any) -> str:
    """What a picture's address says of its content: the name of its file, which chance drew once for all."""
    return Path(str(picture.file.name)).stem


def jpeg_of(picture: Any, of: str, called: str) -> BinaryIO:
    """The file of a picture, open to be read; a Problem where it is gone, or not the content that is asked
    for (`of`; "" for whatever there is).
    """
    if not has_file(picture) or of not in ("", content_of(picture)):
        raise Problem.gone(called)
    return Path(picture.file.path).open("rb")
