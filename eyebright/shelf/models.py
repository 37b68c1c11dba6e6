"""What is kept of the shelf: lots of acids, vessels and waters."""

from django.db import models

from eyebright.config.kept import Kept


class Lot(Kept):
    """A bottle or bag: a material of the library, under the household's own name.

    `strength` is the household's own figure (g per 100 mL, or % by weight); empty means the
    library's.
    """

    material = models.CharField(max_length=40)
    name = models.CharField(max_length=80)
    strength = models.DecimalField(max_digits=6, decimal_places=3, null=True, blank=True)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Vessel(Kept):
    """A bottle, bowl or jug of the household's own, which doses are said in. `volume` in mL."""

    name = models.CharField(max_length=80)
    volume = models.DecimalField(max_digits=7, decimal_places=1)

    class Meta:
        ordering = ["volume", "name", "id"]

    def __str__(self) -> str:
        return self.name


class WaterSource(Kept):
    """A water: a class of the library, narrowed by the supplier's figures where they are known.

    `alkalinity` and `hardness` in mg/L as CaCO3.
    """

    kind = models.CharField(max_length=40)
    name = models.CharField(max_length=80)
    alkalinity = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    hardness = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name
