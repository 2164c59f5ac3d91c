"""Fields of a change as its title writes them: in the units of whoever reads it."""

from typing import Any

from jorvak.core.quantities import LENGTH, MASS, VOLUME, Preset, Quantity, quantity_of_key, write_as

_WRITTEN = (LENGTH, MASS, VOLUME)


class InUnits:
    """A kind's fields, of which lengths, masses and volumes format themselves in the units of ``preset``.

    A length in the core's own unit stays a bare number, as it is typed; all else has its unit behind it.
    """

    def __init__(self, fields: Any, preset: Preset) -> None:
        self._fields, self._preset = fields, preset

    def __getattr__(self, key: str) -> Any:
        value = getattr(self._fields, key)
        quantity = quantity_of_key(key)
        if isinstance(value, float) and quantity in _WRITTEN:
            return _Shown(value, quantity, self._preset)
        return value


class _Shown(float):
    """A number that is still one, and formats itself with its unit."""

    quantity: Quantity
    preset: Preset

    def __new__(cls, value: float, quantity: Quantity, preset: Preset) -> "_Shown":
        made = super().__new__(cls, value)
        made.quantity, made.preset = quantity, preset
        return made

    def __abs__(self) -> "_Shown":
        return _Shown(abs(float(self)), self.quantity, self.preset)

    def __format__(self, spec: str) -> str:
        unit = self.preset.unit(self.quantity)
        if unit.symbol == self.quantity.core_unit.symbol:
            bare = float.__format__(self, spec)
            return bare if self.quantity is LENGTH else f"{bare} {unit.symbol}"
        sign = "" if "+" not in spec else "+" if self >= 0 else "-"
        return sign + write_as(self.preset, abs(float(self)) if sign else float(self), self.quantity)
