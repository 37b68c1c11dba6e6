"""A wash knows the formula that it was, where it went and whether it was covered; old rows leave it open."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("formulas", "0001_initial"),
        ("wash", "0001_initial"),
    ]

    operations = [
        migrations.AddField(
            model_name="wash",
            name="cover",
            field=models.BooleanField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name="wash",
            name="formula",
            field=models.ForeignKey(
                blank=True,
                null=True,
                on_delete=django.db.models.deletion.SET_NULL,
                related_name="washes",
                to="formulas.formula",
            ),
        ),
        migrations.AddField(
            model_name="wash",
            name="zone",
            field=models.CharField(
                blank=True,
                choices=[("scalp", "scalp"), ("lengths", "lengths"), ("both", "both")],
                max_length=8,
            ),
        ),
    ]
