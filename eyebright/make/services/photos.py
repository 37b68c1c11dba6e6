"""Photos of batches: stripped of all but their pixels, as pictures of heads are."""

from typing import Any

from django.core.files.uploadedfile import UploadedFile

from eyebright.heads.services.pictures import MOST_BYTES, put_on_disk, stripped
from eyebright.kept.problems import Problem, one

from ..models import Batch, Photo
from ..schemas.batches import PhotoOut
from .serializers import photo_out

MOST = 24


def keep(pk: int, uploaded: "UploadedFile[Any]") -> PhotoOut:
    """Keep an uploaded photo of a batch."""
    batch = one(Batch.objects.all(), pk, "batch")
    if (uploaded.size or 0) > MOST_BYTES:
        raise Problem.field("picture", f"Too large: {MOST_BYTES // 1_000_000} MB at most.")
    if batch.photos.count() >= MOST:
        raise Problem.field("picture", f"There are {MOST} photos of it already: delete one first.")
    jpeg, width, height = stripped(uploaded.read())
    photo = Photo(batch=batch, width=width, height=height)
    put_on_disk(photo, jpeg)
    try:
        photo.save()
    except Exception:
        photo.file.storage.delete(str(photo.file.name))
        raise
    return photo_out(photo)


def find(pk: int) -> Photo:
    """A photo, or the problem of its being gone."""
    return one(Photo.objects.filter(batch__removed_at=None), pk, "photo")
