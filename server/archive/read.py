"""Reading an archive into an account that is empty: everything judged first, then everything taken in, or nothing."""

from __future__ import annotations

from base64 import b64decode
from binascii import Error as NotBase64
from collections.abc import Iterable
from datetime import date, datetime
from typing import IO, Any
from uuid import UUID, uuid4
from zipfile import BadZipFile, ZipFile

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Model
from django.utils import timezone
from pydantic import ValidationError

from sabaka_core import ParameterError, dump_hive, validate_hive
from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.load import refusal_of
from sabaka_core.yard.colony import Life
from sabaka_core.yard.place import climate_names
from sabaka_core.yard.standing import standing
from server.archive.form import Archive, KeptDesign, KeptHive, KeptTrial, KeptYard
from server.archive.write import JSON_NAME, PHOTOS, READINGS
from server.designs.models import Design, Revision, WeatherDays
from server.readings.services import unkeyed_device
from server.readings.table import take_in as take_table_in
from server.yard.cards import make_card
from server.yard.models import BuiltHive, ColonyEntry, Member, Photo, Trial, VisitEntry, Yard
from server.yard.photos import MOST_BYTES, store_photo

# An archive's JSON when it is unpacked, and how many photos are read.
MOST_JSON, MOST_PHOTOS = 300_000_000, 50_000


def read_archive(user: User, file: IO[bytes]) -> Archive:
    """Takes an archive into an empty account.

    Returns:
        What was taken in.

    Raises:
        InfeasibleError: the account isn't empty.
        ParameterError: the file is no archive, or something in it can't be; nothing was taken in.
    """
    if user.designs.exists() or user.yards.exists():
        raise InfeasibleError(
            "An archive goes into an empty account: this one has designs or yards.", "Make a new account for it."
        )
    try:
        with ZipFile(file) as opened:
            archive = _read(opened)
            taking = _Taking(user, opened)
            try:
                with transaction.atomic():
                    taking.take(archive)
            except BaseException:
                taking.drop_files()
                raise
    except (BadZipFile, KeyError, OSError, NotImplementedError, RuntimeError) as error:
        raise ParameterError("file", "", "That is no archive, or it is broken.", "no-archive") from error
    return archive


def _read(opened: ZipFile) -> Archive:
    info = opened.getinfo(JSON_NAME)
    if info.file_size > MOST_JSON:
        raise ParameterError("file", f"{info.file_size} bytes", "That archive is too large.", "too-large")
    with opened.open(info) as stream:
        text = stream.read(MOST_JSON + 1)
    try:
        return Archive.model_validate_json(text)
    except ValidationError as error:
        raise refusal_of(error) from None


