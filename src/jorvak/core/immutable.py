"""Records that nobody alters: to the type checker ``dataclasses.dataclass``, and much quicker to make.

Python freezes a dataclass by setting its fields in a roundabout way, which takes three times as long. An edit makes
tens of thousands of records. So it is the type checker that keeps them frozen, and not the running program.
"""

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from dataclasses import dataclass as record
else:
    from dataclasses import dataclass

    def record(*, frozen, slots=False):
        """A dataclass that is equal and hashed by its fields."""
        assert frozen
        return dataclass(slots=slots, unsafe_hash=True)


__all__ = ["record"]
