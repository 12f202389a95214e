"""``python -m ilha.cli``."""

import sys

from ilha.cli import main

sys.exit(main())
