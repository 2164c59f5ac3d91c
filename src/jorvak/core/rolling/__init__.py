"""Tyres, wheels, gears, speedometer."""
