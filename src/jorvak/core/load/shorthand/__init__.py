"""What of this area is typed in the line in a way of its own. Each module names its lines in ``LINES``."""
