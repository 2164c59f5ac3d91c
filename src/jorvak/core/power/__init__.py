"""Batteries, circuits, what they feed, and what charges them."""
