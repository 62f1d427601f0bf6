import { t } from '@lingui/core/macro'
import type { LinesDoc, Piece } from '../api/client'
import { type MarkRef, marksOf, panelsOf, sameMark, withMark } from '../ui/drawing/marks'
import { LengthCell } from '../ui/fields/Cell'
import { FracWords } from '../ui/text/FracWords'
import { readLength, sayLength, type Units, writeLength } from '../ui/text/length'
import classes from './Piece.module.css'

type Kind = MarkRef['kind']

/** The id of the field in which a mark's distance is typed. */
export const fieldOf = (ref: MarkRef) => `mark-${ref.kind}-${ref.group}-${ref.at}`

const endOf = (end: LinesDoc['from']) => (typeof end === 'string' ? end : t`edge`)

/** What a group of lines is, before its distances. */
function headOf(kind: Kind, group: LinesDoc): string {
  const along = group.along === 'height' ? t`height` : t`width`
  if (kind === 'slits') return t`Slit along the ${along} at`
  return group.fold === 'mountain' ? t`Mountain score along the ${along} at` : t`Score along the ${along} at`
}

function labelOf(kind: Kind, group: LinesDoc, n: number, piece: string): string {
  const along = group.along === 'height' ? t`height` : t`width`
  return kind === 'slits'
    ? t`Slit ${n} along the ${along} of ${piece}`
    : t`Score ${n} along the ${along} of ${piece}`
}

/** Every distance as a number beside its line: point at one and the other is lit. */
export function Distances(props: {
  units: Units
  piece: Piece
  lit: MarkRef | null
  light: (ref: MarkRef | null) => void
  set: (piece: Piece, mark: string) => void
}) {
  const { piece, units, lit, light } = props
  const marks = marksOf(piece, units)
  const groups = (['scores', 'slits'] as const).flatMap((kind) =>
    (piece[kind] ?? []).flatMap((group, g) => (group.along ? [{ kind, group, g }] : [])),
  )
  if (!groups.length) return null
  const sums = (['width', 'height'] as const).flatMap((along) => {
    const side = readLength(piece[along], units)
    const at = along === 'width' ? marks.fullAlongWidth : marks.fullAlongHeight
    if (!side.ok || at.length === 0) return []
    const panels = panelsOf(at, side.nm).map((nm) => writeLength(nm, units))
    return [{ along, text: `${panels.join(' + ')} = ${sayLength(side.nm, units)}` }]
  })
  return (
    <div className={classes.distances}>
      {groups.map(({ kind, group, g }) => (
        <div key={`${kind}.${g}`} className={classes.group}>
          <span>
            {headOf(kind, group)}
            {group.from != null || group.to != null ? (
              <span className="soft">
                {' '}
                (
                <FracWords text={t`${endOf(group.from)} to ${endOf(group.to)}`} />)
              </span>
            ) : null}
          </span>
          <span className={classes.numbers}>
            {(group.at ?? []).map((text, n) => {
              const ref: MarkRef = { kind, group: g, at: n }
              return (
                <span
                  key={n}
                  data-lit={sameMark(lit, ref)}
                  onPointerEnter={() => light(ref)}
                  onPointerLeave={() => light(null)}
                >
                  <LengthCell
                    id={fieldOf(ref)}
                    aria-label={labelOf(kind, group, n + 1, piece.name)}
                    value={text}
                    error={!readLength(text, units).ok}
                    onFocus={() => light(ref)}
                    onBlur={() => light(null)}
                    onChange={(e) => props.set(withMark(piece, ref, e.currentTarget.value), fieldOf(ref))}
                  />
                </span>
              )
            })}
          </span>
        </div>
      ))}
      {sums.map((sum) => (
        <p key={sum.along} className="soft">
          {sum.along === 'width' ? t`Panels along the width:` : t`Panels along the height:`}{' '}
          <FracWords text={sum.text} />
        </p>
      ))}
    </div>
  )
}
