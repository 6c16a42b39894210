"""Photos of visits: shrunk on the device, looked at again here, kept as files that only members are handed."""

from __future__ import annotations

import io
from uuid import UUID

from django.contrib.auth.models import User
from django.core.files.base import ContentFile
from django.db import transaction
from django.http import Http404
from PIL import Image, ImageOps, UnidentifiedImageError

from sabaka_core.base.errors import InfeasibleError, ParameterError
from server.accounts.quota import quota_of
from server.yard.models import BuiltHive, Member, Photo, VisitEntry
from server.yard.selectors import hive_of, role_in

# A photo's longer side [pixels], how large it may come and how many there are to a visit.
LONGEST, MOST_BYTES, MOST_PIXELS, MOST_PHOTOS = 1600, 1_500_000, 40_000_000, 12
_QUALITY = 82


@transaction.atomic
def keep_photo(user: User, hive_id: UUID, visit_id: UUID, ident: UUID, file: bytes) -> Photo:
    """Keeps a photo under the name that its device gave it; sent again it is the same one.

    It is written anew, so that nothing that a camera put beside it (where it was taken, by what) is kept.

    Raises:
        Http404: no such visit for this member.
        InfeasibleError: this member only looks on.
        ParameterError: it is no photo, too large, or one too many.
    """
    hive = hive_of(user, hive_id)
    _writes(user, hive)
    visit = hive.visits.filter(id=visit_id).first()
    if visit is None:
        raise Http404
    there = Photo.objects.filter(id=ident).first()
    if there is not None:
        if there.visit_id != visit.pk:
            raise Http404
        return there
    if visit.photos.count() >= MOST_PHOTOS:
        raise ParameterError("photo", "", f"{MOST_PHOTOS} photos to a visit: more aren’t kept.", "too-many-photos")
    most = quota_of(user).photos
    if Photo.objects.filter(visit__author=user).count() >= most:
        raise ParameterError("photo", "", f"{most} photos of yours are kept: no more.", "too-many-photos")
    return store_photo(visit, ident, file)


def store_photo(visit: VisitEntry, ident: UUID, file: bytes) -> Photo:
    """Puts a photo's file beside the database.

    Raises:
        ParameterError: it is no photo, or too large.
    """
    picture, wide, high = _anew(file)
    photo = Photo(id=ident, visit=visit, wide=wide, high=high)
    photo.file.save("photo.jpg", ContentFile(picture), save=False)
    photo.save(force_insert=True)
    return photo


def _anew(file: bytes) -> tuple[bytes, int, int]:
    """A photo as it is kept: upright, no longer than need be, without what a camera wrote into it."""
    if len(file) > MOST_BYTES:
        reason = f"That photo is too large: at most {MOST_BYTES / 1e6:.1f} MB."
        raise ParameterError("photo", f"{len(file)} bytes", reason, "too-large")
    try:
        with Image.open(io.BytesIO(file), formats=("JPEG", "PNG", "WEBP")) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise ParameterError("photo", f"{opened.width} × {opened.height}", "It has too many dots.", "too-large")
            picture = ImageOps.exif_transpose(opened).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        reason = "That is no photo that can be read: JPEG, PNG and WebP are."
        raise ParameterError("photo", "", reason, "no-photo") from None
    picture.thumbnail((LONGEST, LONGEST))
    written = io.BytesIO()
    picture.save(written, "JPEG", quality=_QUALITY, optimize=True)
    return written.getvalue(), picture.width, picture.height


def photo_of(user: User, hive_id: UUID, ident: UUID) -> Photo:
    """One photo of a hive of one's yards.

    Raises:
        Http404: there is none for this member.
    """
    photo = Photo.objects.filter(id=ident, visit__hive=hive_of(user, hive_id)).first()
    if photo is None:
        raise Http404
    return photo


def drop_photo(user: User, hive_id: UUID, ident: UUID) -> None:
    """Takes a photo away, its file with it.

    Raises:
        Http404: there is none for this member.
        InfeasibleError: this member only looks on.
    """
    photo = photo_of(user, hive_id, ident)
    _writes(user, photo.visit.hive)
    photo.delete()


def _writes(user: User, hive: BuiltHive) -> None:
    if role_in(user, hive.yard) == Member.Role.LOOKER:
        raise InfeasibleError("You look on in this yard: its keepers and helpers bring photos.")
