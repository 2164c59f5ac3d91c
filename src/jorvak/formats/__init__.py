"""Files in and out, each an open format. None knows the store."""
