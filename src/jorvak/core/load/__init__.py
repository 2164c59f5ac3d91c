"""Load: what a rig weighs, where, and what it may carry."""
