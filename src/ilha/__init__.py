"""Ilha: which jig head, where to land it, how long to count, how to rig it."""

import os

__version__ = "0.1.0"
# Read by numpy when it is first imported. Arrays are small here, and each worker process has its
# core: further threads of the linear algebra wait by running idle, beside the other workers.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
