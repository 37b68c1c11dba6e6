"""How a jug felt goes to the wash that was done with it; one that no head remembers becomes a wash of nobody."""

from typing import Any

from django.db import migrations

SODA, LEFT_IN, RINSE = "alkaline_wash", "spray", "acid_rinse"


def move(apps: Any, editor: Any) -> None:
    """Tie every jug's wash to its batch, and take over how it felt."""
    washes = apps.get_model("wash", "Wash")
    for entry in apps.get_model("journal", "Entry")._base_manager.order_by("id"):
        wash = washes._base_manager.filter(pk=entry.wash_id).first() if entry.wash_id else None
        if wash is None and not entry.feel:
            continue
        jug = apps.get_model("mix", "Rinse")._base_manager.get(pk=entry.rinse_id)
        if wash is None:
            done = entry.finished_at is not None and entry.removed_at is None
            wash = washes(
                head_id=jug.head_id,
                family=_used_as(jug),
                at=entry.finished_at or entry.made_at,
                grams=jug.volume,
                minutes=jug.minutes if jug.use == "rinsed_out" else None,
                removed_at=None if done else (entry.removed_at or entry.made_at),
            )
        wash.batch_id, wash.feel = entry.pk, entry.feel
        wash.save()


def _used_as(jug: Any) -> str:
    told = jug.facts.get("family") if isinstance(jug.facts, dict) else None
    return SODA if told == SODA else LEFT_IN if jug.use == "left_in" else RINSE


class Migration(migrations.Migration):
    dependencies = [
        ("wash", "0005_batch_feel"),
        ("make", "0002_jugs_move"),
        ("mix", "0008_gave"),
        ("journal", "0005_version"),
    ]

    operations = [migrations.RunPython(move, migrations.RunPython.noop)]
