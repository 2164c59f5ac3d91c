"""Chains over the shelf and the donors of a rig: the demo's three parts, what is left out, what is refused."""

from typing import Any

import pytest

from jorvak.core.calculation import Refused
from jorvak.core.driveline.shelf_chains import ShelfChains, shelf_chains
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import moment
from jorvak.core.rig import Rig
from jorvak.core.vehicle.records import Face, Part
from tests.conftest import TODAY, demo, with_records
from tests.core.test_findings_table import noted


def chains(rig: Rig, from_face: str, to_face: str, length: float, tolerance: float = 5.0) -> ShelfChains:
    return shelf_chains(Ask(moment(rig, "planned", on=TODAY)), from_face, to_face, length, tolerance, 4)


def test_the_demos_rear_line_is_closed_by_three_parts_of_the_shelf() -> None:
    # With the donor's case the line is 1409.8 at ride: 1292 and 38 and 80.
    found = chains(demo(1), "donor case/rear flange", "rear axle/pinion flange", 1409.8)
    best = found.chains[0]
    # Both ends are alike, so that it can lie either way.
    assert {link.part for link in best.links} == {"short shaft", "spacer plate", "flange 96 to 82"}
    assert best.length_mm == 1410 and best.price == 100
    # Nobody has measured the donor's pilot.
    assert best.unknown == 1


def test_another_length_or_none_at_hand_is_no_chain() -> None:
    assert chains(demo(1), "donor case/rear flange", "rear axle/pinion flange", 1500).chains == ()


def flange(circle: float) -> Face:
    fields: dict[str, Any] = {"bolt_circle_mm": circle, "bolt_count": 4.0, "pilot_mm": 60.0, "thread": "M10"}
    return Face(kind="flange", fields=fields)


def part(name: str, place: Any = "shelf", **faces: Face) -> Part:
    return Part(name=name, place=place, faces=faces)


class TestByHand:
    def rig(self, plover: Rig) -> Rig:
        parts = (
            part("case", "fitted", out=flange(80)),
            part("axle", "fitted", into=flange(90)),
            part("three faces", a=flange(80), b=flange(80), c=flange(90)),
            part("no length", a=flange(80), b=flange(90)),
            part("one face", a=flange(80)),
            part("gone", "gone", a=flange(80), b=flange(90)),
        )
        rig = with_records(plover, parts=parts)
        return noted(
            rig, "measured", **{"parts__three faces__length_mm": 100.0, "parts__gone__length_mm": 100.0}
        )

    def test_each_way_through_a_part_counts_and_each_part_once(self, plover: Rig) -> None:
        found = chains(self.rig(plover), "case/out", "axle/into", 100)
        assert [[(link.near, link.far) for link in each.links] for each in found.chains] == [[("a", "c")]]
        # Its third face is like its first, so that by it the chain is the same. Twice as long it would need itself twice.
        assert chains(self.rig(plover), "case/out", "axle/into", 200).chains == ()

    def test_what_has_no_length_is_named_and_what_is_gone_is_not_there(self, plover: Rig) -> None:
        found = chains(self.rig(plover), "case/out", "axle/into", 100)
        assert found.left_out == ("no length",)

    @pytest.mark.parametrize(
        ("from_face", "to_face", "field"),
        [("case", "axle/into", "from"), ("case/out", "axle/other", "to"), ("ship/out", "axle/into", "from")],
    )
    def test_a_face_that_is_none_is_refused(
        self, plover: Rig, from_face: str, to_face: str, field: str
    ) -> None:
        with pytest.raises(Refused) as refused:
            chains(self.rig(plover), from_face, to_face, 100)
        assert refused.value.field == field


def test_a_part_with_two_faces_alike_is_one_chain_either_way_round() -> None:
    found = chains(demo(1), "donor case/rear flange", "rear axle/pinion flange", 1409.8)
    seen = [
        tuple((link.part, link.near) for link in each.links if link.part != "spacer plate")
        for each in found.chains
    ]
    assert len(seen) == len(set(seen)) == 2
