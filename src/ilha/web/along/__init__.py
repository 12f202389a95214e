"""Days taken along, on the wire."""
