"""Ilha: which jig head, where to land it, how long to count, how to rig it."""

import os

__version__ = "0.1.0"
# Read by numpy when it is first imported. Arrays are small here, and each worker process has its
# core: what further threads of the linear algebra do most is wait, and they wait by spinning.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
