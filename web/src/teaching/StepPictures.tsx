import { t } from '@lingui/core/macro'
import type { Piece, Project } from '../api/client'
import { useStudio } from '../ui/frame/session'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import guide from '../ui/guide/Guide.module.css'
import type { TableStep } from './clock'
import { foldedDrawing } from './drawings'
import classes from './Table.module.css'

const MOST = 4

/** The pieces of a step: folded where it is known how, and flat; one alone is shown both ways. */
export function StepPictures(props: { step: TableStep; project: Project; version: string }) {
  const { step, project, version } = props
  const studio = useStudio()
  const units = project.units ?? studio.units
  const shown = (project.pieces ?? []).flatMap((piece, n) =>
    step.pieces.includes(piece.name) ? [{ piece, n }] : [],
  )
  const alone = shown.length === 1
  const flat = (piece: Piece) => (
    <figure key={piece.name}>
      <PieceDrawing piece={piece} units={units} frameWidth={300} frameHeight={250} />
      <figcaption>{piece.name}</figcaption>
    </figure>
  )
  return (
    <div className={guide.pictures}>
      {shown.slice(0, MOST).flatMap(({ piece, n }) => {
        const address = foldedDrawing(project, n, version)
        if (!address) return [flat(piece)]
        const folded = (
          <figure key={n}>
            <img className={classes.folded} src={address} alt={t`${piece.name}, folded`} />
            <figcaption>{t`${piece.name}, folded`}</figcaption>
          </figure>
        )
        return alone ? [flat(piece), folded] : [folded]
      })}
    </div>
  )
}
