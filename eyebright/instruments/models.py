"""What is kept of instruments: which there are, where they are found, and how a meter was calibrated."""

from django.db import models

from eyebright.kept.columns import Objects
from eyebright.kept.soft_deletion import SoftDeleted


class Instrument(SoftDeleted):
    """A scale, pH meter or thermometer.

    `link`: how its readings come: typed in by hand, from the stand-in that ships, or over TCP from
    `host` and `port`.
    """

    class Kind(models.TextChoices):
        """What it is."""

        SCALE = "scale"
        METER = "meter"
        THERMOMETER = "thermometer"

    class Link(models.TextChoices):
        """How its readings come."""

        HAND = "hand"
        SIMULATED = "simulated"
        BRIDGE = "bridge"

    kind = models.CharField(max_length=12, choices=Kind)
    name = models.CharField(max_length=80)
    link = models.CharField(max_length=10, choices=Link)
    host = models.CharField(max_length=120, blank=True)
    port = models.PositiveIntegerField(null=True, blank=True)

    class Meta:
        ordering = ["kind", "name", "id"]

    def __str__(self) -> str:
        return self.name


class Calibration(SoftDeleted):
    """A meter's calibration. `points`: [{ph, millivolts, temperature, doubt}]; the rest comes of them."""

    instrument = models.ForeignKey(Instrument, on_delete=models.CASCADE, related_name="calibrations")
    points = Objects(default=list, needs={"ph": (int, float), "millivolts": (int, float)})

    class Meta:
        ordering = ["-made_at", "-id"]

    def __str__(self) -> str:
        return f"{self.instrument}, {len(self.points)} points"
