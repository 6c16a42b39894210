"""Photos, links, what was measured, older visits, what was seen beside the season's plan."""

from __future__ import annotations

import io
from datetime import timedelta
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.test import Client
from PIL import Image

from server.yard.models import Link, Member, Photo, VisitEntry
from server.yard.tests.test_yard import JSON, YardCase

# Where a camera says it was: latitude and longitude, as Exif writes them.
_GPS, _PLACE = 0x8825, {1: "N", 2: (54.0, 30.0, 0.0)}


def picture(wide: int = 2000, high: int = 900, form: str = "JPEG", turned: bool = False) -> bytes:
    to, exif = io.BytesIO(), Image.Exif()
    exif[_GPS] = _PLACE
    if turned:
        exif[0x0112] = 6
    Image.effect_noise((wide, high), 20).convert("RGB").save(to, form, exif=exif, quality=40)
    return to.getvalue()


class Photos(YardCase):
    """Reference library: Pillow reads what is kept."""

    def setUp(self) -> None:
        super().setUp()
        self.visit = uuid4()
        self.put({"at": self.at(10)}, self.visit)

    def send(self, file: bytes, ident: object = None, client: Client | None = None) -> Any:
        address = f"/api/hives/{self.hive.id}/visits/{self.visit}/photos/{ident or uuid4()}"
        return (client or self.client).put(address, file, content_type="image/jpeg")

    def fetched(self, photo: Photo) -> Image.Image:
        answer = self.client.get(f"/api/hives/{self.hive.id}/photos/{photo.pk}.jpg")
        self.assertEqual(answer["Content-Type"], "image/jpeg")
        return Image.open(io.BytesIO(b"".join(answer.streaming_content)))  # type: ignore[arg-type]

    def test_a_photo_is_kept_once_small_upright_and_says_nothing_of_its_place(self) -> None:
        ident, file = uuid4(), picture(turned=True)
        self.assertIn(_GPS, Image.open(io.BytesIO(file)).getexif())
        self.assertEqual([self.send(file, ident).status_code, self.send(file, ident).status_code], [204, 204])
        photo = Photo.objects.get()
        kept = self.fetched(photo)
        # A sixteen-hundred longest side, turned as it was held.
        self.assertEqual((kept.height, kept.width), (1600, 720))
        self.assertEqual(dict(kept.getexif()), {})
        page = self.client.get(f"/api/hives/{self.hive.id}").json()
        self.assertEqual(page["visits"][0]["photos"], [str(ident)])

    def test_what_is_no_photo_or_too_large_is_refused_in_words(self) -> None:
        bomb = picture()[:200]
        for file, code in ((b"<svg onload=alert(1)>", "no-photo"), (bomb, "no-photo"), (b"x" * 1_600_000, "too-large")):
            answer = self.send(file)
            self.assertEqual((answer.status_code, answer.json()["problems"][0]["code"]), (422, code))
        with patch("server.yard.photos.MOST_PHOTOS", 1):
            self.assertEqual(self.send(picture(40, 30)).status_code, 204)
            self.assertEqual(self.send(picture(40, 30)).json()["problems"][0]["code"], "too-many-photos")

    def test_its_file_goes_with_it_and_with_its_visit(self) -> None:
        self.send(picture(40, 30))
        self.send(picture(40, 30, "PNG"))
        first, second = Photo.objects.all()
        storage = first.file.storage
        with self.captureOnCommitCallbacks(execute=True):
            self.client.delete(f"/api/hives/{self.hive.id}/photos/{first.pk}")
        self.assertEqual([storage.exists(each.file.name) for each in (first, second)], [False, True])
        with self.captureOnCommitCallbacks(execute=True):
            self.client.delete(f"/api/hives/{self.hive.id}/visits/{self.visit}")
        self.assertFalse(storage.exists(second.file.name))

    def test_lookers_on_bring_none(self) -> None:
        Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.LOOKER)
        other = Client()
        other.force_login(self.tern)
        self.assertEqual(self.send(picture(40, 30), client=other).status_code, 422)


