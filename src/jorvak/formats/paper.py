"""Paper as PDF: a job's card on one A4 sheet, and the report of a build."""

import io
from collections.abc import Callable, Iterable, Sequence
from html import escape
from typing import Any

from jorvak.core.report import Report
from jorvak.core.work.jobs import WorkJob
from jorvak.core.work.records import JobFastener

MARGIN_MM, HALF_MARGIN_MM = 14.0, 10.0
PICTURE_MM = 55.0


class Page:
    """What is set on paper: a list of what ReportLab calls flowables, made with few words."""

    def __init__(self, title: str, half: bool = False) -> None:
        """``half`` a sheet: A5, for what hangs in a cabin."""
        # Loaded where it is asked for: it takes as long as all else together.
        from reportlab.lib.pagesizes import A4, A5
        from reportlab.lib.styles import ParagraphStyle
        from reportlab.lib.units import mm

        self._size, self._mm = A5 if half else A4, mm
        self._margin_mm = HALF_MARGIN_MM if half else MARGIN_MM
        self._title = title
        self._flow: list[Any] = []
        plain = ParagraphStyle("plain", fontName="Helvetica", fontSize=9.5, leading=12.5)
        self._styles = {
            "plain": plain,
            "small": ParagraphStyle("small", parent=plain, fontSize=8, leading=10),
            "large": ParagraphStyle(
                "large", parent=plain, fontSize=10.5 if half else 13, leading=14 if half else 17, spaceAfter=2
            ),
            "head": ParagraphStyle("head", parent=plain, fontName="Helvetica-Bold", fontSize=16, leading=20),
            "section": ParagraphStyle(
                "section", parent=plain, fontName="Helvetica-Bold", spaceBefore=6, spaceAfter=1
            ),
        }

    def head(self, text: str, under: str) -> None:
        self._say(text, "head")
        self._say(under, "plain")
        self.rule()

    def turn(self) -> None:
        """What follows stands on a page of its own."""
        from reportlab.platypus import PageBreak

        self._flow.append(PageBreak())

    def large(self, text: str) -> None:
        self._say(text, "large")

    def section(self, text: str) -> None:
        self._say(text, "section")
        self.rule(0.5)

    def say(self, text: str) -> None:
        self._say(text, "plain")

    def small(self, text: str) -> None:
        self._say(text, "small")

    def _say(self, text: str, style: str) -> None:
        from reportlab.platypus import Paragraph

        self._flow.append(Paragraph(escape(text), self._styles[style]))

    def rule(self, thickness: float = 1.2) -> None:
        from reportlab.lib.colors import black
        from reportlab.platypus import HRFlowable

        self._flow.append(
            HRFlowable(width="100%", thickness=thickness, color=black, spaceBefore=1, spaceAfter=3)
        )

    def table(self, rows: Sequence[Sequence[str]], widths: Sequence[float], box: int | None = None) -> None:
        """Rows whose columns are so many mm wide; ``box`` is a column of boxes to write into."""
        from reportlab.lib.colors import black, grey
        from reportlab.platypus import Paragraph, Table, TableStyle

        if not rows:
            return
        cells = [[Paragraph(escape(cell), self._styles["plain"]) for cell in row] for row in rows]
        style = [
            ("LINEBELOW", (0, 0), (-1, -1), 0.3, grey),
            ("VALIGN", (0, 0), (-1, -1), "TOP"),
            ("LEFTPADDING", (0, 0), (-1, -1), 0),
            ("TOPPADDING", (0, 0), (-1, -1), 1.5),
            ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
        ]
        if box is not None:
            style.append(("BOX", (box, 0), (box, -1), 0.6, black))
            style.append(("INNERGRID", (box, 0), (box, -1), 0.6, black))
        self._flow.append(Table(cells, [width * self._mm for width in widths], style=TableStyle(style)))

    def picture(self, jpeg: bytes) -> None:
        from reportlab.lib.utils import ImageReader
        from reportlab.platypus import Image

        wide, high = ImageReader(io.BytesIO(jpeg)).getSize()
        tall = PICTURE_MM * self._mm
        self._flow.append(Image(io.BytesIO(jpeg), width=tall * wide / high, height=tall, hAlign="LEFT"))

    def pdf(self) -> bytes:
        from reportlab.platypus import SimpleDocTemplate

        out = io.BytesIO()
        margin = self._margin_mm * self._mm
        document = SimpleDocTemplate(
            out,
            pagesize=self._size,
            leftMargin=margin,
            rightMargin=margin,
            topMargin=margin,
            bottomMargin=margin,
            title=self._title,
            author="Jorvak",
            invariant=True,
        )
        document.build(self._flow, onFirstPage=self._foot, onLaterPages=self._foot)
        return out.getvalue()

    def _foot(self, canvas: Any, _document: Any) -> None:
        canvas.setFont("Helvetica", 8)
        canvas.drawRightString(
            self._size[0] - self._margin_mm * self._mm,
            8 * self._mm,
            f"{self._title}, page {canvas.getPageNumber()}",
        )


