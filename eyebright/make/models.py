"""What is kept of what is made: a batch, what was poured, its steps' clocks, and the containers it went into.

A batch is a record of what happened. What was planned, foreseen and warned of stands in it as copies: later
changes to the formula, to bottles or to the library do not rewrite it.
"""

import secrets
from typing import Any, get_args

from django.core.serializers.json import DjangoJSONEncoder
from django.db import models, transaction
from django.db.models.signals import post_delete
from django.dispatch import receiver
from django.utils import timezone

from eyebright.core.vocabulary import Ended, Place, Pouring, Use
from eyebright.formulas.models import Formula
from eyebright.heads.models import Head
from eyebright.kept.columns import Numbers, Object, Objects, Strings, snapshot_field, snapshot_list
from eyebright.kept.durable import forget
from eyebright.kept.soft_deletion import SoftDeleted
from eyebright.kept.wire import Caution, Figure
from eyebright.shelf.models import Reading, Vessel

from .snapshots import BatchFigures, Bowl, PlannedPour, SheetStep


class Batch(SoftDeleted):
    """One making of a formula, or of a jug of Mix.

    `of`: which. `head`: whose jug it was, gone when the head goes; a formula's are `heads`. `body`: the
    formula as it was to be made, scaled. `lines`: what was asked for, each with its `supply_key` and name;
    `pours`: what is to be poured, in order (mL or g); `steps`: the run sheet; `step`: where it stands.
    `predicted`, `figures`, `facts`, `cautions`, `verdict` and `headline`: what was foreseen; `outcome`:
    figures of what was really made, where it was not as planned. `left_out`: ids of lines that were.
    `reading`: what was read of it. `bowl`: what stands on the scale. `volume`, `fill` and
    `yielded` in mL, minutes in minutes.
    """

    class Of(models.TextChoices):
        """What it is a making of."""

        FORMULA = "formula"
        JUG = "jug"

    of = models.CharField(max_length=8, choices=Of)
    name = models.CharField(max_length=200)
    formula = models.ForeignKey(
        Formula, on_delete=models.SET_NULL, null=True, blank=True, related_name="batches"
    )
    head = models.ForeignKey(Head, on_delete=models.CASCADE, null=True, blank=True, related_name="batches")
    heads: Any = models.ManyToManyField(Head, through="BatchRecipient", related_name="made_for")
    who = models.CharField(max_length=80, blank=True)
    body = Object(default=dict, encoder=DjangoJSONEncoder)
    lines = Objects(default=list, encoder=DjangoJSONEncoder, needs={"supply_key": str})
    fill = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    volume = models.DecimalField(max_digits=8, decimal_places=2)
    aim = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    use = models.CharField(max_length=12, choices=[(each, each) for each in get_args(Use)])
    last = models.BooleanField(default=False)
    minutes = models.DecimalField(max_digits=7, decimal_places=2)
    verdict = models.CharField(max_length=20, blank=True)
    headline = models.TextField(blank=True)
    predicted = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    predicted_low = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    predicted_high = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    pours = snapshot_list(PlannedPour, encoder=DjangoJSONEncoder)
    steps = snapshot_list(SheetStep, encoder=DjangoJSONEncoder)
    cautions = snapshot_list(Caution, encoder=DjangoJSONEncoder)
    facts = Object(default=dict, encoder=DjangoJSONEncoder)
    figures = snapshot_field(BatchFigures, encoder=DjangoJSONEncoder)
    outcome = snapshot_field(BatchFigures, encoder=DjangoJSONEncoder)
    left_out = Numbers(default=list)
    stops_passed = Strings(default=list)
    step = models.PositiveSmallIntegerField(default=0)
    finished_at = models.DateTimeField(null=True, blank=True)
    reading = models.OneToOneField(
        Reading, on_delete=models.SET_NULL, null=True, blank=True, related_name="batch"
    )
    yielded = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    thickness = models.CharField(max_length=12, blank=True)
    vessel = models.ForeignKey(Vessel, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    bowl = snapshot_field(Bowl, encoder=DjangoJSONEncoder)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["-made_at", "-id"]
        verbose_name_plural = "batches"
        indexes = [
            models.Index(fields=["removed_at", "made_at"], name="batch_by_time"),
            models.Index(fields=["removed_at", "of", "finished_at", "made_at"], name="batches_under_way"),
        ]

    def __str__(self) -> str:
        return self.name

    def pour_of(self, line: int) -> PlannedPour | None:
        """What is planned to be poured for this line, if anything is."""
        return next((each for each in self.pours if each.line == line), None)

    def step_at(self, place: int) -> SheetStep | None:
        """The step at this place of the run sheet, if there is one."""
        return self.steps[place] if 0 <= place < len(self.steps) else None

    @property
    def made(self) -> BatchFigures:
        """What comes of it as it was really made; as planned, while nothing else is known."""
        return self.figures if self.outcome.blank else self.outcome

    @property
    def ph(self) -> Figure | None:
        """Its pH as it was made, or as planned; None where neither could be worked out."""
        return self.outcome.ph or self.figures.ph


class BatchRecipient(models.Model):
    """A head that a batch is made for: how thinned (parts of water to one, empty.

    Not at all), and as it reads.

    `says` and `ph` (value, low, high) are what goes on the label; `cautions` what was said to it then.
    """

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="for_whom")
    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="batches_for")
    parts = models.PositiveSmallIntegerField(null=True, blank=True)
    says = models.CharField(max_length=200, blank=True)
    ph = Numbers(default=list)
    cautions = snapshot_list(Caution)

    class Meta:
        ordering = ["id"]
        verbose_name_plural = "for whom"
        constraints = [models.UniqueConstraint(fields=["batch", "head"], name="once_for_a_head")]

    def __str__(self) -> str:
        return self.says


