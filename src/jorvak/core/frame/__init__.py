"""The frame: what is off, what is cut, what it may carry at a first look, and what has room beside what."""
