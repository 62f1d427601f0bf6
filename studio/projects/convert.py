"""Projects between the database and the core."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Any

from django.db import transaction

from neat_sheaf import project as core
from neat_sheaf.formats.fit_part import glue_document, stored_glue
from neat_sheaf.formats.piece_part import cut_outs_document, stored_cut_outs
from neat_sheaf.formats.variant_part import stored_variant, variant_document
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import assembly
from studio.common.kept import Kept
from studio.cupboard.convert import core_supply
from studio.projects import models

__all__ = ["core_project", "store_pieces"]


def _maybe(nm: int | None) -> Length | None:
    return None if nm is None else Length(nm)


# A list of 80 pieces takes some 100 kB; twenty requests a second are of far fewer projects.
_read: Kept[core.Project] = Kept(200)


def core_project(project: models.Project) -> core.Project:
    """The project as the core knows it: as it was read since its last save, or in a handful of queries."""
    kept = _read.get(project.state)
    if kept is not None:
        return replace(kept, name=project.name)
    found = _core_project(project)
    # What a version changes of supplies is read by how they are measured now.
    changeable = any(variant.supplies for variant in found.variants)
    return found if changeable else _read.put(project.state, found)


def _core_project(project: models.Project) -> core.Project:
    pieces = project.pieces.prefetch_related("lines", "diagonals", "holes", "corners", "tabs", "faces")
    return core.Project(
        name=project.name,
        pieces=tuple(_core_piece(piece) for piece in pieces),
        fits=tuple(_core_fit(fit) for fit in project.fits.all()),
        supplies=tuple(
            core.SupplyUse(
                str(u.supply_id),
                u.count,
                _maybe(u.length_nm),
                u.cuts,
                _maybe(u.girth_nm),
                _maybe(u.bow_nm),
                u.shared_by,
                u.lent,
                tuple(core.GluedAt(kind) for kind in u.sticks),
                tuple(u.lifts),
                u.typed,
            )
            for u in project.uses.all()
        ),
        tools=tuple(project.tools),
        steps=tuple(_core_step(step) for step in project.steps.prefetch_related("supplies")),
        contents=tuple(
            assembly.Content(
                c.name,
                Length(c.width_nm),
                Length(c.depth_nm),
                Length(c.height_nm),
                c.piece,
                c.rigid,
                "" if c.supply_id is None else str(c.supply_id),
                c.count,
                c.allergens,
            )
            for c in project.contents.all()
        ),
        variants=tuple(_core_variants(project)),
    )


def _core_fit(fit: models.Fit) -> core.Fit:
    def panel(column: int | None, row: int | None) -> core.Panel | None:
        return None if column is None or row is None else core.Panel(column, row)

    return core.Fit(
        core.FitKind(fit.kind),
        fit.outer,
        fit.inner,
        panel(fit.outer_column, fit.outer_row),
        panel(fit.inner_column, fit.inner_row),
        _maybe(fit.allowance_nm),
        fit.times,
        stored_glue(fit.glue),
    )


def _core_variants(project: models.Project) -> Iterator[core.Variant]:
    variants = list(project.variants.prefetch_related("numbers"))
    # Only a version that changes supplies needs to know them.
    uses = any("supplies" in variant.more for variant in variants)
    supplies = {str(s.pk): core_supply(s) for s in project.studio.supplies.all()} if uses else {}
    for variant in variants:
        numbers = tuple(core.Override(o.piece, o.number, Length(o.value_nm)) for o in variant.numbers.all())
        kept = stored_variant({"name": variant.name, **variant.more}, supplies)
        yield replace(kept, numbers=numbers)


def _core_step(step: models.Step) -> assembly.Step:
    return assembly.Step(
        says=step.says,
        pieces=tuple(step.pieces),
        tool=step.tool,
        minutes=step.minutes,
        when=assembly.When(step.when),
        cautions=tuple(assembly.Caution(code) for code in step.cautions),
        supplies=tuple(str(used.supply_id) for used in step.supplies.all()),
        ink=step.ink,
        shade=assembly.Shade(step.shade),
        dries=step.dries,
        batch=assembly.Batch(step.batch),
    )


def _core_piece(piece: models.Piece) -> core.Piece:
    lines = [
        (
            row.slit,
            core.Line(
                Side(row.along),
                Length(row.at_nm),
                _maybe(row.start_nm),
                _maybe(row.end_nm),
                core.Fold(row.fold),
                Length(row.relief_nm),
                row.angle,
            ),
        )
        for row in piece.lines.all()
    ]
    return core.Piece(
        name=piece.name,
        paper=piece.role,
        per_kit=piece.per_kit,
        width=Length(piece.width_nm),
        height=Length(piece.height_nm),
        scores=tuple(line for slit, line in lines if not slit),
        slits=tuple(line for slit, line in lines if slit),
        diagonals=tuple(
            core.Diagonal(
                (Length(d.start_x_nm), Length(d.start_y_nm)),
                (Length(d.end_x_nm), Length(d.end_y_nm)),
                core.Fold(d.fold),
                d.angle,
            )
            for d in piece.diagonals.all()
        ),
        holes=tuple(
            core.Hole(
                Length(h.x_nm), Length(h.y_nm), Length(h.diameter_nm), Side(h.through) if h.through else None
            )
            for h in piece.holes.all()
        ),
        corners=tuple(
            core.CornerCut(
                core.Corner(c.corner), core.CornerShape(c.shape), Length(c.size_nm), _maybe(c.rise_nm)
            )
            for c in piece.corners.all()
        ),
        tabs=tuple(core.Tab(core.Panel(t.column, t.row), t.runs) for t in piece.tabs.all()),
        follows_print=piece.follows_print,
        cut=core.CutMethod(piece.cut),
        margin=Length(piece.margin_nm),
        pitch=Length(piece.pitch_nm),
        spares=piece.spares,
        mat_of=_core_mat(piece),
        faces=tuple(
            core.Face(core.Panel(f.column, f.row), core.Edge(f.up), f.name) for f in piece.faces.all()
        ),
        portion=core.Portion(piece.portion),
        scrap=piece.scrap,
        matched=piece.matched,
        pass_of=core.PassOf(piece.die, piece.die_gives) if piece.die else None,
        word=piece.word,
        note=piece.note,
        outline=core.Outline(piece.outline),
        **stored_cut_outs(piece.cut_outs),
    )


def _core_mat(piece: models.Piece) -> core.MatOf | None:
    if not piece.mat_piece:
        return None
    several = piece.mat_to_column is not None and piece.mat_to_row is not None
    until = core.Panel(piece.mat_to_column or 1, piece.mat_to_row or 1) if several else None
    return core.MatOf(piece.mat_piece, core.Panel(piece.mat_column, piece.mat_row), until)


@transaction.atomic
def store_pieces(row: models.Project, project: core.Project, ids: Sequence[str] = ()) -> None:
    """Put the core's list in place of the one that is kept; ``ids`` are the lasting ones of its versions."""
    row.become_another()
    for kept in (row.pieces, row.fits, row.uses, row.steps, row.contents, row.variants):
        kept.all().delete()
    stored = models.Piece.objects.bulk_create(
        models.Piece(
            project=row,
            position=n,
            name=p.name,
            role=p.paper,
            per_kit=p.per_kit,
            width_nm=p.width,
            height_nm=p.height,
            follows_print=p.follows_print,
            cut=p.cut.value,
            margin_nm=p.margin,
            pitch_nm=p.pitch,
            spares=p.spares,
            mat_piece=p.mat_of.piece if p.mat_of else "",
            mat_column=p.mat_of.panel.column if p.mat_of else 1,
            mat_row=p.mat_of.panel.row if p.mat_of else 1,
            mat_to_column=p.mat_of.until.column if p.mat_of and p.mat_of.until else None,
            mat_to_row=p.mat_of.until.row if p.mat_of and p.mat_of.until else None,
            portion=p.portion.value,
            scrap=p.scrap,
            matched=p.matched,
            die=p.pass_of.piece if p.pass_of else "",
            die_gives=p.pass_of.gives if p.pass_of else 1,
            word=p.word,
            note=p.note,
            outline=p.outline.value,
            cut_outs=cut_outs_document(p, "mm"),
        )
        for n, p in enumerate(project.pieces)
    )
    both = list(zip(stored, project.pieces, strict=True))
    models.Line.objects.bulk_create(
        models.Line(
            piece=kept, position=n, slit=slit, along=line.along.value,
            at_nm=line.at, start_nm=line.start, end_nm=line.end, fold=line.fold.value, relief_nm=line.relief,
            angle=line.angle,
        )
        for kept, p in both
        for slit, lines in ((False, p.scores), (True, p.slits))
        for n, line in enumerate(lines)
    )  # fmt: skip
    models.Diagonal.objects.bulk_create(
        models.Diagonal(
            piece=kept,
            start_x_nm=d.start[0],
            start_y_nm=d.start[1],
            end_x_nm=d.end[0],
            end_y_nm=d.end[1],
            fold=d.fold.value,
            angle=d.angle,
        )
        for kept, p in both
        for d in p.diagonals
    )
    models.Hole.objects.bulk_create(
        models.Hole(
            piece=kept,
            x_nm=h.x,
            y_nm=h.y,
            diameter_nm=h.diameter,
            through=h.through.value if h.through else "",
        )
        for kept, p in both
        for h in p.holes
    )
    models.CornerCut.objects.bulk_create(
        models.CornerCut(
            piece=kept, corner=c.corner.value, shape=c.shape.value, size_nm=c.size, rise_nm=c.rise
        )
        for kept, p in both
        for c in p.corners
    )
    models.Tab.objects.bulk_create(
        models.Tab(piece=kept, column=t.panel.column, row=t.panel.row, runs=t.runs)
        for kept, p in both
        for t in p.tabs
    )
    models.Face.objects.bulk_create(
        models.Face(piece=kept, column=f.panel.column, row=f.panel.row, up=f.up.value, name=f.name)
        for kept, p in both
        for f in p.faces
    )
    models.Fit.objects.bulk_create(
        models.Fit(
            project=row,
            kind=f.kind.value,
            outer=f.outer,
            inner=f.inner,
            outer_column=f.outer_panel.column if f.outer_panel else None,
            outer_row=f.outer_panel.row if f.outer_panel else None,
            inner_column=f.inner_panel.column if f.inner_panel else None,
            inner_row=f.inner_panel.row if f.inner_panel else None,
            allowance_nm=f.allowance,
            times=f.times,
            glue=None if f.glue is None else glue_document(f.glue),
        )
        for f in project.fits
    )
    models.SupplyUse.objects.bulk_create(
        models.SupplyUse(
            project=row,
            position=n,
            supply_id=int(u.supply),
            count=u.count,
            length_nm=u.length,
            cuts=u.cuts,
            girth_nm=u.girth,
            bow_nm=u.bow,
            shared_by=u.shared_by,
            lent=u.lent,
            sticks=[kind.value for kind in u.sticks],
            lifts=list(u.lifts),
            typed=u.typed,
        )
        for n, u in enumerate(project.supplies)
    )
    _store_assembly(row, project, ids)


