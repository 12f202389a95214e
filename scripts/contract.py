"""One typed contract: payloads make the OpenAPI document, the document makes the types.

``check`` fails when what is committed differs from what the code says; ``write`` renews it.
"""

from __future__ import annotations

import json
import subprocess
import sys
import tempfile
from collections.abc import Iterable
from pathlib import Path
from typing import Any

from pydantic import BaseModel

from ilha.core.bench.keeper import KEEPERS
from ilha.core.bench.strength import WIRES
from ilha.core.judge.schools import SCHOOLS
from ilha.core.tables import HEAD_MATERIALS, HOOKS, LOOKS, PLASTIC_MATERIALS, SHAPES
from ilha.desk.kinds import KINDS
from ilha.desk.records import Event
from ilha.formats import log_files, rows_csv
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
    out[ROOT / "docs/columns.md"] = columns()
    out[FRONT / "src/api/vocabulary.ts"] = vocabulary()
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


def vocabulary() -> str:
    """The words of the core's tables as TypeScript has them at run time."""
    named: dict[str, dict[str, str]] = {
        "SHAPES": {key: shape.name for key, shape in SHAPES.items()},
        "SCHOOLS": {key: school.name for key, school in SCHOOLS.items()}}
    plain: dict[str, list[str]] = {
        "HEAD_MATERIALS": list(HEAD_MATERIALS), "PLASTIC_MATERIALS": list(PLASTIC_MATERIALS),
        "HOOK_SIZES": [hook.size for hook in HOOKS],
        "WIRES": list(WIRES), "KEEPERS": list(KEEPERS), "LOOKS": list(LOOKS)}
    lines = ["// Written by scripts/contract.py from the tables of the core."]
    lines += [f"export const {name} = {json.dumps(words, indent=2)} as const;"
              for name, words in (*named.items(), *plain.items())]
    return "\n".join(lines) + "\n"


COLUMNS_HEAD = """# Files of the box and of the log

Written by `scripts/contract.py` from the payloads themselves; `make test` fails where they
differ.

**Everything**, `ilha-data-1` (JSON): `format`, `schema` (the version of the tables) and `tables`,
every row of each table as `column: value`. A file of an older schema is brought up to date, a
newer one refused. Out and in under Log, Your data, or by `ilha export` and `ilha import FILE`.

**CSV**: UTF-8, commas, decimals with a point, a header with exactly these columns in this order.
An empty cell takes the default, or what is typical. Words that begin with `=`, `+`, `-`, `@` or
`'` get an apostrophe before them. A fault is told by line, field and rule, and then nothing of
the file is taken. What would come of a file is said before it is taken. In the box, a row with an
`id` that is there changes that one, any other is added, none is removed.

**GPX 1.1**: marks and catches are waypoints; what GPX has no place for stands in an element of
the namespace `urn:ilha:mark:1`. A catch from another program needs its time and a mark within a
kilometre.

**Chart**: GeoJSON (RFC 7946), KML or GPX, in under Places and out again. A shape is a coast, a
contour, soundings, structure, a track or a route: by its property `kind`, else by words among its
properties or, in KML, its folders (coastline, isobath, wreck …; the object classes of the
hydrographic offices are known), else by its geometry. A depth is a property `depth_m`, `depth`,
`valdco`, `valsou` or `contour`, downwards; `elevation` or `height`, upwards; or the third figure of
a position, which is a height unless not one in the file lies below zero. In GPX it is an element
`depth` in a point's extensions. At most 8 MB, 20,000 shapes and 200,000 positions.
"""


def _range(part: dict[str, Any]) -> str:
    """What a column may hold, in words."""
    kinds = part.get("anyOf", [part])
    one = next(kind for kind in kinds if kind.get("type") != "null")
    if "enum" in one:
        return ", ".join(f"`{word}`" for word in one["enum"])
    if one["type"] == "array":
        return "JSON list of pairs"
    if one["type"] == "string":
        return f"words, at most {one['maxLength']}" if "maxLength" in one else "words"
    low = one.get("minimum", one.get("exclusiveMinimum"))
    above = "above " if "exclusiveMinimum" in one else ""
    ends = "" if low is None else f" {above}{low:g} to {one['maximum']:g}"
    return ("whole number" if one["type"] == "integer" else "number") + ends


def _columns(title: str, model: type[BaseModel], names: Iterable[str]) -> str:
    schema = model.model_json_schema()
    rows = [f"## {title}", "", "| column | holds | |", "|---|---|---|"]
    for name in names:
        part = schema["properties"].get(name)
        if part is None:
            holds, note = EXTRA[name]
        else:
            holds, note = _range(part), part.get("description", "")
            if name not in schema.get("required", ()) and not note:
                default = part.get("default")
                note = "may be empty" if default is None else f"empty: {default or 'none'}"
        rows.append(f"| `{name}` | {holds} | {note} |")
    return "\n".join(rows)


EXTRA = {"id": ("whole number", "of a row in the box; empty: a new one"),
         "time_utc": ("ISO 8601", "without a zone it is UTC")}


def columns() -> str:
    """docs/columns.md: every file's columns."""
    parts = [COLUMNS_HEAD.rstrip()]
    parts += [_columns(f"`{key}.csv`", kind.new, rows_csv.columns(kind.new))
              for key, kind in KINDS.items()]
    parts.append(_columns("`log.csv`", Event, log_files.COLUMNS))
    return "\n\n".join(parts) + "\n"


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
