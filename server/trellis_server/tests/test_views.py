"""What is seen besides drawings, through the API: every demo job in space, in the sun and on its site; bad asks at their field."""

import copy
import json
from typing import Any

from django.test import TestCase

from trellis_server.demo.jobs import all_jobs
from trellis_server.services.documents import dump
from trellis_server.tests.make import Caller, person

SUN = {"on": "2026-06-21", "hour": 15, "utc_h": 0}


class SightsTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.jobs = [dump(job) for job in all_jobs()]

    def ask(self, what: str, document: dict[str, Any], structure: str, **more: object) -> tuple[int, Any]:
        answer = self.caller.send("POST", f"/api/views/{what}", {"document": document, "structure": structure, **more})
        return answer.status_code, json.loads(answer.content)

    def test_every_structure_of_the_demo_stands_in_space_and_on_its_site(self) -> None:
        for job in self.jobs:
            status, site = self.ask("site-plan", job, "")
            self.assertEqual(status, 200)
            self.assertEqual([stand["id"] for stand in site["stands"]], [s["spec"]["id"] for s in job["structures"]])
            self.assertEqual([stand["failed"] for stand in site["stands"]], [""] * len(site["stands"]))
            alone = 0
            for item in job["structures"]:
                status, found = self.ask("3d", job, item["spec"]["id"])
                self.assertEqual(status, 200)
                self.assertGreater(len(found["solids"]), 3, item["name"])
                alone += sum(solid["until"] is None for solid in found["solids"])  # open holes are filled in the whole
            ids = {item["spec"]["id"] for item in job["structures"]}
            whole = self.ask("3d", job, "")[1]["solids"]
            self.assertEqual(sum(solid["about"] in ids for solid in whole), alone)
            # Beside them stands what lies on the site and has a height, a boundary's string and what is buried.
            lies = {solid["about"] for solid in whole if solid["about"] not in ids}
            tall = {thing["id"] for thing in job["site"]["things"] if (thing["height_m"] or 0) > 0}
            tall |= {thing["id"] for thing in job["site"]["things"] if thing["kind"] in ("boundary", "service")}
            self.assertLessEqual(lies, tall)

    def test_the_sun_asks_for_the_place(self) -> None:
        job = copy.deepcopy(self.jobs[0])
        place = job["structures"][0]["spec"]["id"]
        job["site"].update(latitude_rad=None, longitude_rad=None)
        status, found = self.ask("sun-shade", job, place, ask=SUN)
        self.assertEqual((status, found["problems"][0]["field"]), (422, "site/latitude_rad"))
        job["site"].update(latitude_rad=0.72, longitude_rad=-1.4)
        self.assertEqual(self.ask("sun-shade", job, place, ask=SUN)[0], 200)
        for bad in ({"hour": 25}, {"utc_h": 15}, {"on": "tomorrow"}, {"wide_m": 0}):
            status, found = self.ask("sun-shade", job, place, ask=SUN | bad)
            self.assertEqual(status, 422, bad)
            self.assertIn(next(iter(bad)), found["problems"][0]["field"])

    def test_one_that_cannot_be_drawn_leaves_the_others(self) -> None:
        job = copy.deepcopy(self.jobs[0])
        job["structures"][1]["spec"]["id"] = job["structures"][0]["spec"]["id"]
        status, site = self.ask("site-plan", job, "")
        self.assertEqual(status, 200)
        self.assertEqual([bool(stand["failed"]) for stand in site["stands"]][:3], [True, True, False])

    def test_what_is_not_there_is_said(self) -> None:
        self.assertEqual(self.ask("3d", self.jobs[0], "no such")[0], 422)
        far = copy.deepcopy(self.jobs[0])
        far["structures"][0]["stands"] = {"x_m": 1e9}
        status, found = self.ask("site-plan", far, "")
        self.assertEqual(status, 422)
        self.assertIn("x_m", found["problems"][0]["field"])
