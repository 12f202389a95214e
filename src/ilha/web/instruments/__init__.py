"""Instruments aboard: who listens to them, and what they say on the wire."""
