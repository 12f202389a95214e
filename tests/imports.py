"""Who imports whom, read from the sources: edges between modules, layers, circles."""

from __future__ import annotations

import ast
import re
from collections.abc import Mapping, Sequence
from pathlib import Path

Edges = Mapping[str, frozenset[str]]
"""By module what it imports of the same tree: dotted names, or paths without their suffix."""


def python_edges(source: Path, package: str) -> dict[str, frozenset[str]]:
    """Of every module of a package; imports under ``TYPE_CHECKING`` and in functions too."""
    modules = {}
    for path in source.rglob("*.py"):
        parts = path.relative_to(source).with_suffix("").parts
        name = ".".join((package, *parts)).removesuffix(".__init__")
        modules[name] = path
    out = {}
    for name, path in modules.items():
        seen = set()
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.Import):
                seen |= {alias.name for alias in node.names}
            elif isinstance(node, ast.ImportFrom) and node.module and node.level == 0:
                for alias in node.names:
                    inner = f"{node.module}.{alias.name}"
                    seen.add(inner if inner in modules else node.module)
        out[name] = frozenset(one for one in seen if one.split(".")[0] == package) - {name}
    return out


_FROM = re.compile(r"""(?:^|\n)\s*(?:import|export)[^;'"]*?from\s+["'](\.[^"']+)["']"""
                   r"""|import\(\s*["'](\.[^"']+)["']\s*\)""")


def typescript_edges(source: Path) -> dict[str, frozenset[str]]:
    """Of every module under a folder, tests left out: paths relative to it."""
    out = {}
    for path in (*source.rglob("*.ts"), *source.rglob("*.tsx")):
        name = path.relative_to(source).as_posix()
        if ".test." in name or name.endswith(".d.ts") or name.startswith(("test/", "tests/")):
            continue
        seen = set()
        for found in _FROM.finditer(path.read_text("utf-8")):
            to = (path.parent / (found[1] or found[2])).resolve()
            seen.add(_without_suffix(to.relative_to(source.resolve()).as_posix()))
        out[_without_suffix(name)] = frozenset(seen)
    return out


def _without_suffix(name: str) -> str:
    return re.sub(r"\.(tsx?|css|json)$", "", name)


def upward(edges: Edges, layer_of: Mapping[str, str], allowed: Mapping[str, Sequence[str]]
           ) -> list[str]:
    """The imports that no layer allows, as "a -> b". layer_of : by module."""
    return sorted(f"{name} -> {to}" for name, seen in edges.items() for to in seen
                  if to in layer_of and layer_of[to] not in (layer_of[name],
                                                             *allowed[layer_of[name]]))


def circles(edges: Edges) -> list[list[str]]:
    """Groups of modules that import each other round about (Tarjan), each of two or more."""
    index: dict[str, int] = {}
    low: dict[str, int] = {}
    stack: list[str] = []
    found: list[list[str]] = []

    def visit(name: str) -> None:
        index[name] = low[name] = len(index)
        stack.append(name)
        for to in edges.get(name, ()):
            if to not in index:
                visit(to)
                low[name] = min(low[name], low[to])
            elif to in stack:
                low[name] = min(low[name], index[to])
        if low[name] == index[name]:
            at = stack.index(name)
            group, stack[at:] = stack[at:], []
            if len(group) > 1:
                found.append(sorted(group))

    for name in edges:
        if name not in index:
            visit(name)
    return found
