"""Ilha: which jig head, where to land it, how long to count, how to rig it."""

__version__ = "0.1.0"
