"""The window."""

import bolometric.paint  # noqa: F401  # before anything else of the binding
