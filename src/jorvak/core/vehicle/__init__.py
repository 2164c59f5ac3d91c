"""The vehicle itself, and what its builder wants of it: what many areas ask for and none works out."""
