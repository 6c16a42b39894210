"""Readings as they are stored: devices, and a day of each kind in a row, raw and by the hour."""

from __future__ import annotations

import uuid

from django.db import models

from server.yard.models import BuiltHive


class Device(models.Model):
    """A sensor at a hive. Its key is known by its hash only; ``key_end`` are its last letters, to tell it by."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    hive = models.ForeignKey(BuiltHive, on_delete=models.CASCADE, related_name="devices")
    name = models.CharField(max_length=80)
    key_hash = models.CharField(max_length=64, unique=True)
    key_end = models.CharField(max_length=4)
    last_at = models.DateTimeField(null=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["made_at"]

    def __str__(self) -> str:
        return f"{self.name} at {self.hive}"


class ReadingDay(models.Model):
    """One kind of one device's readings on one day of universal time.

    ``points`` are the readings themselves (sabaka_core/learning/readings.py packs them), none once they are old;
    ``hours`` are least, mean and greatest of every hour, and stay.
    """

    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="days")
    kind = models.CharField(max_length=10)
    day = models.DateField()
    points = models.BinaryField(default=bytes)
    hours = models.BinaryField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["device", "kind", "day"], name="one_day_a_kind")]
        indexes = [models.Index(fields=["device", "day"])]

    def __str__(self) -> str:
        return f"{self.kind} of {self.device} on {self.day}"
