"""Jugs that were poured before acid and alkali were judged by what there is of them get those facts too."""

from typing import Any

from django.db import migrations
from django.db.backends.base.schema import BaseDatabaseSchemaEditor
from django.db.migrations.state import StateApps

# What a jug of that time could not hold, or nobody looked at.
NOTHING: dict[str, Any] = {
    "off_skin": False, "soap_percent": 0.0, "alkali": 0.0, "celsius": 20.0, "heated": False, "wet": True,
    "refused": "", "refused_why": "", "past": "", "past_wet": False, "allergic_to": "", "reacted_to": "",
    "raw_over": 0.0, "raw_said": "", "sun_percent": 0.0, "protein": False, "coarse": False, "dust": False,
    "dried_on": False, "sprayed": False, "raw_water": False, "bottled": False, "fatty": False,
}  # fmt: skip


def fill(apps: StateApps, schema_editor: BaseDatabaseSchemaEditor) -> None:
    """Say of each kept jug what can be said."""
    for rinse in apps.get_model("mix", "Rinse").objects.all():
        facts = rinse.facts
        if not facts or "acid_percent" in facts:
            continue
        acid = (facts.get("acetic_percent") or 0.0) + (facts.get("fruit_percent") or 0.0)
        ph = facts.get("ph")
        rinse.facts = {
            **NOTHING,
            "acid_percent": acid,
            "sharpening": acid,
            "acid_in_it": acid > 0.0,
            "thinned_ph": None,
            "ph_shown": None if ph is None else round(ph, 1),
            "soda_wash": facts.get("family") == "alkaline_wash",
            **facts,
        }
        rinse.save(update_fields=["facts"])


class Migration(migrations.Migration):
    """After the jugs have their place."""

    dependencies = [("mix", "0006_formulas_moved")]
    operations = [migrations.RunPython(fill, migrations.RunPython.noop)]