def _store_assembly(row: models.Project, project: core.Project, ids: Sequence[str]) -> None:
    steps = models.Step.objects.bulk_create(
        models.Step(
            project=row, position=n, says=s.says, tool=s.tool, minutes=s.minutes, when=s.when.value,
            cautions=[c.value for c in s.cautions], pieces=list(s.pieces),
            ink=s.ink, shade=s.shade.value, dries=s.dries, batch=s.batch.value,
        )
        for n, s in enumerate(project.steps)
    )  # fmt: skip
    models.StepSupply.objects.bulk_create(
        models.StepSupply(step=kept, position=n, supply_id=int(supply))
        for kept, s in zip(steps, project.steps, strict=True)
        for n, supply in enumerate(s.supplies)
    )
    models.Content.objects.bulk_create(
        models.Content(
            project=row, position=n, name=c.name, width_nm=c.width, depth_nm=c.depth, height_nm=c.height,
            piece=c.piece, rigid=c.rigid, supply_id=int(c.supply) if c.supply else None, count=c.count,
            allergens=c.allergens,
        )
        for n, c in enumerate(project.contents)
    )  # fmt: skip
    variants = models.Variant.objects.bulk_create(
        models.Variant(project=row, position=n, key=key, name=v.name, more=_more(v))
        for n, (v, key) in enumerate(
            zip(project.variants, ids or [models.new_key() for _ in project.variants], strict=True)
        )
    )
    models.Override.objects.bulk_create(
        models.Override(variant=kept, position=n, piece=o.piece, number=o.number, value_nm=o.value)
        for kept, v in zip(variants, project.variants, strict=True)
        for n, o in enumerate(v.numbers)
    )


def _more(variant: core.Variant) -> dict[str, Any]:
    """What a version changes other than numbers."""
    document = variant_document(variant, "mm")
    return {key: part for key, part in document.items() if key not in ("name", "numbers")}
