"""What was in something that was read is known by its `supply_key`."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("shelf", "0010_version")]

    operations = [migrations.RenameField("readingline", "stuff", "supply_key")]
