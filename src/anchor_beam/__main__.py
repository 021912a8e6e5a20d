"""`python -m anchor_beam` is the same as the `anchor-beam` command."""

import sys

from anchor_beam.cli.main import main

if __name__ == "__main__":
    sys.exit(main())
