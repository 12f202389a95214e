"""Trips on the wire: planned over several marks."""
