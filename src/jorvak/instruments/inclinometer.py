"""A simulated level on the dash: pitch and roll once a second, as NMEA 0183 transducer sentences (XDR)."""

import math
from dataclasses import dataclass

from jorvak.core.calculation import Refused
from jorvak.instruments.receiver import sentence


@dataclass(frozen=True, slots=True)
class Leaning:
    """What a sentence says: pitch nose up positive, roll to the right positive."""

    pitch_deg: float
    roll_deg: float

    @classmethod
    def of(cls, words: str) -> "Leaning":
        """Read an XDR sentence. Raises Refused on ``sentence`` for one that is none, or whose checksum does not agree."""
        import pynmea2

        try:
            sentence = pynmea2.parse(words.strip(), check=True)
            readings = {
                t.id: float(t.value)
                for t in (sentence.get_transducer(i) for i in range(sentence.num_transducers))
            }
            return cls(readings["PITCH"], readings["ROLL"])
        except (pynmea2.ParseError, AttributeError, KeyError, ValueError, TypeError):
            raise Refused(
                "sentence",
                "That sentence cannot be read: is the level set to pitch and roll, and the port to its speed?",
            ) from None


class Inclinometer:
    """Leans along an invented track: up a slope, over a crest, along a side slope."""

    def leaning_at(self, at_s: float) -> Leaning:
        """How it stands after so many seconds, to a tenth of a degree."""
        pitch = 9 * math.sin(at_s / 17) + 3 * math.sin(at_s / 4.3)
        roll = 11 * math.sin(at_s / 23 + 1) + 4 * math.sin(at_s / 6.1)
        return Leaning(round(pitch, 1), round(roll, 1))

    def sentence_at(self, at_s: float) -> str:
        """The sentence that it sends then."""
        leans = self.leaning_at(at_s)
        return sentence(f"YXXDR,A,{leans.pitch_deg:.1f},D,PITCH,A,{leans.roll_deg:.1f},D,ROLL")
