"""The window."""

import bolometric.core  # noqa: F401 (before Qt: its binding reads the source of whatever is imported after it)
