"""Sources of doubt: what may be off of the figures that a result rests on, and how each is told from the others."""

from collections.abc import Iterator
from functools import lru_cache
from typing import Literal, NamedTuple

from jorvak.core.catalogue import catalogue, spec_of, usual_doubt
from jorvak.core.catalogue.spec import Instrument
from jorvak.core.engine.moment import AsItStood
from jorvak.core.engine.spread import Doubted
from jorvak.core.immutable import record
from jorvak.core.rig import Figure

Basis = Literal["here", "as found", "as it stood", "no figure"]


class SourceKey(NamedTuple):
    """What tells one source of doubt from another.

    ``path`` is a figure's path, or for ``no figure`` what is uncertain, in words. ``basis`` says which figure of that
    path is meant: that of the stage, that before any change, or that of ``day``, where it is neither now. ``part`` is
    the index of a ratio in a list, or the name of the instrument that read the figure and others.
    """

    path: str
    basis: Basis = "here"
    day: AsItStood | None = None
    part: int | str | None = None


@record(frozen=True, slots=True)
class Labelled:
    """A source that is no figure: how far it may be off, and the figure to look at, if there is one."""

    off: float
    path: str | None = None
    as_found: bool = False


@record(frozen=True, slots=True)
class Share:
    """A source of doubt: ``label`` in words, ``path`` the figure to look at, ``share`` of the variance.

    ``as_found``: it is meant as it was before a change that has set it since.
    """

    label: str
    path: str | None
    share: float
    as_found: bool = False


@lru_cache(maxsize=8192)
def sources_of(figure: Figure, key: SourceKey) -> dict[SourceKey, Doubted[SourceKey]]:
    """What is uncertain of one figure, by the key under which it is moved; nothing where it is exact."""
    return dict(_sources_of(figure, key))


def _sources_of(figure: Figure, key: SourceKey) -> Iterator[tuple[SourceKey, Doubted[SourceKey]]]:
    spec, value = spec_of(key.path), figure.value
    if spec.shape in ("choice", "text", "size"):
        return
    usual = usual_doubt(spec, value, figure.known)
    if isinstance(value, tuple):
        for index, ratio in enumerate(value):
            if (off := usual_doubt(spec, ratio, figure.known)) > 0:
                yield key._replace(part=index), Doubted(ratio, off)
    elif spec.instrument is not None and figure.doubt is None and figure.known == "measured":
        read_by = spec.instrument.name
        yield key, Doubted(value, spec.instrument.own_off)
        yield key._replace(part=read_by), Doubted(value, usual, SourceKey(read_by, "no figure"))
    elif (off := usual if figure.doubt is None else figure.doubt) > 0:
        yield key, Doubted(value, off)


def share_of(key: SourceKey, share: float, labelled: Labelled | None) -> Share:
    """A share of a variance in words. ``labelled`` is what is known of a source that is no figure."""
    if key.basis == "no figure":
        if labelled is None:
            instrument = _instrument(key.path)
            return Share(instrument.label, instrument.path, share)
        return Share(key.path, labelled.path, share, labelled.as_found)
    label = spec_of(key.path).label
    if key.day is not None:
        return Share(f"{label}, as it stood on {key.day.on.day} {key.day.on:%B %Y}", None, share)
    as_found = key.basis == "as found"
    return Share(f"{label} as found" if as_found else label, key.path, share, as_found)


@lru_cache(maxsize=64)
def _instrument(name: str) -> Instrument:
    return next(
        spec.instrument
        for spec in catalogue().values()
        if spec.instrument is not None and spec.instrument.name == name
    )
