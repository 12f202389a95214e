"""Whatever is done after whatever, the server keeps to its document: what one answer names is
changed, taken out, put back and asked for again."""

from __future__ import annotations

import shutil
from collections import Counter
from pathlib import Path
from typing import Any

import schemathesis
from flask import jsonify
from hypothesis import HealthCheck, Phase, settings
from hypothesis.stateful import run_state_machine_as_test
from schemathesis.core.transport import Response

from ilha.web.app import create_app
from ilha.web.openapi import document
from tests.conftest import NOW_S
from tests.web.test_contract import PLAIN, keeps_to_it

SEQUENCES, STEPS = 70, 12


def test_no_sequence_of_questions_and_changes_breaks_the_contract(
    database: Path, marela_without_trips: Path
) -> None:
    app = create_app(database, now_s=NOW_S)
    app.add_url_rule("/openapi.json", "openapi", lambda: jsonify(document()))
    schema = schemathesis.openapi.from_wsgi("/openapi.json", app, headers=PLAIN)
    machine: Any = schema.as_state_machine()
    asked: Counter[str] = Counter()
    statuses: Counter[int] = Counter()

    class Sequence(machine):  # type: ignore[misc]
        def setup(self) -> None:
            # Each begins with the sample island as it is: what another left is no part of it.
            for beside in ("-wal", "-shm"):
                Path(f"{database}{beside}").unlink(missing_ok=True)
            shutil.copyfile(marela_without_trips, database)

        def get_call_kwargs(self, case: schemathesis.Case) -> dict[str, Any]:
            return {"headers": PLAIN}

        def after_call(self, response: Response, case: schemathesis.Case) -> None:
            asked[case.operation.label] += 1
            statuses[response.status_code] += 1

        def validate_response(
            self, response: Response, case: schemathesis.Case, **_: Any
        ) -> None:
            keeps_to_it(case, response)

    run_state_machine_as_test(Sequence, settings=settings(
        max_examples=SEQUENCES, stateful_step_count=STEPS, derandomize=True, deadline=None,
        database=None, phases=[Phase.generate], suppress_health_check=list(HealthCheck)))
    # It went through much of it, and much was taken.
    assert len(asked) > 50
    assert statuses[200] + statuses[201] > 100
    assert max(statuses) < 500
