"""The OpenAPI 3.1 document, assembled from the operations and their payloads."""

from __future__ import annotations

import re
from typing import Any

from pydantic import BaseModel
from pydantic.json_schema import models_json_schema

from ilha import __version__
from ilha.desk.kinds import KINDS
from ilha.web import payloads as p
from ilha.web.operations import ROUTES, Route


def _ref(model: type[BaseModel]) -> dict[str, str]:
    return {"$ref": f"#/components/schemas/{model.__name__}"}


def _query(model: type[BaseModel]) -> list[dict[str, Any]]:
    schema = model.model_json_schema()
    needed = set(schema.get("required", ()))
    out = []
    for name, part in schema["properties"].items():
        part = {k: v for k, v in part.items() if k != "title"}
        if "anyOf" in part:
            # A query has no null: a value that is left out is none.
            kinds = [kind for kind in part.pop("anyOf") if kind != {"type": "null"}]
            part.update(kinds[0])
            part.pop("default", None)
        out.append({"name": name, "in": "query", "required": name in needed, "schema": part,
                    **({"example": _EXAMPLES[name]} if name in _EXAMPLES else {})})
    return out


def _last_word(path: str) -> str:
    parts = [part.partition("}")[2].lstrip(".") if part.startswith("{") else part
             for part in path.removeprefix("/api/").split("/")]
    return "_".join(part for part in parts if part).replace(".", "_").replace("-", "_")


_IN_PATH: dict[str, dict[str, Any]] = {
    # As large as the ids that payloads carry.
    "row_id": {"type": "integer", "minimum": 1, "maximum": 2**53 - 1},
    "key": {"type": "string", "minLength": 1, "maxLength": 80},
    "device_id": {"type": "string", "minLength": 1, "maxLength": 80},
    "kind": {"type": "string", "enum": [*KINDS, "marks", "sea_charts", "trips"]},
}


TAGS = {
    "water": "Marks, tides, streams and charts: where one fishes and what the water does there.",
    "day": "The boards of a day: every head through it; compared, on a card, a plan, a chart.",
    "trip": "Where to be when, over several marks; taken along; told afterwards.",
    "choice": "From fish and water to a whole outfit, with the rules behind it.",
    "bench": "A plastic on a head: fit, straightness, templates, the trainer.",
    "box": "What is carried, packed, lost and bought.",
    "log": "What happened, and what it taught.",
    "data": "All of it out and in, safety copies, settings.",
    "server": "Whether it is there, whose it is, what is connected.",
}
_TAG_OF = {
    "water": "marks tides streams sea-charts sea-chart", "day": "day compare card plan lid",
    "trip": "trips along", "choice": "choice rules fish", "bench": "fit straight template trainer",
    "box": "box heads plastics lines rods reels leaders hooks weights sundries pack restock",
    "log": "log catches photographs", "data": "data copies settings reference",
    "server": "health account devices instruments look-round",
}
_TAGGED = {part: tag for tag, parts in _TAG_OF.items() for part in parts.split()}
_EXAMPLES: dict[str, Any] = {
    # Of the sample island: what its own Day asks.
    "mark_id": 1, "plastic_id": 1, "line_id": 3, "rod_id": 2, "head_id": 5, "row_id": 1,
    "kind": "heads", "fish": "European seabass", "sector_deg": 90.0,
}
_REFUSED = {
    "400": "what was sent cannot be read", "404": "there is no such thing",
    "413": "too much at a time", "415": "sent as another kind than JSON",
    "422": "a value is refused: which field, what rule, what remedy",
    "503": "busy, too long, or the database cannot be used: come again later",
}


def _refusals(route: Route) -> dict[str, Any]:
    """The statuses that an operation refuses with; all of them are problems (RFC 9457)."""
    codes = ["503"]
    if route.query is not None or route.body is not None:
        codes += ["422"]
    if route.body is not None or route.plain:
        codes += ["400", "413", "415"]
    if "{" in route.path:
        codes += ["404"]
    return {code: {"$ref": f"#/components/responses/Refused{code}"} for code in sorted(codes)}


def _told(route: Route) -> str:
    """What an operation says of itself beyond its summary."""
    parts = [] if isinstance(route.answer, str) else [route.answer.__doc__]
    parts += [model.__doc__ for model in (route.query, route.body) if model is not None]
    said = [" ".join(part.split()) for part in parts if part and "!!!" not in part]
    return " ".join(dict.fromkeys(said)) or f"{route.summary}."


def _as_file(kind: str) -> dict[str, Any]:
    return {"type": "object"} if kind.endswith("json") else {"type": "string", "format": "binary"}


def _operation(route: Route) -> dict[str, Any]:
    given = ({route.answer: {"schema": _as_file(route.answer)}} if isinstance(route.answer, str)
             else {"application/json": {"schema": _ref(route.answer)}})
    if route.also:
        given[route.also] = {"schema": _as_file(route.also)}
    out: dict[str, Any] = {
        "summary": route.summary,
        "description": _told(route),
        "tags": [_TAGGED[re.split(r"[/.]", route.path)[2]]],
        "operationId": f"{route.method}_{_last_word(route.path)}",
        "responses": {
            "201" if route.made else "200": {"description": "the answer", "content": given},
            **_refusals(route),
            "default": {"$ref": "#/components/responses/Problem"},
        },
    }
    if route.query is not None:
        out["parameters"] = _query(route.query)
    out.setdefault("parameters", []).extend(
        {"name": name, "in": "path", "required": True, "schema": schema,
         **({"example": _EXAMPLES[name]} if name in _EXAMPLES else {})}
        for name, schema in _IN_PATH.items() if f"{{{name}}}" in route.path)
    if not out["parameters"]:
        del out["parameters"]
    given_as: dict[str, Any] = {}
    if route.body is not None:
        given_as["application/json"] = {"schema": _ref(route.body)}
    given_as.update({kind: {"schema": _as_file(kind)} for kind in route.plain})
    if given_as:
        out["requestBody"] = {"required": True, "content": given_as}
    if route.plain and route.body is not None:
        out.setdefault("parameters", []).append(
            {"name": "try", "in": "query", "required": False,
             "schema": {"type": "boolean", "default": False},
             "description": "of a file sent as it is: say what would come of it"})
    return out


def document() -> dict[str, Any]:
    """The whole document as a JSON object."""
    models: list[type[BaseModel]] = [p.Problem, *(r.answer for r in ROUTES
                                                  if not isinstance(r.answer, str)),
                                     *(r.body for r in ROUTES if r.body is not None)]
    _, schemas = models_json_schema(
        [(model, "serialization") for model in dict.fromkeys(models)],
        ref_template="#/components/schemas/{model}",
    )
    paths: dict[str, dict[str, Any]] = {}
    problems = {"application/problem+json": {"schema": _ref(p.Problem)}}
    for route in ROUTES:
        paths.setdefault(route.path, {})[route.method] = _operation(route)
    return {
        "openapi": "3.1.0",
        "info": {"title": "Ilha", "version": __version__,
                 "description": "Reads and writes of the Ilha application on this machine."},
        "tags": [{"name": name, "description": said} for name, said in TAGS.items()],
        "paths": paths,
        "components": {"schemas": schemas["$defs"], "responses": {
            "Problem": {"description": "a problem", "content": problems},
            **{f"Refused{code}": {"description": said, "content": problems}
               for code, said in _REFUSED.items()}}},
    }
