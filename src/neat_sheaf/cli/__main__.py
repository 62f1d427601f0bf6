"""``python -m neat_sheaf.cli`` is the same as ``neat-sheaf``."""

import sys

from neat_sheaf.cli.commands import main

sys.exit(main())
