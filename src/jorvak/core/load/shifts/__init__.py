"""What changes add to what is weighed."""
