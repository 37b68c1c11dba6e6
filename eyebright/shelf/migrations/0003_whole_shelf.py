"""The whole shelf: own materials, spoons, marks, profiles, strips, readings, and what a lot has left."""

import django.core.validators
import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models

KEPT = [
    ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
    ("made_at", models.DateTimeField(default=django.utils.timezone.now, editable=False)),
    ("removed_at", models.DateTimeField(blank=True, db_index=True, editable=False, null=True)),
]


def figure(**kwargs):
    return models.DecimalField(blank=True, null=True, **kwargs)


def figures_to_profiles(apps, schema_editor):
    """A water's figures become its supplier's of the day they were put on the shelf."""
    source = apps.get_model("shelf", "WaterSource")
    profile = apps.get_model("shelf", "WaterProfile")
    for water in source.objects.all():
        if water.alkalinity is None and water.hardness is None:
            continue
        profile.objects.create(
            water=water,
            on=water.made_at.date(),
            origin="supplier",
            alkalinity=water.alkalinity,
            hardness=water.hardness,
        )


class Migration(migrations.Migration):
    dependencies = [("shelf", "0002_vessels")]

    operations = [
        migrations.CreateModel(
            name="Household",
            fields=[
                KEPT[0],
                ("system", models.CharField(default="metric", max_length=20)),
                ("currency", models.CharField(default="£", max_length=8)),
            ],
        ),
        migrations.CreateModel(
            name="OwnMaterial",
            fields=[
                *KEPT,
                ("name", models.CharField(max_length=80)),
                ("kind", models.CharField(max_length=40)),
                ("figures", models.JSONField(default=dict)),
                ("contains", models.JSONField(default=list)),
                ("note", models.TextField(blank=True)),
            ],
            options={"ordering": ["name", "id"]},
        ),
        migrations.CreateModel(
            name="Spoon",
            fields=[
                *KEPT,
                ("name", models.CharField(max_length=80)),
                ("volume", figure(decimal_places=2, max_digits=6)),
                ("grams", figure(decimal_places=2, max_digits=6)),
                ("material", models.CharField(blank=True, max_length=40)),
            ],
            options={"ordering": ["name", "id"]},
        ),
        migrations.CreateModel(
            name="StripSet",
            fields=[
                *KEPT,
                ("name", models.CharField(max_length=80)),
                ("steps", models.JSONField(default=list)),
            ],
            options={"ordering": ["name", "id"]},
        ),
        migrations.CreateModel(
            name="Reading",
            fields=[
                *KEPT,
                ("value", models.DecimalField(decimal_places=3, max_digits=5)),
                (
                    "instrument",
                    models.CharField(choices=[("strip", "Strip"), ("meter", "Meter")], max_length=8),
                ),
                ("step", figure(decimal_places=2, max_digits=4)),
                ("low", figure(decimal_places=2, max_digits=4)),
                ("high", figure(decimal_places=2, max_digits=4)),
                ("reach", figure(decimal_places=3, max_digits=5)),
            ],
            options={"ordering": ["-made_at", "-id"]},
        ),
        migrations.CreateModel(
            name="ReadingLine",
            fields=[
                KEPT[0],
                ("stuff", models.CharField(db_index=True, max_length=48)),
                (
                    "amount",
                    models.DecimalField(
                        decimal_places=3,
                        max_digits=9,
                        validators=[django.core.validators.MinValueValidator(0)],
                    ),
                ),
                ("unit", models.CharField(max_length=2)),
                (
                    "reading",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="lines",
                        to="shelf.reading",
                    ),
                ),
            ],
            options={"ordering": ["id"]},
        ),
        migrations.CreateModel(
            name="WaterProfile",
            fields=[
                *KEPT,
                ("on", models.DateField()),
                (
                    "origin",
                    models.CharField(
                        choices=[("supplier", "Supplier"), ("titration", "Titration")], max_length=12
                    ),
                ),
                ("alkalinity", figure(decimal_places=2, max_digits=7)),
                ("alkalinity_low", figure(decimal_places=2, max_digits=7)),
                ("alkalinity_high", figure(decimal_places=2, max_digits=7)),
                ("hardness", figure(decimal_places=2, max_digits=7)),
                ("sodium", figure(decimal_places=2, max_digits=7)),
                ("ph", figure(decimal_places=2, max_digits=4)),
                (
                    "water",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="profiles",
                        to="shelf.watersource",
                    ),
                ),
            ],
            options={"ordering": ["-on", "-id"]},
        ),
        migrations.RunPython(figures_to_profiles, migrations.RunPython.noop),
        migrations.RemoveField(model_name="watersource", name="alkalinity"),
        migrations.RemoveField(model_name="watersource", name="hardness"),
        migrations.AddField(model_name="vessel", name="marks", field=models.JSONField(default=list)),
        migrations.AddField(model_name="lot", name="size", field=figure(decimal_places=2, max_digits=9)),
        migrations.AddField(model_name="lot", name="left", field=figure(decimal_places=2, max_digits=9)),
        migrations.AddField(model_name="lot", name="price", field=figure(decimal_places=2, max_digits=8)),
        migrations.AddField(
            model_name="lot", name="opened_on", field=models.DateField(blank=True, null=True)
        ),
        migrations.AddField(model_name="lot", name="use_by", field=models.DateField(blank=True, null=True)),
    ]
