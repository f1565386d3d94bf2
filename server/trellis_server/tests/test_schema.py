"""The API fed from its own schema by a well-known fuzzer: no 5xx, and no answer that the schema does not foresee."""

import tempfile
from collections.abc import Callable, Iterable
from typing import Any

import schemathesis
from django.core.signals import request_finished, request_started
from django.core.wsgi import get_wsgi_application
from django.db import close_old_connections
from django.test import Client, TestCase, override_settings, tag
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis.checks import not_a_server_error
from schemathesis.core.failures import FailureGroup
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)
from tests.lane import dear

from trellis_server.tests import published
from trellis_server.tests.make import Caller, person

CASES = dear(100)
"""Of each operation: over 10,000 in all in the long lane, beside the bodies of `test_fuzz`."""
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
ENDS_THE_SESSION = {("POST", "/api/session/out"), ("DELETE", "/api/session")}


def served(schema: bytes) -> Callable[[Any, Any], Iterable[bytes]]:
    """The product with its schema, which it does not serve, under /openapi.json."""
    whole = get_wsgi_application()

    def app(environ: Any, start: Any) -> Iterable[bytes]:
        if environ["PATH_INFO"] == "/openapi.json":
            start("200 OK", [("Content-Type", "application/json")])
            return [schema]
        # No line between them: this client asks for what is packed and unpacks nothing. What travels packed: `test_transfer`.
        environ.pop("HTTP_ACCEPT_ENCODING", None)
        return whole(environ, start)

    return app


@tag("slow")
class SchemaTest(TestCase):
    def setUp(self) -> None:
        who = person("ash")
        self.caller = Caller(who)
        self.job = self.caller.new_job()
        client = Client(enforce_csrf_checks=True)
        client.force_login(who)
        token = "a" * 32
        jar = {**{name: morsel.value for name, morsel in client.cookies.items()}, "csrftoken": token}
        self.known = {"headers": {"X-CSRFToken": token}, "cookies": jar}
        # As Django's own client does: a test's connection lives on after each request.
        for signal in (request_started, request_finished):
            if signal.disconnect(close_old_connections):
                self.addCleanup(signal.connect, close_old_connections)

    def test_no_answer_is_outside_the_schema_one_half(self) -> None:
        self.whole(0)

    def test_no_answer_is_outside_the_schema_the_other_half(self) -> None:
        self.whole(1)

    def whole(self, half: int) -> None:
        """Every second operation, so that two workers share them."""
        api_schema = schemathesis.openapi.from_wsgi("/openapi.json", served(published.text().encode()))
        told: list[str] = []
        cases = 0
        with tempfile.TemporaryDirectory() as data, override_settings(TRELLIS_DATA=data):
            for number, result in enumerate(api_schema.get_all_operations()):
                if number % 2 != half:
                    continue
                operation = result.ok()  # type: ignore[union-attr]
                if (operation.method.upper(), operation.path) in ENDS_THE_SESSION:
                    continue
                cases += self.fed(operation, told)
        self.assertFalse(told, "\n".join(told[:40]))
        print(f"\n{cases:,} cases of the schema")

    def fed(self, operation: Any, told: list[str]) -> int:
        """So many cases of one operation; what was wrong is told once for each kind."""
        seen: set[str] = set()
        tried = 0

        @settings(
            max_examples=CASES,
            derandomize=True,
            database=None,
            deadline=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )
        @given(case=operation.as_strategy())
        def feed(case: Any) -> None:
            nonlocal tried
            tried += 1
            if "job_id" in case.path_parameters:
                case.path_parameters["job_id"] = self.job
            response = case.call(**self.known)
            try:
                case.validate_response(response, checks=CHECKS)
            except FailureGroup as wrong:
                for one in wrong.exceptions:
                    kind = f"{type(one).__name__}: {' '.join(str(one).split())[:300]}"
                    if kind[:70] not in seen:
                        seen.add(kind[:70])
                        told.append(f"{operation.method} {operation.path}: {response.status_code}: {kind}")

        feed()
        return tried
