"""Jobs, their cautions, and what they took."""
