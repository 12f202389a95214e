"""Computation and rules: values in, values out. No Flask, no database, no files, no clock.

SI units and radians throughout; z up from the bottom, depth positive down; a current is
named by where it goes. Functions take and return arrays that broadcast; in a board the
first axis is the heads (H) and the second the time steps (T).
"""
