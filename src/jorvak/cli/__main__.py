"""``python -m jorvak.cli``: what bin/jorvak runs."""

import sys

from jorvak.cli import main

sys.exit(main())
