"""The survey: what is really there, and what is to become of it."""
