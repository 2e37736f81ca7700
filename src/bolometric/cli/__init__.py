"""The command line. Kept stable: it is how the program is checked from outside.

Exit codes: 0 well, 1 faults found (``check`` only), 2 something given cannot be used or written, 130 stopped by Ctrl-C,
141 the reader of the output has gone. Errors go to standard error as one line.
"""

from bolometric.cli import (  # their commands are known once they are imported
    asking,
    desktop,
    keeping,
    printing,
    searching,
)
from bolometric.cli.group import main

__all__ = ["asking", "desktop", "keeping", "main", "printing", "searching"]
