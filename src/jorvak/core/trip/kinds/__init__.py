"""The kinds of change that the trip brings."""