class Pour(SoftDeleted):
    """So much of something that was poured for a line (its id; 0 besides them all).

    `amount` in `unit`, as it was said; `taken` of it in mL or g; `gave`: what its bottle really gave, which
    is all that it gets back (empty for what is older than that is kept, where it is `taken`). `short`:
    whether its bottle had less than that by the books.
    """

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="poured")
    line = models.PositiveIntegerField(default=0)
    supply_key = models.CharField(max_length=48)
    name = models.CharField(max_length=80)
    amount = models.DecimalField(max_digits=9, decimal_places=3)
    unit = models.CharField(max_length=40)
    packed = models.BooleanField(default=False)
    how = models.CharField(max_length=8, choices=[(each, each) for each in get_args(Pouring)])
    taken = models.DecimalField(max_digits=9, decimal_places=3)
    gave = models.DecimalField(max_digits=9, decimal_places=3, null=True, blank=True)
    short = models.BooleanField(default=False)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.amount:g} {self.unit} {self.name}"


class StepClock(models.Model):
    """A step of a batch as it went: when it began, until when its clock runs, when it ended.

    `place` in the run sheet. `readings` of a thermometer, [{minutes, celsius}] since it began, and what it
    stands in (`vessel`, `lid`, °C of the `room`).
    """

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="clocks")
    place = models.PositiveSmallIntegerField()
    began_at = models.DateTimeField(default=timezone.now)
    until = models.DateTimeField(null=True, blank=True)
    ended_at = models.DateTimeField(null=True, blank=True)
    readings = Objects(default=list, needs={"minutes": (int, float), "celsius": (int, float)})
    vessel = models.CharField(max_length=8, default="pot")
    lid = models.CharField(max_length=8, default="off")
    room = models.DecimalField(max_digits=4, decimal_places=1, null=True, blank=True)

    class Meta:
        ordering = ["place"]
        constraints = [models.UniqueConstraint(fields=["batch", "place"], name="one_clock_a_step")]

    def __str__(self) -> str:
        return f"step {self.place} of {self.batch}"


class Container(SoftDeleted):
    """A bottle, jar or tray of cubes that a batch was filled into, and what is left in it.

    `filled` and `left` in mL, or g when dry; `count`: how many pieces that is, for cubes. `use_by` and its
    `reason`; what became of it: `ended`, empty while there is some. `code`: what its label is found by.
    `before`: where it stood before it was last moved, and its days there, so that a slip can be taken back;
    `taken_from`: what it was thawed out of, where that is only some of it.
    """

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="containers")
    name = models.CharField(max_length=80)
    vessel = models.ForeignKey(Vessel, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    count = models.PositiveSmallIntegerField(default=1)
    filled = models.DecimalField(max_digits=8, decimal_places=2)
    left = models.DecimalField(max_digits=8, decimal_places=2)
    unit = models.CharField(max_length=2, choices=[("mL", "mL"), ("g", "g")])
    place = models.CharField(max_length=8, choices=[(each, each) for each in get_args(Place)])
    filled_on = models.DateField()
    use_by = models.DateField(db_index=True)
    reason = models.TextField(blank=True)
    opened_on = models.DateField(null=True, blank=True)
    frozen_on = models.DateField(null=True, blank=True)
    thawed_on = models.DateField(null=True, blank=True)
    ended_on = models.DateField(null=True, blank=True)
    ended = models.CharField(max_length=8, choices=[(each, each) for each in get_args(Ended)], blank=True)
    code = models.CharField(max_length=8, db_index=True)
    note = models.TextField(blank=True)
    before = Object(default=dict, blank=True)
    taken_from = models.ForeignKey("self", on_delete=models.SET_NULL, null=True, blank=True, related_name="+")

    class Meta:
        ordering = ["use_by", "id"]
        indexes = [models.Index(fields=["ended_on", "removed_at", "use_by"], name="containers_in_stock")]

    def __str__(self) -> str:
        return self.name


class Topping(SoftDeleted):
    """So much of a batch that was poured on top of what a container still held; mL, or g when dry."""

    container = models.ForeignKey(Container, on_delete=models.CASCADE, related_name="toppings")
    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="toppings")
    amount = models.DecimalField(max_digits=8, decimal_places=2)
    poured_on = models.DateField()

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.amount} on top of {self.container_id}"


def _place(photo: "Photo", filename: str) -> str:
    return f"pictures/{secrets.token_hex(16)}.jpg"


class Photo(models.Model):
    """A photo of a batch, already stripped of everything but its pixels."""

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="photos")
    file = models.FileField(upload_to=_place)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    made_at = models.DateTimeField(default=timezone.now, editable=False)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.batch}, {self.made_at:%d %B %Y}"


@receiver(post_delete, sender=Photo)
def forget_file(instance: Photo, **_: Any) -> None:
    """A photo's file goes with its row, once that is really gone."""
    file = instance.file
    transaction.on_commit(lambda: forget(file))
