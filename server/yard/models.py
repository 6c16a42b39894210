"""The yard book as it is stored: yards with their keepers, hives that are built, visits."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models, transaction
from django.db.models.signals import post_delete
from django.dispatch import receiver

from server.designs.models import Design


class Yard(models.Model):
    """A place where hives stand; ``place`` says in words where.

    ``climate`` is what its hives are planned for, as each design says where none is named; ``layout`` tells how they
    stand. ``feed`` is the secret part of the address that its calendar is fetched from; none where nobody has asked for
    one.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    name = models.CharField(max_length=80)
    place = models.CharField(max_length=200, blank=True)
    climate = models.CharField(max_length=40, blank=True)
    layout = models.CharField(max_length=120, blank=True)
    feed = models.CharField(max_length=60, blank=True, db_index=True)
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.name


class Member(models.Model):
    """Somebody in a yard: keepers do everything, helpers write visits, lookers-on read."""

    class Role(models.TextChoices):
        KEEPER = "keeper"
        HELPER = "helper"
        LOOKER = "looker"

    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="members")
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="yards")
    role = models.CharField(max_length=8, choices=Role)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["yard", "user"], name="member_once_a_yard")]

    def __str__(self) -> str:
        return f"{self.user} in {self.yard}"


class BuiltHive(models.Model):
    """A hive that stands in a yard.

    ``document`` is the design's revision that it was built from, its combs numbered; ``plan`` the year that was planned
    for it. ``stands`` is the document as the last visit left it, and ``done`` the keys of what was ticked off.
    ``measured`` lists what was measured on it since, as it was said: ``document`` has it already.
    ``learns`` says whether its plan learns from its visits. ``card`` is what the yard's page says of it
    (server/yard/cards.py), none where that has to be made anew.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="hives")
    name = models.CharField(max_length=80)
    design = models.ForeignKey(Design, on_delete=models.SET_NULL, null=True, related_name="built")
    revision = models.PositiveIntegerField()
    built_on = models.DateField()
    document = models.JSONField()
    plan = models.JSONField(null=True)
    stands = models.JSONField()
    measured = models.JSONField(default=list)
    done = models.JSONField(default=list)
    card = models.JSONField(null=True)
    learns = models.BooleanField(default=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = [models.Index(fields=["yard", "name"])]

    def __str__(self) -> str:
        return self.name


class ColonyEntry(models.Model):
    """A colony of a yard. ``life`` is all that happened to it (sabaka_core/yard/colony.py); the device names it."""

    id = models.UUIDField(primary_key=True, editable=False)
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="colonies")
    life = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["made_at"]

    def __str__(self) -> str:
        return str(self.life["name"])


class VisitEntry(models.Model):
    """A visit that was written down. The device names it, so that it is kept once however often it is sent.

    ``beside`` marks one that was written on another device for the same hour: both are kept. ``signed`` is who wrote
    it where that is no account here, as after a restore.
    """

    id = models.UUIDField(primary_key=True, editable=False)
    hive = models.ForeignKey(BuiltHive, on_delete=models.CASCADE, related_name="visits")
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    at = models.CharField(max_length=16)
    entry = models.JSONField()
    beside = models.BooleanField(default=False)
    signed = models.CharField(max_length=80, blank=True)
    kept_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["at", "kept_at"]
        indexes = [models.Index(fields=["hive", "at"])]

    def __str__(self) -> str:
        return f"{self.hive} {self.at}"


def _photo_path(photo: Photo, _: str) -> str:
    return f"{photo.visit.hive_id}/{photo.pk}.jpg"


class Photo(models.Model):
    """A photo of a visit: its file lies beside the database, and is handed to members of the yard only."""

    id = models.UUIDField(primary_key=True, editable=False)
    visit = models.ForeignKey(VisitEntry, on_delete=models.CASCADE, related_name="photos")
    file = models.FileField(upload_to=_photo_path, max_length=200)
    wide = models.PositiveIntegerField()
    high = models.PositiveIntegerField()
    kept_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["kept_at"]

    def __str__(self) -> str:
        return f"{self.visit} {self.pk}"


@receiver(post_delete, sender=Photo)
def _file_goes_too(sender: type[Photo], instance: Photo, **rest: object) -> None:
    """A photo's file goes with it, once that is certain."""
    file, storage = instance.file.name, instance.file.storage
    if file:
        transaction.on_commit(lambda: storage.delete(file))


class Trial(models.Model):
    """One change tried on some hives and not on others, what decides, and the verdict in the keeper's words."""

    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="trials")
    name = models.CharField(max_length=80)
    change = models.CharField(max_length=400)
    measure = models.CharField(max_length=20)
    begun_on = models.DateField()
    ended_on = models.DateField(null=True)
    changed = models.ManyToManyField(BuiltHive, related_name="+")
    others = models.ManyToManyField(BuiltHive, related_name="+")
    verdict = models.CharField(max_length=400, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-begun_on", "name"]

    def __str__(self) -> str:
        return self.name


class Link(models.Model):
    """A secret address at which one hive or one design can be looked at till a day, by whoever knows it."""

    secret = models.CharField(max_length=60, unique=True)
    maker = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="links")
    hive = models.ForeignKey(BuiltHive, on_delete=models.CASCADE, null=True, related_name="links")
    design = models.ForeignKey(Design, on_delete=models.CASCADE, null=True, related_name="links")
    ends_on = models.DateField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["made_at"]

    def __str__(self) -> str:
        return f"{self.hive or self.design} till {self.ends_on}"
