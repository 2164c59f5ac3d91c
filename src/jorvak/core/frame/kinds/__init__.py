"""The kinds of change that the frame brings."""
