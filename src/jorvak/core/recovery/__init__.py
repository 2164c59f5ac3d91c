"""Getting a stuck vehicle out: winch, rigging, stretching rope."""
