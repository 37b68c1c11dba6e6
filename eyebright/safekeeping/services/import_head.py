"""A head back from its ZIP (`wash/services/export_head.py` writes it): a new head, with all its rows anew.

What it hung on beside itself is taken up where it is the same here: a formula of the same id, a bottle of the
same key and name. Batches that were made for it among others stay where they are: how they go on it is worked
out when the next is begun. Nothing that is here already is changed.
"""

import json
import zipfile
from typing import Any

from django.apps import apps
from django.core.exceptions import ValidationError
from django.db import IntegrityError, models, transaction

from eyebright.formulas.models import Formula
from eyebright.heads.models import Head
from eyebright.heads.schemas.heads import HeadOut
from eyebright.heads.services import head_out
from eyebright.heads.services.pictures import put_on_disk, stripped
from eyebright.kept.columns import LenientJSON
from eyebright.kept.older_names import in_names_of_today
from eyebright.kept.problems import Problem
from eyebright.make.models import Batch, BatchRecipient
from eyebright.shelf.services.supplies import supplies_of
from eyebright.wash.services.export_head import FORMAT, VERSION

MOST_ROWS = 200_000
MOST_JSON = 200_000_000
ELSEWHERE = "gone"  # the key of what was poured of a bottle that is not the same here
CHANGED = "Its rows do not belong together: it was changed after it was saved."
UNREADABLE = "What it says cannot be read."
Rows = dict[str, list[dict[str, Any]]]


def _refuse(detail: str) -> Problem:
    return Problem(422, "That cannot be taken in.", detail, {"file": detail})


def import_head(file: Any) -> HeadOut:
    """A head out of its ZIP; refused whole where any of it cannot be read."""
    try:
        with zipfile.ZipFile(file) as packed, transaction.atomic():
            return head_out(_Arrival(packed).head())
    except (zipfile.BadZipFile, EOFError, NotImplementedError, RuntimeError):
        raise _refuse("That is no head's ZIP, or it is broken: choose another.") from None
    except (IntegrityError, OverflowError):
        raise _refuse(CHANGED) from None


class _Arrival:
    """The rows of one ZIP on their way in: which old id became which new row."""

    def __init__(self, packed: zipfile.ZipFile) -> None:
        self.packed = packed
        self.tables = _read(packed)
        self.coming = {name: {row["id"] for row in rows} for name, rows in self.tables.items()}
        self.made: dict[tuple[type[models.Model], Any], models.Model] = {}

    def head(self) -> Head:
        """Every row anew, those that others hang on first."""
        order = [
            model
            for model in apps.get_models()
            if _word(model) in self.tables and model is not BatchRecipient
        ]
        waiting = [(model, row) for model in order for row in self.tables[_word(model)]]
        while waiting:
            later = [each for each in waiting if not self._taken_in(*each)]
            if len(later) == len(waiting):
                raise _refuse(CHANGED)
            waiting = later
        return next(row for (model, _), row in self.made.items() if model is Head)  # type: ignore[return-value]

    def _taken_in(self, model: type[models.Model], kept: dict[str, Any]) -> bool:
        """Take one row in; False where what it hangs on has not come yet."""
        row = model()
        for field in model._meta.concrete_fields:
            if field.primary_key or field.name not in kept:
                continue
            value = kept[field.name]
            if isinstance(field, models.ForeignKey):
                known, found = self._tied(field, value)
                if not known:
                    return False
                setattr(row, field.name, found)
            elif isinstance(field, models.FileField):
                self._picture(row, str(value))
            else:
                setattr(row, field.name, _sound(field, value))
        if isinstance(row, Batch):
            _only_what_is_here(row)
        row.save()
        self.made[model, kept.get("id")] = row
        return True

    def _tied(self, field: Any, value: Any) -> tuple[bool, models.Model | None]:
        """What a row hangs on: the row that came for it, the same formula here, or nothing."""
        model = field.related_model
        if value is None:
            return True, None
        if not isinstance(value, int):
            raise _refuse(CHANGED)
        if _word(model) in self.tables:
            found = self.made.get((model, value))
            return (found is not None or value not in self.coming[_word(model)]), found
        return True, Formula.objects.filter(pk=value).first() if model is Formula else None

    def _picture(self, row: Any, name: str) -> None:
        try:
            raw = self.packed.read(name)
        except KeyError:
            raise _refuse(f"The picture {name[:80]} is missing from it.") from None
        jpeg, row.width, row.height = stripped(raw)
        put_on_disk(row, jpeg)


