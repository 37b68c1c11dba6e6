"""Every jug that was poured, with its entry in the journal, becomes a batch: of the entry's id, so that it answers
at its address; what was poured of each bottle, and what that gave, becomes a pour."""

from decimal import Decimal
from typing import Any

from django.db import migrations

COPIED = (
    "name lines fill volume aim use last minutes verdict headline predicted predicted_low predicted_high pours "
    "steps cautions facts stops_passed head_id"
)
OF_ENTRY = "who step finished_at reading reading_step reading_reach note told_id made_at removed_at version"


def move(apps: Any, editor: Any) -> None:
    """Carry all of them over; a jug that no entry was kept of comes after those, as it stood."""
    jugs, entries = apps.get_model("mix", "Rinse"), apps.get_model("journal", "Entry")
    ids: dict[int, int] = {}
    for entry in entries._base_manager.order_by("id"):
        jug = jugs._base_manager.get(pk=entry.rinse_id)
        told = {name: getattr(jug, name) for name in COPIED.split()}
        told |= {name: getattr(entry, name) for name in OF_ENTRY.split()}
        _keep(apps, jug, told | {"id": entry.pk})
        ids[jug.pk] = entry.pk
    for jug in jugs._base_manager.exclude(pk__in=ids).order_by("id"):
        told = {name: getattr(jug, name) for name in COPIED.split()}
        told |= {"made_at": jug.worked_out_at, "finished_at": jug.worked_out_at}
        ids[jug.pk] = _keep(apps, jug, told).pk
    for passed in apps.get_model("heads", "StopPassed").objects.filter(of__startswith="jug "):
        number = passed.of.removeprefix("jug ")
        if number.isdigit() and int(number) in ids:
            passed.of = f"jug {ids[int(number)]}"
            passed.save(update_fields=["of"])


def _keep(apps: Any, jug: Any, told: dict[str, Any]) -> Any:
    batch = apps.get_model("make", "Batch").objects.create(of="jug", **told)
    left = None if jug.gave is None else dict(jug.gave)
    for line, layer in enumerate(jug.pours or [], start=1):
        if not isinstance(layer, dict) or not isinstance(layer.get("amount"), int | float):
            continue
        key, amount = str(layer.get("key", ""))[:48], Decimal(str(layer["amount"]))
        apps.get_model("make", "Pour").objects.create(
            batch=batch,
            line=line,
            stuff=key,
            name=str(layer.get("name", ""))[:80],
            amount=amount,
            unit=str(layer.get("unit", "mL"))[:40],
            how="spoons",
            taken=amount,
            gave=None if left is None else Decimal(str(left.pop(key, 0))),
            made_at=batch.made_at,
        )
    return batch


class Migration(migrations.Migration):
    dependencies = [
        ("make", "0001_initial"),
        ("mix", "0008_gave"),
        ("journal", "0005_version"),
        ("heads", "0005_version"),
    ]

    operations = [migrations.RunPython(move, migrations.RunPython.noop)]
