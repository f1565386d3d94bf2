"""Files that somebody sends are opened apart, in bounds: pictures of many pixels, workbooks that unpack to much, entities."""

import base64
import io
import resource
import zipfile

from django.test import tag
from openpyxl.workbook.workbook import Workbook
from PIL import Image
from steady.errors import InvalidInputError

from trellis_server.services.opening import MOST_BYTES, opened
from trellis_server.tests.test_record import Kept

MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"


STRINGS = (
    '<Override PartName="/xl/sharedStrings.xml"'
    ' ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sharedStrings+xml"/></Types>'
)


def workbook(strings: str = "", **parts: str) -> bytes:
    """A workbook of one row, some of its parts replaced; `strings`: a table of shared strings in it."""
    book = Workbook()
    assert book.active is not None
    book.active.append(["post 4x4 cedar", "8", "21.50"])
    stream, made = io.BytesIO(), io.BytesIO()
    book.save(stream)
    with zipfile.ZipFile(stream) as old, zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as new:
        for name in old.namelist():
            told = parts.get(name.rpartition("/")[2].partition(".")[0], old.read(name).decode())
            new.writestr(name, told.replace("</Types>", STRINGS) if strings else told)
        if strings:
            new.writestr("xl/sharedStrings.xml", strings)
    return made.getvalue()


@tag("slow")
class OpeningTest(Kept):
    def refused(self, what: str, body: bytes) -> str:
        with self.assertRaises(InvalidInputError) as caught:
            opened(what, body)  # type: ignore[arg-type]
        return caught.exception.message

    def test_a_picture_of_few_bytes_and_many_pixels_takes_bounded_memory(self) -> None:
        # 7,700 x 7,700 one-bit pixels: some 7 kB as sent, 59 million pixels.
        stream = io.BytesIO()
        Image.new("1", (7700, 7700)).save(stream, "PNG")
        self.assertLess(len(stream.getvalue()), 20_000)
        self.assertIn("too many pixels", self.refused("picture", stream.getvalue()))
        stream = io.BytesIO()
        Image.new("1", (6500, 6500)).save(stream, "PNG")
        made = opened("picture", stream.getvalue())
        self.assertEqual((made["wide"], made["high"]), (2000, 2000))
        # What the largest of the processes took at its height (kB); the limit is laid on it by the system besides.
        self.assertLess(resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss * 1024, MOST_BYTES)

    def test_a_large_jpeg_is_made_smaller_while_it_is_read(self) -> None:
        stream = io.BytesIO()
        Image.linear_gradient("L").resize((10_000, 8_000)).save(stream, "JPEG", quality=30)
        made = opened("picture", stream.getvalue())
        self.assertEqual((made["wide"], made["high"]), (2000, 1600))
        with Image.open(io.BytesIO(base64.b64decode(made["small"]))) as small:
            self.assertEqual(small.size, (360, 288))

    def test_a_workbook_is_bounded_before_it_is_unpacked(self) -> None:
        self.assertEqual(opened("workbook", workbook())[0][:3], ["post 4x4 cedar", "8", "21.50"])
        many = f'<sst xmlns="{MAIN}">' + "<si/>" * 5_000_000 + "</sst>"
        self.assertIn("too large", self.refused("workbook", workbook(strings=many)))
        # What unpacks to no more than that and still takes long ends at its limit of time, in words.
        slow = f'<sst xmlns="{MAIN}">' + "<si/>" * 3_900_000 + "</sst>"
        self.assertIn("too much memory or time", self.refused("workbook", workbook(strings=slow)))

    def test_entities_of_its_own_and_what_is_no_workbook_are_refused(self) -> None:
        lol = "".join(f'<!ENTITY l{k + 1} "{f"&l{k};" * 10}">' for k in range(9))
        told = f'<?xml version="1.0"?><!DOCTYPE sst [<!ENTITY l0 "ha">{lol}]><sst xmlns="{MAIN}"><si><t>&l9;</t></si></sst>'
        self.assertIn("no workbook", self.refused("workbook", workbook(strings=told)))
        self.assertIn("no workbook", self.refused("workbook", workbook(workbook=told)))
        for body in (b"", b"PK\x03\x04", workbook()[:-30], workbook(workbook="<nothing/>"), workbook(sheet1="<a")):
            self.assertTrue(self.refused("workbook", body))
        sent = {"text": base64.b64encode(workbook(strings=told)).decode(), "brought_as": "xlsx"}
        answer = self.caller.send("POST", "/api/crew/prices/import", sent)
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(answer.json()["problems"][0]["field"], "text")
