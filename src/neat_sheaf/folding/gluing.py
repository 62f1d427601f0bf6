"""Whether what is glued lies where it is glued: flat on its panel, and inside it. nm."""

from __future__ import annotations

from collections.abc import Sequence

from neat_sheaf.folding.form import Form, Made, Remark
from neat_sheaf.folding.motion import Pose, back
from neat_sheaf.folding.parts import FINE
from neat_sheaf.folding.sheet import Sheet
from neat_sheaf.messages import Level, Measured, message

__all__ = ["glue_remarks"]

# Their tabs are to lie wholly on the panel; a bag's flaps reach past the little wall that they are glued to.
_INSIDE = (
    Form.TRAY,
    Form.SLEEVE,
    Form.TUBE,
    Form.CLOSED_TUBE,
    Form.TUCK_BOX,
    Form.GUSSET_BAG,
    Form.HINGED_BOX,
)


def glue_remarks(made: Made, sheet: Sheet, poses: Sequence[Pose | None], caliper: int) -> tuple[Remark, ...]:
    """Tabs that do not lie flat on their panel, or stand out beyond it, and by how much.

    Said where nothing else is: a wrap whose panels differ says that in place of what follows from it.
    """
    if made.form not in _INSIDE or made.remarks:
        return ()
    found = []
    for joint in made.joints:
        tab, onto = made.view.panel(joint.tab), made.view.panel(joint.onto)
        spots = [
            pose.put(at)
            for n in sheet.of(tab)
            if (pose := poses[n]) is not None
            for at in sheet.facets[n].ring
        ]
        under = [n for n in sheet.of(onto) if poses[n] is not None]
        if not spots or not under:
            continue
        pose = poses[under[0]]
        if pose is None:
            continue
        places = [back(pose, spot) for spot in spots]
        off = max(abs(z) for _, _, z in places)
        ring = [at for n in under for at in sheet.facets[n].ring]
        out = 0.0
        for k in (0, 1):
            low, high = min(at[k] for at in ring), max(at[k] for at in ring)
            values = [place[k] for place in places]
            out = max(out, low - min(values), max(values) - high)
        if off > caliper + FINE:
            said = message("fold-tab-off", column=tab.column, row=tab.row, by=Measured(round(off)))
            found.append(Remark(Level.WARNING, said))
        elif out > caliper + FINE:
            said = message("fold-tab-shows", column=tab.column, row=tab.row, by=Measured(round(out)))
            found.append(Remark(Level.WARNING, said))
    return tuple(found)
