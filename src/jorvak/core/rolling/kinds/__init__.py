"""Kinds of change in the rolling gear, one module each."""
