"""A head, whole: everything that hangs on it, out as one open file, or gone for good.

What goes out is what would go: both follow the same ties between the tables, so nothing kept of a
head, in whatever place, is forgotten in either.
"""

import io
import json
import zipfile
from collections.abc import Iterable
from itertools import groupby
from typing import Any

from django.core import serializers
from django.core.serializers.json import DjangoJSONEncoder
from django.db import connection, models, router, transaction
from django.db.models.deletion import Collector

from eyebright.heads.models import Head, Picture
from eyebright.heads.services.pictures import has_file
from eyebright.kept.idempotency import forget_answers
from eyebright.make.models import Batch, Photo
from eyebright.shelf.models import Reading

FORMAT = "eyebright-head"
VERSION = 4
# 1: jugs were rinses, each with an entry in the journal; 2: a batch kept its reading itself; 3: other names


def _everything(head: Head) -> list[models.Model]:
    """Every row that goes when this head goes, and what was read of its batches."""
    collector = Collector(using=router.db_for_write(Head, instance=head), origin=head)
    collector.collect([head])
    rows: list[models.Model] = [row for found in collector.data.values() for row in found]
    rows += [row for found in collector.fast_deletes for row in found]
    batches = [row.pk for row in rows if isinstance(row, Batch)]
    rows += Reading.with_removed.filter(batch__in=batches)
    return sorted(rows, key=lambda row: (row._meta.label_lower, row.pk))


def _tables(rows: Iterable[models.Model]) -> dict[str, list[dict[str, Any]]]:
    return {
        str(table._meta.verbose_name_plural): [
            {"id": row["pk"], **row["fields"]} for row in serializers.serialize("python", list(found))
        ]
        for table, found in groupby(rows, key=lambda row: row.__class__)
    }


def export_head(head: Head) -> bytes:
    """A ZIP of `head.json` (every row, by table) and `pictures/` (plain JPEGs, named as in it)."""
    rows = _everything(head)
    document = {"format": FORMAT, "version": VERSION, **_tables(rows)}
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        text = json.dumps(document, cls=DjangoJSONEncoder, ensure_ascii=False, indent=2)
        packed.writestr("head.json", text)
        for picture in rows:
            if isinstance(picture, Picture | Photo) and has_file(picture):
                with picture.file.open("rb") as file:
                    packed.writestr(str(picture.file.name), file.read())
    return out.getvalue()


@transaction.atomic
def erase_head(head: Head) -> None:
    """Delete a head and everything that hangs on it, pictures too. There is no way back.

    Answers that were given hold what they said: they go as well. What was deleted is written over in the
    database's file, and in what was written ahead of it as soon as this is done.
    """
    head.delete()
    forget_answers(every=True)
    transaction.on_commit(_bring_home)


def _bring_home() -> None:
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
