"""Cards and calendars of the yard, read again by other programs."""

from __future__ import annotations

import io
from datetime import timedelta

import cv2
import icalendar
import numpy as np
import vobject
from django.test import Client
from pypdf import PdfReader
from pypdf.generic import ContentStream

from sabaka_core.paper.hive_cards import PrintedCard, hive_cards
from server.yard.models import Member
from server.yard.services import build_hive
from server.yard.tests.test_yard import YardCase

_DOTS_A_POINT = 4


def codes_on(page: object, pdf: PdfReader) -> set[str]:
    """What the codes of a page say: its black boxes put on a raster, and read as a camera would."""
    raster = np.full((round(842 * _DOTS_A_POINT), round(596 * _DOTS_A_POINT)), 255, np.uint8)
    box = None
    for operands, operator in ContentStream(page.get_contents(), pdf).operations:  # type: ignore[attr-defined]
        if operator == b"re":
            box = [float(each) for each in operands]
        elif operator in (b"f", b"f*") and box is not None:
            x, y, wide, high = box
            left, right = (round(each * _DOTS_A_POINT) for each in (x, x + wide))
            top, foot = (round((841.89 - each) * _DOTS_A_POINT) for each in (y + high, y))
            raster[top:foot, left:right] = 0
    # One card after the other, as somebody holds a phone to it.
    cards = [card for row in np.array_split(raster, 3) for card in np.array_split(row, 2, axis=1)]
    return {words for card in cards if (words := read(card))}


def read(card: np.ndarray) -> str:
    """What a code says; nearer and further away, as one moves a phone till it is read."""
    for nearer in (1.0, 0.75, 0.5, 1.4, 0.35):
        seen = cv2.resize(card, None, fx=nearer, fy=nearer, interpolation=cv2.INTER_AREA)
        words, _, _ = cv2.QRCodeDetector().detectAndDecode(seen)
        if words:
            return str(words)
    return ""


class Papers(YardCase):
    """Independent parser: icalendar and vobject read the feed, OpenCV the codes, pypdf the pages."""

    def test_a_phones_camera_reads_every_code(self) -> None:
        design = self.hive.design
        assert design is not None
        for number in range(7):
            build_hive(self.wren, self.yard, design, self.day, f"Bowline {number + 2}")
        file = PdfReader(io.BytesIO(self.client.get(f"/api/yards/{self.yard.id}/cards.pdf").content))
        self.assertEqual([len(codes_on(page, file)) for page in file.pages], [6, 2])
        wanted = {f"http://testserver/built/{hive.pk}" for hive in self.yard.hives.all()}
        self.assertEqual({code for page in file.pages for code in codes_on(page, file)}, wanted)
        self.assertIn("Bowline 8", file.pages[1].extract_text())

    def test_long_names_and_addresses_stay_on_their_card(self) -> None:
        address = "https://yard.a-rather-long-name-of-a-machine.example:8443/built/0d8f3f0e-3f39-4b52-9d3c-6a1c8b7a2f10"
        file = PdfReader(io.BytesIO(hive_cards([PrintedCard("Double Fisherman’s Bend by the wall", "Row", address)])))
        self.assertEqual(codes_on(file.pages[0], file), {address})

    def test_two_other_programs_read_the_calendar(self) -> None:
        at = f"{(self.day + timedelta(days=55)).isoformat()}T10:00"
        out = (self.day + timedelta(days=62)).isoformat()
        self.put({"at": at, "found": self.runs(), "treated": [{"what": "strips", "out_on": out}]})
        address = self.client.post(f"/api/yards/{self.yard.id}/feed").json()["address"]
        answer = Client().get(address)
        self.assertEqual(answer["Content-Type"].split(";")[0], "text/calendar")
        calendar = icalendar.Calendar.from_ical(answer.content)
        events = {str(event["summary"]): event for event in calendar.walk("VEVENT")}
        strips = events["Bowline: Take strips out"]
        self.assertEqual(strips["dtstart"].dt.isoformat(), out)
        seen = {event.summary.value: event for event in vobject.readOne(answer.content.decode()).vevent_list}
        self.assertEqual(set(seen), set(events))
        self.assertEqual(seen["Bowline: Take strips out"].dtstart.value.isoformat(), out)
        # Fetched again, an event is the same one.
        again = icalendar.Calendar.from_ical(Client().get(address).content)
        self.assertEqual({str(e["uid"]) for e in again.walk("VEVENT")}, {str(e["uid"]) for e in events.values()})

    def test_the_address_is_a_secret_that_can_be_renewed(self) -> None:
        renew = f"/api/yards/{self.yard.id}/feed"
        first = self.client.post(renew).json()["address"]
        second = self.client.post(renew).json()["address"]
        self.assertEqual((Client().get(first).status_code, Client().get(second).status_code), (404, 200))
        self.assertEqual(Client().get("/api/feeds/.ics").status_code, 404)
        self.assertGreaterEqual(len(second.rsplit("/", 1)[1]), 43)
        Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.HELPER)
        helper = Client()
        helper.force_login(self.tern)
        self.assertEqual(helper.post(renew).status_code, 422)
        self.assertEqual(helper.get(f"/api/yards/{self.yard.id}/cards.pdf").status_code, 200)
        icalendar.Calendar.from_ical(helper.get(f"/api/yards/{self.yard.id}/due.ics").content)
