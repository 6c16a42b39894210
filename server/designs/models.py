"""Stored designs. Every save is a revision that can be brought back."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models


class Design(models.Model):
    """One hive on a keeper's shelf.

    ``head`` is the number of the revision that counts. ``calendar`` is what its calendar file said the last time.
    ``card`` is what the shelf tells of it, as JSON, made by the core of ``card_form``; empty till somebody looks.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="designs")
    name = models.CharField(max_length=80)
    system = models.CharField(max_length=40)
    document = models.JSONField()
    head = models.PositiveIntegerField(default=1)
    calendar = models.JSONField(default=list)
    card = models.TextField(default="", blank=True)
    card_form = models.CharField(max_length=40, default="", blank=True)
    made_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        indexes = [models.Index(fields=["owner", "deleted_at", "-changed_at"])]

    def __str__(self) -> str:
        return self.name


class WeatherDays(models.Model):
    """Days of weather that a keeper brought, known by their hash; designs name them, and hold none of them.

    ``packed`` holds their columns as sabaka_core/season/packed.py writes them.
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="weather")
    name = models.CharField(max_length=80)
    sha = models.CharField(max_length=64)
    words = models.CharField(max_length=120)
    packed = models.BinaryField()
    filled = models.PositiveIntegerField(default=0)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "sha"], name="days_once_a_keeper")]
        ordering = ["-made_at"]

    def __str__(self) -> str:
        return self.name


class Revision(models.Model):
    """One state of a design that was kept.

    ``name`` is what its keeper calls it; a state with a name is never thinned out.
    ``aside`` marks a save that came too late and was kept beside the newer one. ``save_id`` is the sender's own
    name for the save, by which it knows its own again when the answer was lost.
    """

    class Kind(models.TextChoices):
        MADE = "made"
        SAVED = "saved"
        ASIDE = "aside"
        BROUGHT_BACK = "brought back"

    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    kind = models.CharField(max_length=16, choices=Kind)
    label = models.CharField(max_length=200, blank=True)
    name = models.CharField(max_length=80, blank=True, default="")
    save_id = models.CharField(max_length=40, blank=True, default="")
    document = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["design", "number"], name="one_revision_a_number")]
        ordering = ["-number"]

    def __str__(self) -> str:
        return f"{self.design} {self.number}"