class Links(YardCase):
    """Door."""

    def make(self, address: str, days: int = 7) -> str:
        answer = self.client.post(address, {"days": days}, content_type=JSON)
        self.assertEqual(answer.status_code, 200, answer.content)
        return str(answer.json()["secret"])

    def test_a_hive_is_shown_without_names_notes_photos_and_place(self) -> None:
        self.put({"at": self.at(10), "found": self.runs(), "notes": "the key hangs behind the door", "covered": 6})
        secret = self.make(f"/api/hives/{self.hive.id}/links")
        answer = Client().get(f"/api/shared/{secret}")
        said = answer.content.decode()
        for word in ("wren", "Saltmarsh", "rope-walk", "Bowline", "key hangs", "notes", "photo", "colony,"):
            self.assertNotIn(word, said)
        shown = answer.json()
        self.assertEqual([visit["day"] for visit in shown["visits"]], [self.at(10)[:10]])
        self.assertTrue(shown["drawings"])
        self.assertEqual(answer["Cache-Control"], "no-store")

    def test_a_design_too_and_both_end(self) -> None:
        secret = self.make(f"/api/links/designs/{self.hive.design_id}")
        self.assertEqual(Client().get(f"/api/shared/{secret}").json()["of"], "design")
        link = Link.objects.get()
        self.client.delete(f"/api/links/{link.pk}")
        self.assertEqual(Client().get(f"/api/shared/{secret}").status_code, 404)
        later = self.make(f"/api/hives/{self.hive.id}/links")
        Link.objects.update(ends_on=self.day)
        self.assertEqual(Client().get(f"/api/shared/{later}").status_code, 404)
        self.assertEqual(Client().get("/api/shared/x").status_code, 404)

    def test_for_a_year_at_most_and_by_keepers_only(self) -> None:
        address = f"/api/hives/{self.hive.id}/links"
        self.assertEqual(self.client.post(address, {"days": 4000}, content_type=JSON).status_code, 422)
        Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.HELPER)
        helper = Client()
        helper.force_login(self.tern)
        self.assertEqual(helper.post(address, {"days": 3}, content_type=JSON).status_code, 422)
        self.make(address)
        self.assertEqual(helper.get(address).json(), [])


class Measured(YardCase):
    """Door."""

    def test_the_book_goes_on_from_what_was_measured(self) -> None:
        page = self.client.get(f"/api/hives/{self.hive.id}").json()
        length = next(each for each in page["measurable"] if each["path"] == "/chambers/0/length_mm")
        longer = {"path": length["path"], "text": str(length["mm"] + 7)}
        address = f"/api/hives/{self.hive.id}/measured"
        self.assertEqual(self.client.post(address, longer, content_type=JSON).status_code, 204)
        page = self.client.get(f"/api/hives/{self.hive.id}").json()
        self.assertIn(f"{length['mm'] + 7:g} mm, not {length['mm']:g} mm", page["measured"][0])
        # What hangs still fills it: the open room has the seven millimetres.
        self.assertEqual(self.put({"at": self.at(10), "found": page["stands"]}).status_code, 200)

    def test_what_cant_be_measured_is_refused(self) -> None:
        address = f"/api/hives/{self.hive.id}/measured"
        for entry in (
            {"path": "/chambers/0/length_mm", "text": "200"},
            {"path": "/chambers/0/length_mm", "text": "long"},
            {"path": "/name", "text": "Bowline"},
            {"path": "0" * 200, "text": "900"},
            {"path": "/chambers/0/length_mm", "text": "1.180", "mark": ","},
        ):
            answer = self.client.post(address, entry, content_type=JSON)
            with self.subTest(entry=entry):
                self.assertEqual(answer.status_code, 422, answer.content)

    def test_a_hive_has_another_name_and_isnt_built_tomorrow(self) -> None:
        address = f"/api/hives/{self.hive.id}"
        body = {"name": "Bowline by the wall", "built_on": (self.day - timedelta(days=2)).isoformat()}
        self.assertEqual(self.client.patch(address, body, content_type=JSON).status_code, 204)
        self.assertEqual(self.client.get(address).json()["name"], "Bowline by the wall")
        self.put({"at": self.at(10)})
        for day in (self.at(12)[:10], "2199-01-01"):
            answer = self.client.patch(address, body | {"built_on": day}, content_type=JSON)
            self.assertEqual(answer.json()["problems"][0]["field"], "built_on")


