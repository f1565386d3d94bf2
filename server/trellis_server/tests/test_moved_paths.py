"""Old addresses of the API lead on to the new ones, with their method, body and query."""

import re

from django.test import SimpleTestCase, TestCase

from trellis_server.api.moved_paths import MOVED
from trellis_server.tests.make import Caller, person
from trellis_server.tests.published import schema


class MovedTest(SimpleTestCase):
    def test_each_leads_to_an_address_that_is_there(self) -> None:
        known = {re.sub(r"\{[^}]*\}", "#", path) for path in schema()["paths"]}
        for old, new in MOVED:
            self.assertNotIn(f"/{old}".replace("([^/]+)", "#"), known)
            self.assertIn(new.replace("{}", "#"), known)


class MovedCallTest(TestCase):
    def test_a_call_keeps_its_method_and_query(self) -> None:
        caller = Caller(person("ash"))
        for method, old, new in (
            ("POST", "/api/reckon/plan", "/api/designs/plan"),
            ("GET", "/api/sums", "/api/calculators"),
            ("DELETE", "/api/crew/usual/fence?x=1", "/api/crew/defaults/fence?x=1"),
        ):
            answer = caller.send(method, old, {} if method == "POST" else None)
            self.assertEqual((answer.status_code, answer["Location"]), (308, new))
