"""A reading may be a meter's, and what it told of the bottles and the water is kept on the shelf."""

import django.db.models.deletion
from django.db import migrations, models


def tell(apps, schema_editor):
    """What strips read of jugs in the journal tells of what was in them."""
    reading = apps.get_model("shelf", "Reading")
    line = apps.get_model("shelf", "ReadingLine")
    for entry in apps.get_model("journal", "Entry").objects.exclude(reading=None).select_related("rinse"):
        told = reading.objects.create(
            value=entry.reading,
            instrument="strip",
            step=entry.reading_step or "0.5",
            made_at=entry.finished_at or entry.made_at,
            removed_at=entry.removed_at,
        )
        for pour in entry.rinse.pours:
            line.objects.create(
                reading=told, stuff=pour["key"], amount=str(round(pour["amount"], 3)), unit=pour["unit"]
            )
        entry.told = told
        entry.save(update_fields=["told"])


class Migration(migrations.Migration):
    dependencies = [
        ("journal", "0002_wash"),
        ("mix", "0003_any_jug"),
        ("shelf", "0003_whole_shelf"),
    ]

    operations = [
        migrations.AddField(
            model_name="entry",
            name="reading_reach",
            field=models.DecimalField(blank=True, decimal_places=3, max_digits=5, null=True),
        ),
        migrations.AddField(
            model_name="entry",
            name="told",
            field=models.OneToOneField(
                blank=True,
                null=True,
                on_delete=django.db.models.deletion.SET_NULL,
                related_name="entry",
                to="shelf.reading",
            ),
        ),
        migrations.RunPython(tell, migrations.RunPython.noop),
    ]
