"""How a stage is worked out: its figures, what asks for them, doubt, what still holds. It knows no area of the trade."""
