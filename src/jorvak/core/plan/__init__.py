"""The plan: kinds of change, the line in which they are typed, what one would do, options side by side."""
