"""The day's change plan and what to pack."""
