"""Plastics at true size, to be printed and rigged on."""

from __future__ import annotations

import sqlite3
from typing import Literal

import numpy as np
from pydantic import Field

from ilha.core.bench.fit import CENTRE, fit_hooks
from ilha.core.units import m_from_mm
from ilha.desk import convert
from ilha.desk.asked import Asked, Id
from ilha.desk.bench import candidates, measures_of, outline_of, thread_of
from ilha.desk.errors import found
from ilha.formats.fields import FieldError
from ilha.formats.template import Item
from ilha.store import heads, plastics


class TemplateQuestion(Asked):
    """Plastics on one head, at true size; the first with the hook that is chosen."""

    plastic_ids: str = Field(pattern=r"^\d{1,15}(,\d{1,15}){0,39}$", description="comma between")
    head_id: Id
    hook_size: str | None = Field(None, max_length=20)
    thread: Literal["centre", "high"] = "centre"
    thread_depth_mm: float | None = None
    paper: Literal["a4", "letter"] = "a4"


def template(conn: sqlite3.Connection, asked: TemplateQuestion) -> list[Item]:
    """Plastics at true size on one head."""
    head = found(conn, heads.get, asked.head_id, "head_id", "head")
    ids = [int(each) for each in asked.plastic_ids.split(",")]
    return [_item(asked, found(conn, plastics.get, each, "plastic_ids", "plastic"), head,
                  first=i == 0) for i, each in enumerate(ids)]


def _item(
    asked: TemplateQuestion, plastic: plastics.Plastic, head: heads.Head, *, first: bool
) -> Item:
    """The first plastic as it lies on the bench; the others with the hook that fits them best."""
    hooks = candidates(head)
    height, length = m_from_mm(plastic["height_mm"]), m_from_mm(plastic["length_mm"])
    thread = thread_of(asked.thread, asked.thread_depth_mm) if first else CENTRE
    fit = fit_hooks(*measures_of(hooks), length, m_from_mm(plastic["body_length_mm"]), height,
                    m_from_mm(head["keeper_takes_mm"]), thread)
    sizes = [hook.size for hook in hooks]
    if first and asked.hook_size is not None and asked.hook_size not in sizes:
        raise FieldError("hook_size", f"`hook_size` must be one of {', '.join(sizes)}, got"
                                      f" {asked.hook_size}: choose")
    own = next(i for i, hook in enumerate(hooks) if hook.of_head)
    asked_for = sizes.index(asked.hook_size) if asked.hook_size else own
    chosen = asked_for if first or fit.pick < 0 else fit.pick
    body = outline_of(plastic)
    out = float(fit.exit[chosen])
    shown = np.isfinite(out) and out < body.length
    return Item(plastic["name"], sizes[chosen], body, length,
                out if shown else None, thread.back(height), convert.head_diameter(head))
