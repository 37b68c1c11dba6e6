"""What a head remembers of an entry stands in the app of washes now."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("journal", "0003_told"), ("wash", "0001_initial")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    model_name="entry",
                    name="wash",
                    field=models.OneToOneField(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="entry",
                        to="wash.wash",
                    ),
                ),
            ],
        ),
    ]
