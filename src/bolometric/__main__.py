"""``python -m bolometric`` is the same as the ``bolometric`` command."""

from bolometric.cli import main

if __name__ == "__main__":
    main()
