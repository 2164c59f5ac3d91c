"""Ready by a date."""
