"""What the trade knows. Plain values in, plain values out: no files, no clock, no database, no screen."""
