"""Everything in the window that needs the core, put into it once it has come up."""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.desk.keeping.filing import Filing, Unsaved
from bolometric.desk.keeping.own_pieces import OwnPieces
from bolometric.desk.keeping.rescuing import Rescuing
from bolometric.desk.keeping.shelving import Shelving
from bolometric.desk.parts.faults import FaultList
from bolometric.desk.parts.rescue import Rescue
from bolometric.desk.parts.sheet.rule_sheet import RuleSheet
from bolometric.desk.shell.editing import Editing
from bolometric.desk.shell.late_views import LateViews
from bolometric.desk.views.shape import ShapeView

if TYPE_CHECKING:
    from bolometric.desk.keeping.document import Document
    from bolometric.desk.shell.window import Window
    from bolometric.desk.working.measurer import Measurer


def furnish(window: Window, document: Document, measurer: Measurer) -> None:
    """Make the parts, put them where they belong, hand each what it works with, and have the window answer."""
    window.document, window.measurer, settings = document, measurer, window.settings
    for part in (document, measurer):
        part.setParent(window)  # what listens to them knows the window: on their own they would keep it for ever
    window.sheet, window.fault_list, window.shape = RuleSheet(), FaultList(), ShapeView()
    window.fault_list.hide()
    window.stack.addWidget(window.shape)
    window.column.addWidget(window.fault_list)
    window.column.setSizes([510, 90])
    window.column.setStretchFactor(0, 1)
    window.fault_list.setMinimumHeight(60)
    window.place.put(window.sheet)
    window.rescue = Rescue()
    parts = window.column_of_parts
    parts.insertWidget(parts.indexOf(window.notice) + 1, window.rescue)
    window.late = LateViews(window.stack, window.measurer, lambda: window.document.game, window.shelf_files)
    window.late.faults = lambda: window.fault_list.faults
    window.filing = Filing(document, settings, Unsaved(window), window.shelf_folder, window.say)
    window.shelving = Shelving(window.shelf_folder, document, window.say)
    window.rescuing = Rescuing(window.rescue, document, window.filing, lambda: window.go("shape"))
    window.editing = Editing(window, document, window.sheet, window.place)
    window.editing.own = OwnPieces(settings.folder / "pieces.json")
    window.answer()
