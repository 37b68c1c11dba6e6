"""A rinse was one acid in one water; it is any lines now, named by the keys of what went in."""

import django.core.serializers.json
from django.db import migrations, models

JSON = django.core.serializers.json.DjangoJSONEncoder
VERDICTS = {"below_acid": "past_the_end", "above_water": "past_the_start"}


def as_lines(apps, schema_editor):
    """The acid was worked out, and the water filled the jug up to the volume."""
    for rinse in apps.get_model("mix", "Rinse").objects.all():
        acid, water = f"lot-{rinse.acid_id}", f"water-{rinse.water_id}"
        base = {"amount": None, "packed": False}
        unit = next((pour["unit"] for pour in rinse.pours if pour.get("what") == "acid"), "mL")
        rinse.lines = [
            {**base, "stuff": water, "name": rinse.water_name, "how": "fill", "unit": "mL"},
            {**base, "stuff": acid, "name": rinse.acid_name, "how": "solve", "unit": unit},
        ]
        rinse.pours = [{**pour, "key": acid if pour["what"] == "acid" else water} for pour in rinse.pours]
        rinse.name = f"{rinse.acid_name} in {rinse.water_name}"[:200]
        rinse.fill = rinse.volume
        rinse.verdict = VERDICTS.get(rinse.verdict, rinse.verdict)
        smell = rinse.facts.pop("smell", "")
        rinse.facts["smells"] = [smell] if smell else []
        rinse.save()


class Migration(migrations.Migration):
    dependencies = [("mix", "0002_head")]

    operations = [
        migrations.AddField(
            model_name="rinse",
            name="name",
            field=models.CharField(default="", max_length=200),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name="rinse",
            name="lines",
            field=models.JSONField(default=list, encoder=JSON),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name="rinse",
            name="fill",
            field=models.DecimalField(blank=True, decimal_places=2, max_digits=8, null=True),
        ),
        migrations.AddField(model_name="rinse", name="last", field=models.BooleanField(default=False)),
        migrations.AlterField(
            model_name="rinse",
            name="aim",
            field=models.DecimalField(blank=True, decimal_places=3, max_digits=5, null=True),
        ),
        migrations.RunPython(as_lines, migrations.RunPython.noop),
        migrations.RemoveField(model_name="rinse", name="acid"),
        migrations.RemoveField(model_name="rinse", name="water"),
        migrations.RemoveField(model_name="rinse", name="acid_name"),
        migrations.RemoveField(model_name="rinse", name="water_name"),
    ]
