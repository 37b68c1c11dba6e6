"""What was worked out of a wash is its snapshot: `reading` is what an instrument says."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("wash", "0008_basin")]

    operations = [
        migrations.RenameField(model_name="plannedwash", old_name="reading", new_name="snapshot"),
        migrations.RenameField(model_name="basinrun", old_name="reading", new_name="snapshot"),
    ]
