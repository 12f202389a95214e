"""Use cases: a connection and an instant in, values out. No Flask; each question has one asker.

The water of a question is made in :mod:`ilha.desk.water`, for every asker alike.
"""
