/** Pieces of the list as bodies that are drawn folded, with their papers and mats. */
import type { Piece } from '../api/client'
import type { SwatchLook } from '../ui/drawing/Swatch'
import { MILLIMETRE } from '../ui/drawing/geometry'
import { spanBox } from '../ui/drawing/marks'
import { type DrawnBody, samePanel } from '../ui/folding/FoldedDrawing'
import type { Folding } from '../ui/folding/motion'
import { drawnNm, type Units } from '../ui/text/length'

type Mats = ReturnType<typeof matsOn>

/** The size of the flat piece, mm. */
export const sizeOf = (piece: Piece, units: Units) => ({
  width: (drawnNm(piece.width, units) ?? 0) / MILLIMETRE,
  height: (drawnNm(piece.height, units) ?? 0) / MILLIMETRE,
})

export const bodyOf = (
  shape: Folding,
  size: { width: number; height: number },
  paper: SwatchLook | undefined,
  mats: Mats,
): DrawnBody => ({ shape, size, paper, mats, patches: mats.map((mat) => mat.patch) })

/** Where the mats lie, each on the facet of its panel. */
export function matsOn(
  piece: Piece,
  pieces: Piece[],
  shape: Folding,
  units: Units,
  paperOf: (role: string) => SwatchLook | undefined,
) {
  return pieces.flatMap((mat) => {
    const on = mat.mat_of
    const box = on?.piece === piece.name ? spanBox(piece, units, on) : null
    const facet = shape.facets.findIndex((one) => on && samePanel(one.panel, on))
    const [wide, high] = [drawnNm(mat.width, units), drawnNm(mat.height, units)]
    if (!on || on.to_column || on.to_row || !box || facet < 0 || !wide || !high) return []
    const uneven = (w: number, h: number) => Math.abs(box.width - w - (box.height - h))
    const [w, h] = uneven(wide, high) <= uneven(high, wide) ? [wide, high] : [high, wide]
    const patch = {
      facet,
      x: (box.x + (box.width - w) / 2) / MILLIMETRE,
      y: (box.y + (box.height - h) / 2) / MILLIMETRE,
      width: w / MILLIMETRE,
      height: h / MILLIMETRE,
    }
    const flip = Boolean(mat.follows_print) && shape.facets[facet]?.up === 'down'
    return [{ patch, look: paperOf(mat.paper), flip }]
  })
}
