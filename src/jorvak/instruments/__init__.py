"""Small simulated stand-ins for devices: what they say goes through the same readers as the real ones' words."""
