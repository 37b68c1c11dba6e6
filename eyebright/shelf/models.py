"""What is kept of the shelf: lots, the household's own materials, spoons and vessels, waters, readings.

What goes into a jug is named by a key everywhere: `lot-3`, `water-2`; a material of one's own `own-4`.
"""

from django.core.validators import MinValueValidator
from django.db import models

from eyebright.kept.columns import Numbers, Object, Objects, Strings
from eyebright.kept.soft_deletion import SoftDeleted


class OwnMaterial(SoftDeleted):
    """A material that the library does not hold: its kind, and what is known of it (figures by name).

    `hazards`: keys as they were answered; none for what was never asked, and is guessed from the name.
    """

    name = models.CharField(max_length=80)
    kind = models.CharField(max_length=40)
    figures = Object(default=dict)
    contains = Strings(default=list)
    may_contain = Strings(default=list)
    hazards = Strings(null=True, blank=True, default=None)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Correction(SoftDeleted):
    """A row of the library as this household has it, by the row's key: only what differs stands here.

    `contains`, `may_contain` and `hazards` come on top of the row's; `ruled_out`: what its packet says is
    not in it.
    """

    material = models.CharField(max_length=40)
    figures = Object(default=dict)
    contains = Strings(default=list)
    may_contain = Strings(default=list)
    ruled_out = Strings(default=list)
    hazards = Strings(default=list)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["material", "id"]
        constraints = [
            models.UniqueConstraint(
                fields=["material"], condition=models.Q(removed_at=None), name="one_correction_a_row"
            )
        ]

    def __str__(self) -> str:
        return self.material


class Lot(SoftDeleted):
    """A bottle or bag: a material, under the household's own name.

    `strength` is the household's own figure (g per 100 mL, or % by weight); empty means the
    library's. `size` is what it held when it was bought and `left` what is left (mL or g); `price` what
    it cost whole. `label`: what its own label says of it (core/materials/label), empty for nothing.
    """

    material = models.CharField(max_length=40)
    name = models.CharField(max_length=80)
    strength = models.DecimalField(max_digits=6, decimal_places=3, null=True, blank=True)
    size = models.DecimalField(max_digits=9, decimal_places=2, null=True, blank=True)
    left = models.DecimalField(max_digits=9, decimal_places=2, null=True, blank=True)
    price = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    opened_on = models.DateField(null=True, blank=True)
    use_by = models.DateField(null=True, blank=True)
    label = Object(default=dict, blank=True)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Vessel(SoftDeleted):
    """A bottle, bowl or jug of the household's own. `volume` in mL; `marks`: [{name, volume}] on it."""

    name = models.CharField(max_length=80)
    volume = models.DecimalField(max_digits=7, decimal_places=1)
    marks = Objects(default=list, needs={"name": str, "volume": (int, float)})

    class Meta:
        ordering = ["volume", "name", "id"]

    def __str__(self) -> str:
        return self.name


class Spoon(SoftDeleted):
    """A spoon or scoop of the household's own: mL, or g of one material (its key) weighed with it."""

    name = models.CharField(max_length=80)
    volume = models.DecimalField(max_digits=6, decimal_places=2, null=True, blank=True)
    grams = models.DecimalField(max_digits=6, decimal_places=2, null=True, blank=True)
    material = models.CharField(max_length=40, blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class WaterSource(SoftDeleted):
    """A water: a class of the library, narrowed by its latest profile."""

    kind = models.CharField(max_length=40)
    name = models.CharField(max_length=80)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class WaterProfile(SoftDeleted):
    """Figures of a water on a day: alkalinity and hardness in mg/L as CaCO3, sodium in mg/L, its own pH.

    `alkalinity_low` and `_high` are the 90 % range where it was titrated.
    """

    class Origin(models.TextChoices):
        """Who found them."""

        SUPPLIER = "supplier"
        TITRATION = "titration"

    water = models.ForeignKey(WaterSource, on_delete=models.CASCADE, related_name="profiles")
    on = models.DateField()
    origin = models.CharField(max_length=12, choices=Origin)
    alkalinity = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    alkalinity_low = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    alkalinity_high = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    hardness = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    sodium = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    ph = models.DecimalField(max_digits=4, decimal_places=2, null=True, blank=True)

    class Meta:
        ordering = ["-on", "-id"]

    def __str__(self) -> str:
        return f"{self.water} on {self.on}"


class StripSet(SoftDeleted):
    """A pack of pH strips: the pH of each block of colour on it, lowest first."""

    name = models.CharField(max_length=80)
    steps = Numbers(default=list)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Reading(SoftDeleted):
    """A pH that was read: of one thing by itself (one line), or of a jug.

    `step` (and the strips' `low` and `high` ends, and their `pack`) for strips, `reach` (pH, 90 %) for a
    meter. `doubtful`: far from what can be; kept, and not learnt from.
    """

    class Instrument(models.TextChoices):
        """What it was read with."""

        STRIP = "strip"
        METER = "meter"

    value = models.DecimalField(max_digits=5, decimal_places=3)
    instrument = models.CharField(max_length=8, choices=Instrument)
    step = models.DecimalField(max_digits=4, decimal_places=2, null=True, blank=True)
    low = models.DecimalField(max_digits=4, decimal_places=2, null=True, blank=True)
    high = models.DecimalField(max_digits=4, decimal_places=2, null=True, blank=True)
    reach = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    pack = models.CharField(max_length=40, blank=True)
    doubtful = models.BooleanField(default=False)

    class Meta:
        ordering = ["-made_at", "-id"]

    def __str__(self) -> str:
        return f"pH {self.value}"


class ReadingLine(models.Model):
    """What was in it: so much (mL or g) of the thing with this key, in pouring order."""

    reading = models.ForeignKey(Reading, on_delete=models.CASCADE, related_name="lines")
    supply_key = models.CharField(max_length=48, db_index=True)
    amount = models.DecimalField(max_digits=9, decimal_places=3, validators=[MinValueValidator(0)])
    unit = models.CharField(max_length=2)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.amount} {self.unit} of {self.supply_key}"
