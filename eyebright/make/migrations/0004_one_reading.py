"""A batch points to its reading, where it kept the same values in columns of its own; a clearer name."""

from django.db import migrations


def one_reading(apps, schema_editor):
    """Make readings of those that stand in the columns alone; let go of those that were taken back."""
    batches, readings = apps.get_model("make", "Batch"), apps.get_model("shelf", "Reading")
    batches.objects.filter(reading=None).exclude(told=None).update(told=None)
    for batch in batches.objects.filter(told=None).exclude(reading=None):
        meter = batch.reading_reach is not None
        reading = readings.objects.create(
            value=batch.reading,
            instrument="meter" if meter else "strip",
            step=batch.reading_step,
            reach=batch.reading_reach,
            made_at=batch.made_at,
            removed_at=batch.removed_at,
        )
        batches.objects.filter(pk=batch.pk).update(told=reading.pk)


class Migration(migrations.Migration):
    dependencies = [("make", "0003_in_stock"), ("shelf", "0010_version")]

    operations = [
        migrations.RunPython(one_reading, migrations.RunPython.noop, elidable=True),
        migrations.RemoveField(model_name="batch", name="reading"),
        migrations.RemoveField(model_name="batch", name="reading_step"),
        migrations.RemoveField(model_name="batch", name="reading_reach"),
        migrations.RenameField(model_name="batch", old_name="told", new_name="reading"),
        migrations.RenameModel(old_name="ForWhom", new_name="BatchRecipient"),
    ]
