"""What is said of a request in its environment, by what let it in."""

from __future__ import annotations

HOSTS = "ilha.hosts"
"""The hosts that it may name, where those are others than this machine's own."""
DATABASE = "ilha.database"
"""Whose database it is about (a path), where the application has more than one."""
ANGLER = "ilha.angler"
"""Id and name of who is signed in."""
PASSED_ON = (HOSTS, DATABASE)
"""What an answer depends on too, and a worker must know."""
