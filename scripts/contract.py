"""One typed contract: payloads make the OpenAPI document, the document makes the types.

``check`` fails when what is committed differs from what the code says; ``write`` renews it.
"""

from __future__ import annotations

import json
import subprocess
import sys
import tempfile
from pathlib import Path

from ilha.formats.schema import schemas
from ilha.web.openapi import document

ROOT = Path(__file__).resolve().parent.parent
FRONT = ROOT / "frontend"


def rendered() -> dict[Path, str]:
    """Every generated file and its text."""
    out = {ROOT / "docs/openapi.json": json.dumps(document(), indent=1, sort_keys=True) + "\n"}
    for name, schema in schemas().items():
        text = json.dumps(schema, indent=1, sort_keys=True) + "\n"
        out[ROOT / "src/ilha/formats/schemas" / name] = text
    with tempfile.TemporaryDirectory() as folder:
        source = Path(folder) / "openapi.json"
        source.write_text(out[ROOT / "docs/openapi.json"], "utf-8")
        types = Path(folder) / "schema.d.ts"
        subprocess.run(
            [FRONT / "node_modules/.bin/openapi-typescript", source,
             "--default-non-nullable=false", "-o", types],
            check=True, stdout=subprocess.DEVNULL, cwd=FRONT,
        )
        out[FRONT / "src/api/schema.d.ts"] = types.read_text("utf-8")
    return out


def main(what: str) -> int:
    """Write or check; the exit code."""
    stale = []
    for path, text in rendered().items():
        if what == "write":
            path.parent.mkdir(parents=True, exist_ok=True)
            path.write_text(text, "utf-8")
        elif not path.exists() or path.read_text("utf-8") != text:
            stale.append(str(path.relative_to(ROOT)))
    if stale:
        print("out of date (run `make types`): " + ", ".join(stale), file=sys.stderr)
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1] if len(sys.argv) > 1 else "check"))