class _Taking:
    """One archive on its way in. A name that another account here has already is given anew."""

    def __init__(self, user: User, opened: ZipFile) -> None:
        self.user, self.opened = user, opened
        self.new: dict[UUID, UUID] = {}
        self.photos: list[Photo] = []

    def drop_files(self) -> None:
        """Takes back what isn't undone with the rest: files of photos."""
        for photo in self.photos:
            photo.file.delete(save=False)

    def take(self, archive: Archive) -> None:
        for days in archive.weather:
            try:
                packed = b64decode(days.packed, validate=True)
            except NotBase64:
                raise ParameterError("weather/packed", days.name, "These days can’t be read.", "no-days") from None
            WeatherDays.objects.create(
                owner=self.user, name=days.name, sha=days.sha, words=days.words, filled=days.filled, packed=packed
            )
        self._named(Design, (each.id for each in archive.designs))
        self._named(Yard, (each.id for each in archive.yards))
        hives = [hive for yard in archive.yards for hive in yard.hives]
        self._named(BuiltHive, (each.id for each in hives))
        self._named(VisitEntry, (visit.id for hive in hives for visit in hive.visits))
        self._named(Photo, (photo for hive in hives for visit in hive.visits for photo in visit.photos))
        self._named(ColonyEntry, (each.id for yard in archive.yards for each in yard.colonies))
        for design in archive.designs:
            self._design(design)
        for yard in archive.yards:
            self._yard(yard)

    def _named(self, model: type[Model], names: Iterable[UUID]) -> None:
        wanted = list(names)
        if len(set(wanted)) < len(wanted):
            raise ParameterError("file", "", "Something stands in this archive twice.", "twice")
        taken = set(model._default_manager.filter(pk__in=wanted).values_list("pk", flat=True))
        self.new |= {each: uuid4() if each in taken else each for each in wanted}

    def _design(self, kept: KeptDesign) -> None:
        document = _document(kept.document)
        design = Design.objects.create(
            id=self.new[kept.id],
            owner=self.user,
            name=document["name"],
            system=document["system"],
            document=document,
            head=kept.head,
            calendar=kept.calendar,
            deleted_at=timezone.now() if kept.deleted else None,
        )
        made = Revision.objects.bulk_create(
            Revision(
                design=design,
                number=each.number,
                kind=each.kind if each.kind in Revision.Kind.values else Revision.Kind.SAVED,
                label=each.label,
                name=each.name,
                document=_document(each.document),
            )
            for each in kept.revisions
        )
        for revision, each in zip(made, kept.revisions, strict=True):
            revision.made_at = _moment(each.made_at)
        Revision.objects.bulk_update(made, ["made_at"])

    def _yard(self, kept: KeptYard) -> None:
        yard = Yard.objects.create(
            id=self.new[kept.id],
            name=kept.name,
            place=kept.place,
            climate=kept.climate if kept.climate in climate_names() else "",
            layout=kept.layout,
        )
        Member.objects.create(yard=yard, user=self.user, role=Member.Role.KEEPER)
        for hive in kept.hives:
            self._hive(yard, hive)
        ColonyEntry.objects.bulk_create(
            ColonyEntry(id=self.new[each.id], yard=yard, life=self._life(each.life)) for each in kept.colonies
        )
        for trial in kept.trials:
            self._trial(yard, trial)

    def _trial(self, yard: Yard, kept: KeptTrial) -> None:
        trial = Trial.objects.create(
            yard=yard,
            name=kept.name,
            change=kept.change,
            measure=kept.measure,
            begun_on=date.fromisoformat(kept.begun_on),
            ended_on=date.fromisoformat(kept.ended_on) if kept.ended_on is not None else None,
            verdict=kept.verdict,
        )
        for side, hives in ((trial.changed, kept.changed), (trial.others, kept.others)):
            side.set(yard.hives.filter(id__in=[self.new[each] for each in hives if each in self.new]))

    def _hive(self, yard: Yard, kept: KeptHive) -> None:
        built = validate_hive(kept.document)
        stands = standing(built, [each.entry for each in kept.visits])
        design = self.new.get(kept.design) if kept.design is not None else None
        hive = BuiltHive.objects.create(
            id=self.new[kept.id],
            yard=yard,
            name=kept.name,
            design_id=design if design and Design.objects.filter(pk=design, owner=self.user).exists() else None,
            revision=kept.revision,
            built_on=date.fromisoformat(kept.built_on),
            document=dump_hive(built),
            plan=kept.plan.model_dump(mode="json") if kept.plan is not None else None,
            stands=dump_hive(stands),
            measured=kept.measured,
            learns=kept.learns,
            done=kept.done,
        )
        mine = {self.user.username, self.user.first_name}
        VisitEntry.objects.bulk_create(
            VisitEntry(
                id=self.new[each.id],
                hive=hive,
                author=self.user if each.by in mine else None,
                signed=each.by,
                at=each.entry.at,
                entry=each.entry.model_dump(mode="json", exclude_none=True),
                beside=each.beside,
            )
            for each in kept.visits
        )
        hive.card = make_card(hive).model_dump(mode="json")
        hive.save(update_fields=["card"])
        self._readings(hive, kept.id)
        for visit in kept.visits:
            for photo in visit.photos:
                self._photo(VisitEntry.objects.get(pk=self.new[visit.id]), photo)

    def _readings(self, hive: BuiltHive, name: UUID) -> None:
        """A hive's readings, at a device whose key nobody has: a new one is made on screen."""
        path = f"{READINGS}/{name}.csv"
        if path not in self.opened.namelist():
            return
        info = self.opened.getinfo(path)
        if info.file_size > MOST_JSON:
            raise ParameterError(path, f"{info.file_size} bytes", "These readings are too large.", "too-large")
        device = unkeyed_device(hive, "from an archive")
        with self.opened.open(info) as stream:
            take_table_in(device, stream.read(MOST_JSON + 1), timezone.now(), MOST_JSON)

    def _photo(self, visit: VisitEntry, name: UUID) -> None:
        info = self.opened.getinfo(f"{PHOTOS}/{name}.jpg")
        if len(self.photos) >= MOST_PHOTOS or info.file_size > MOST_BYTES:
            raise ParameterError("photos", str(name), "Too many photos, or too large ones.", "too-large")
        with self.opened.open(info) as stream:
            self.photos.append(store_photo(visit, self.new[name], stream.read(MOST_BYTES + 1)))

    def _life(self, life: Life) -> dict[str, Any]:
        """A life with hives and colonies as they are called here."""
        told = life.model_dump(mode="json", exclude_none=True)
        for number, event in enumerate(told["events"]):
            for field in ("hive", "parent", "into"):
                if field in event:
                    known = self.new.get(UUID(event[field]))
                    if known is None:
                        raise ParameterError(
                            f"events/{number}/{field}", event[field], "It isn’t in this archive.", "no-such-thing"
                        )
                    event[field] = str(known)
        return told


def _document(document: dict[str, Any]) -> dict[str, Any]:
    return dump_hive(validate_hive(document))


def _moment(text: str) -> datetime:
    try:
        found = datetime.fromisoformat(text)
    except ValueError:
        raise ParameterError("made_at", text, "That is no moment.", "bad-moment") from None
    return found if found.tzinfo else found.replace(tzinfo=timezone.get_current_timezone())
