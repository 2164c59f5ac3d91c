"""The kinds of change of this area, one module each."""
