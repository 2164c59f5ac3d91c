"""Driveline: shafts, cases, axles, gearboxes."""
