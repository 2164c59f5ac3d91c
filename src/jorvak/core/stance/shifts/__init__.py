"""What changes do to heights, travel, angles and places of the chassis."""
