"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""
