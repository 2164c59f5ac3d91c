"""What the commands in bin/ run: pictures and measurements, on the real application."""