def card_pdf(vehicle: str, job: WorkJob) -> bytes:
    """A job's card: cautions, tools, parts, fasteners, steps with boxes, readings, sign-off."""
    page = Page(f"{vehicle}: {job.title}")
    hands = ", two pairs of hands" if job.hands == 2 else ""
    page.head(job.title, f"{vehicle} · {job.area.replace('-', ' ')} · {job.hours:g} h guessed{hands}")
    page.section("Cautions")
    for caution in job.cautions:
        page.small(caution)
    page.section("Tools and parts")
    page.say(", ".join(job.tools) or "no tools noted")
    for part in job.parts:
        page.say(f"[  ]  {part}")
    if job.fasteners:
        page.section("Fasteners")
        page.table([[fastener_in_words(each), each.state or ""] for each in job.fasteners], (140, 40))
    page.section("Steps")
    page.table(
        [
            [str(number), "[x]" if step.done else "[  ]", ("Gate: " if step.gate else "") + step.text]
            for number, step in enumerate(job.steps, 1)
        ],
        (8, 10, 162),
    )
    if job.readings:
        page.section("Readings")
        page.table(
            [
                [each.name, _range(each.low, each.high), "" if each.value is None else f"{each.value:g}"]
                for each in job.readings
            ],
            (90, 50, 40),
            box=2,
        )
    page.section("Signed off")
    page.table([["hours", "odometer", "date", "name"], [" ", " ", " ", " "]], (45, 45, 45, 45))
    return page.pdf()


def fastener_in_words(each: JobFastener) -> str:
    """Fasteners of one place as they stand on paper: count, thread, length, head, torque."""
    size = " ".join(
        word for word in (each.thread, f"x {each.length_mm:g}" if each.length_mm else None, each.head) if word
    )
    torque = f"{each.torque_nm:g} Nm" if each.torque_nm else "torque by the vehicle's manual"
    words = (f"{each.count or ''} {each.where}".strip(), size, torque, "once only" if each.once_only else "")
    return ", ".join(word for word in words if word)


def _range(low: float | None, high: float | None) -> str:
    if low is not None and high is not None:
        return f"{low:g} to {high:g}"
    if low is not None:
        return f"at least {low:g}"
    return f"at most {high:g}" if high is not None else ""


def report_pdf(of: Report, currency: str, picture_of: Callable[[str], bytes | None]) -> bytes:
    """The report of a build; photographs of the log stand in it where their files are there."""
    page = Page(f"{of.name}, report of {of.written_on:%-d %B %Y}")
    page.head(of.name, f"{of.vehicle} · {of.written_on:%-d %B %Y}")
    if of.purpose:
        page.say(of.purpose)
    page.section("What was done")
    page.table(
        [
            [
                f"{each.on:%-d %b %Y}" if each.on else "",
                each.what + (f". {each.why}" if each.why else ""),
                "" if each.odometer_km is None else f"{each.odometer_km:,.0f} km".replace(",", " "),
                f"{each.hours:.1f} h" if each.hours else "",
            ]
            for each in of.done
        ]
        or [["", "Nothing is fitted yet.", "", ""]],
        (24, 106, 28, 22),
    )
    page.section("Figures, as found and today")
    page.table([[each.label, each.found, each.today] for each in of.figures], (90, 45, 45))
    _list(page, "The survey", of.survey)
    _list(page, "Still open", of.open)
    if of.money is not None:
        purse = of.money.purse
        page.section("Money")
        page.table(
            [
                [name, f"{value:,.0f} {currency}".replace(",", " ")]
                for name, value in (
                    ("paid", purse.paid),
                    ("committed", purse.committed),
                    ("to come", purse.to_come),
                    ("gifts, at their retail price", purse.gifts),
                    ("old parts sold", -purse.taken_off),
                    ("sold unused", -purse.leftover),
                    ("total", purse.total),
                    ("what is in it", purse.worth),
                )
            ],
            (120, 60),
        )
    if of.log:
        page.section("From the log")
        for entry in of.log:
            page.say(
                f"{entry.on:%-d %b %Y}  {entry.text}" + (f" ({entry.job_title})" if entry.job_title else "")
            )
            picture = picture_of(entry.file) if entry.file else None
            if picture is not None:
                page.picture(picture)
    page.small(
        f"{of.hours:.1f} h were clocked. The local code, the vehicle's manual and licensed practice decide; "
        "Jorvak computes."
    )
    return page.pdf()


def _list(page: Page, title: str, lines: Iterable[str]) -> None:
    lines = tuple(lines)
    if lines:
        page.section(title)
        for line in lines:
            page.say(line)
