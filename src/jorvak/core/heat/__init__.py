"""Whether the engine stays cool on a climb."""
