"""What changes do to where shafts stand."""
