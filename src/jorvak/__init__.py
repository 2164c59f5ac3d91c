"""Jorvak: the rig on paper before metal is cut."""
