"""Lift, suspension, clearance."""
