"""Beside the choice: when it goes wrong, how to cover the water, what to mind."""
