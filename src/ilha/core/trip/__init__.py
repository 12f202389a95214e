"""The day's change plan, where to be when, and what to pack."""