class SetAndRead(YardCase):
    """Door."""

    def test_entrances_stay_as_they_were_left(self) -> None:
        first = self.client.get(f"/api/hives/{self.hive.id}").json()["entrances"][0]
        left = {"chamber": first["chamber"], "number": 1, "setting": "plugged", "guard": True}
        self.assertEqual(self.put({"at": self.at(3), "entrances": [left]}).status_code, 200)
        self.put({"at": self.at(2), "entrances": [left | {"setting": "open"}]})
        now = self.client.get(f"/api/hives/{self.hive.id}").json()["entrances"][0]
        self.assertEqual((now["setting"], now["guard"]), ("plugged", True))

    def test_what_cant_be_set_or_read_off_is_refused_at_its_field(self) -> None:
        chamber = self.runs()[0]["chamber"]
        cases: dict[str, dict[str, Any]] = {
            "entrances/0/number": {"entrances": [{"chamber": chamber, "number": 40, "setting": "open"}]},
            "entrances/0/setting": {"entrances": [{"chamber": chamber, "number": 1, "setting": "vent"}]},
            "readings/0": {"readings": [{"kind": "weight", "value": 900}]},
            "beetles": {"beetles": -1},
            "supers": {"supers": 90},
        }
        for field, entry in cases.items():
            answer = self.put({"at": self.at(3)} | entry)
            with self.subTest(field):
                self.assertEqual(answer.status_code, 422)
                self.assertIn(field, [problem["field"] for problem in answer.json()["problems"]])
        read = [{"kind": "weight", "value": 42.5}, {"kind": "outside", "value": -4}]
        self.assertEqual(self.put({"at": self.at(3), "readings": read, "supers": 2}).status_code, 200)
        page = self.client.get(f"/api/hives/{self.hive.id}").json()
        self.assertEqual((page["supers"], page["visits"][0]["entry"]["readings"]), (2, read))


class Pages(YardCase):
    """Door."""

    def test_all_visits_can_be_reached_a_page_at_a_time(self) -> None:
        for number in range(7):
            self.put({"at": self.at(number), "found": self.runs() if number == 3 else []})
        with patch("server.yard.selectors.entries_of.__defaults__", (3, None)):
            page = self.client.get(f"/api/hives/{self.hive.id}").json()
            self.assertEqual((len(page["visits"]), page["more"]), (3, 4))
            address = f"/api/hives/{self.hive.id}/visits"
            older = self.client.get(address, {"before": page["visits"][0]["at"]}).json()
            self.assertEqual(
                ([visit["at"] for visit in older["visits"]], older["more"]), ([self.at(1), self.at(2), self.at(3)], 1)
            )
        self.assertEqual(self.client.get(address, {"before": "yesterday"}).status_code, 422)

    def test_the_plan_of_the_weeks_to_come_lies_on_the_device(self) -> None:
        planned = self.client.get(f"/api/hives/{self.hive.id}?today={self.at(0)[:10]}").json()["planned"]
        self.assertEqual(planned[0]["day"], self.at(0)[:10])
        days = [each["day"] for each in planned]
        self.assertEqual(days, sorted(set(days)))
        combs = {item["id"] for run in self.runs() for item in run["items"] if item["kind"] == "comb"}
        self.assertLessEqual(set(planned[0]["contents"]), combs)

    def test_a_visit_that_was_early_doesnt_move_what_was_left_later(self) -> None:
        (run,) = self.runs()
        full = [dict(item, contents="honey") if item["kind"] == "comb" else item for item in run["items"]]
        self.put({"at": self.at(20), "found": [dict(run, items=full)]})
        self.put({"at": self.at(10), "found": [run]})
        contents = {item.get("contents") for item in self.runs()[0]["items"] if item["kind"] == "comb"}
        self.assertEqual(contents, {"honey"})

    def test_what_was_seen_stands_on_the_seasons_chart(self) -> None:
        self.put({"at": self.at(10), "found": self.runs(), "covered": 6})
        assert self.hive.design is not None
        document = self.hive.design.document
        body = {"document": document, "asked": {"season": {"parts": ["drawings"]}}, "built": str(self.hive.design_id)}
        chart = self._season(body)["season-combs"]
        seen = {each["key"]: each for each in chart["series"] if each["dots"]}
        self.assertEqual(set(seen), {"seen-used", "seen-covered", "seen-hanging"})
        self.assertIn(6, seen["seen-covered"]["values"])
        self.assertIn("Bowline", seen["seen-used"]["name"])
        # Whoever isn't its keeper sees the plan alone.
        other = Client()
        other.force_login(self.tern)
        self.assertFalse(any(each["dots"] for each in self._season(body, other)["season-combs"]["series"]))

    def _season(self, body: dict[str, Any], client: Client | None = None) -> Any:
        answer = (client or self.client).post("/api/studies/", body, content_type=JSON)
        return answer.json()["chapters"]["season"]["charts"]

    def test_what_to_carry_for_all_that_is_due(self) -> None:
        self.put({"at": self.at(57), "queen": "put-in"})
        carry = self.client.get(f"/api/yards/{self.yard.id}").json()["carry"]
        self.assertEqual(carry[0]["hives"], [])
        self.assertIn({"what": "a thin stick to clear the candy", "hives": ["Bowline"]}, carry)

    def test_two_hundred_visits_in_a_queue_are_all_kept(self) -> None:
        for number in range(200):
            answer = self.put({"at": self.at(number // 24, f"{number % 24:02}:00")})
            self.assertEqual(answer.status_code, 200)
        self.assertEqual(VisitEntry.objects.count(), 200)