def _word(model: type[models.Model]) -> str:
    return str(model._meta.verbose_name_plural)


def _sound(field: Any, kept: Any) -> Any:
    """A value as its column takes it, or the refusal of one that it could not hold."""
    try:
        value = field.to_python(kept)
        if value is not None or not field.null:
            field.run_validators(value)
            json.dumps(value, default=str, allow_nan=False)
        if isinstance(field, LenientJSON) and value is None and not field.null:
            raise TypeError(field.name)
        if isinstance(field, LenientJSON) and value is not None:
            given, value = value, field.sound(value)
            if given and not value:
                raise TypeError(field.name)
    except (ValidationError, TypeError, ValueError, ArithmeticError):
        raise _refuse(
            f"“{str(kept)[:40]}” cannot be right there: it was changed after it was saved."
        ) from None
    return value


def _read(packed: zipfile.ZipFile) -> Rows:
    """The tables of a head's ZIP, looked over."""
    try:
        if packed.getinfo("head.json").file_size > MOST_JSON:
            raise _refuse("It is larger than any head.")
        text = packed.read("head.json")
        document = json.loads(text)
    except KeyError:
        raise _refuse("It holds no head: choose the ZIP that a head was saved in.") from None
    except (ValueError, RecursionError):
        raise _refuse(UNREADABLE) from None
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise _refuse("It holds no head: choose the ZIP that a head was saved in.")
    if not isinstance(document.get("version"), int) or document["version"] > VERSION:
        raise _refuse("It was written by a newer Eyebright: take it in with that one.")
    if document["version"] <= 3:
        document = json.loads(text, object_hook=in_names_of_today)
    tables = {name: rows for name, rows in document.items() if isinstance(rows, list)}
    if document["version"] == 1:
        tables = _as_batches(tables)
    if document["version"] <= 2:
        tables = _with_readings(tables)
    every = [row for rows in tables.values() for row in rows]
    sound = all(isinstance(row, dict) and isinstance(row.get("id"), int) for row in every)
    if not sound or len(tables.get("heads", [])) != 1 or len(every) > MOST_ROWS:
        raise _refuse(UNREADABLE)
    return tables


def _as_batches(tables: Rows) -> Rows:
    """The rows of version 1, where a jug was a rinse with an entry in the journal."""
    jugs = {row["id"]: row for row in tables.pop("rinses", []) if isinstance(row, dict) and "id" in row}
    batches, washes = [], {row.get("id"): row for row in tables.get("washes", []) if isinstance(row, dict)}
    for entry in tables.pop("entries", []):
        jug = jugs.get(entry.get("rinse")) if isinstance(entry, dict) else None
        if jug is None:
            raise _refuse(UNREADABLE)
        batches.append({"of": "jug", **jug, **entry, "told": None})
        wash = washes.get(entry.get("wash"))
        if wash is not None:
            wash |= {"batch": entry.get("id"), "feel": entry.get("feel", [])}
    return tables | ({"batches": batches} if batches else {})


def _with_readings(tables: Rows) -> Rows:
    """The rows of version 2 and before, where a batch kept what was read of it in columns of its own."""
    readings = []
    for row in tables.get("batches", []):
        if not isinstance(row, dict):
            raise _refuse(UNREADABLE)
        value, step, reach = (row.pop(name, None) for name in ("reading", "reading_step", "reading_reach"))
        if value is not None:
            with_what = (
                {"instrument": "strip", "step": step}
                if reach is None
                else {"instrument": "meter", "reach": reach}
            )
            readings.append({"id": row.get("id"), "value": value, **with_what})
            row["reading"] = row.get("id")
    return tables | ({"readings": readings} if readings else {})


def _only_what_is_here(row: Batch) -> None:
    """A batch's lines and pours name bottles by key: what is another bottle here is named as gone."""
    keys = [*(line["supply_key"] for line in row.lines), *(pour.key for pour in row.pours)]
    here = supplies_of(keys, also_removed=True)
    for line in row.lines:
        if line["supply_key"] not in here or here[line["supply_key"]].name != line.get("name"):
            line["supply_key"] = ELSEWHERE
    for pour in row.pours:
        if pour.key not in here or here[pour.key].name != pour.name:
            pour.key = ELSEWHERE
