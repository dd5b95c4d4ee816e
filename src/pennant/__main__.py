"""``python -m pennant`` is the pennant command."""

import sys

from pennant.cli import main

sys.exit(main())
