"""What is kept of a head: its record, and what happened to it. All of it goes when the head goes."""

import secrets
from typing import Any

from django.core.files.storage import FileSystemStorage
from django.db import models, transaction
from django.db.models.signals import post_delete
from django.dispatch import receiver
from django.utils import timezone

from eyebright.kept.columns import Object, Strings
from eyebright.kept.durable import forget
from eyebright.kept.soft_deletion import SoftDeleted


class Head(SoftDeleted):
    """A person's head. `answers`: the record's, by question (core/heads/record.toml)."""

    name = models.CharField(max_length=80)
    answers = Object(default=dict)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


def _place(picture: "Picture", filename: str) -> str:
    return f"pictures/{secrets.token_hex(16)}.jpg"


def _store() -> FileSystemStorage:
    return FileSystemStorage()


class Picture(models.Model):
    """A picture of a head, already stripped of everything but its pixels."""

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="pictures")
    file = models.FileField(upload_to=_place, storage=_store)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    made_at = models.DateTimeField(default=timezone.now, editable=False)

    def __str__(self) -> str:
        return f"{self.head}, {self.made_at:%d %B %Y}"


@receiver(post_delete, sender=Picture)
def forget_file(instance: Picture, **_: Any) -> None:
    """A picture's file goes with its row, once that is really gone."""
    file = instance.file
    transaction.on_commit(lambda: forget(file))


class CheckIn(SoftDeleted):
    """How the scalp was: levels from 0 for none, and flags, by the keys of record.toml."""

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="check_ins")
    at = models.DateTimeField(default=timezone.now, db_index=True)
    oil = models.PositiveSmallIntegerField(default=1)
    flakes = models.PositiveSmallIntegerField(default=0)
    itch = models.PositiveSmallIntegerField(default=0)
    tight = models.PositiveSmallIntegerField(default=0)
    tender = models.PositiveSmallIntegerField(default=0)
    build_up = models.PositiveSmallIntegerField(default=0)
    flags = Strings(default=list)
    picture = models.ForeignKey(Picture, on_delete=models.SET_NULL, null=True, blank=True)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["-at", "-id"]
        indexes = [models.Index(fields=["head", "removed_at", "at"], name="check_in_of_head_by_time")]

    def __str__(self) -> str:
        return f"{self.head}, {self.at:%d %B %Y}"


class TestResult(SoftDeleted):
    """The outcome of one little test, by the keys of little_tests.toml."""

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="test_results")
    test = models.CharField(max_length=40)
    outcome = models.CharField(max_length=40)

    class Meta:
        ordering = ["-made_at", "-id"]

    def __str__(self) -> str:
        return f"{self.test}: {self.outcome}"


class PatchTest(SoftDeleted):
    """A patch test. `material`: a library material's or a family's key, empty for something else."""

    class Result(models.TextChoices):
        """What the arm showed; empty while it runs."""

        CLEAR = "clear"
        REACTION = "reaction"

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="patch_tests")
    material = models.CharField(max_length=40, blank=True)
    name = models.CharField(max_length=80)
    hours = models.PositiveSmallIntegerField()
    started_at = models.DateTimeField(default=timezone.now)
    result = models.CharField(max_length=12, choices=Result, blank=True)
    ended_at = models.DateTimeField(null=True, blank=True)
    picture = models.ForeignKey(Picture, on_delete=models.SET_NULL, null=True, blank=True)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["-started_at", "-id"]

    def __str__(self) -> str:
        return self.name


class StopPassed(models.Model):
    """A stop that an adult passed for their own comfort: which, what it said, why, when, and of what."""

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="passes")
    rule = models.CharField(max_length=60)
    what = models.TextField()
    why = models.TextField()
    of = models.CharField(max_length=40)
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["-at", "-id"]
        verbose_name_plural = "stops passed"

    def __str__(self) -> str:
        return f"{self.rule}, {self.of}"
