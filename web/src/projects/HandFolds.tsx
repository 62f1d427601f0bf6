import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, NativeSelect, NumberInput } from '@mantine/core'
import type { Piece } from '../api/client'
import type { MarkRef } from '../ui/drawing/marks'
import { FracWords } from '../ui/text/FracWords'
import type { Units } from '../ui/text/length'
import { type HandFold, handFolds, isSetByHand, type Way, withFold, withFolds } from './handFolds'
import classes from './HandFolds.module.css'

/** The id of the field in which a score's fold is set. */
export function foldFieldOf(piece: Piece, ref: MarkRef): string | null {
  const fold = ref.kind === 'scores' && handFolds(piece).find((f) => f.group === ref.group && f.at === ref.at)
  return fold ? `fold-${fold.number}` : null
}

const USUAL = [0, 90, 180]
const OTHER = 'other'
const FORM = ''

/** How far each score is folded and which way, where no known form says it. */
export function HandFolds(props: {
  piece: Piece
  units: Units
  light: (ref: MarkRef | null) => void
  set: (piece: Piece) => void
  close: () => void
}) {
  const { piece, units, set } = props
  const folds = handFolds(piece)
  return (
    <section aria-label={t`Folds of ${piece.name}`} className={classes.folds}>
      <p className="soft">
        <Trans>Set every fold, the flat ones too: click a score on the drawing, or go down the list.</Trans>
      </p>
      {folds.map((fold) => (
        <FoldRow
          key={fold.number}
          fold={fold}
          units={units}
          light={props.light}
          set={(angle, way) => set(withFold(piece, fold, angle, way))}
        />
      ))}
      <p className={classes.all}>
        <Trans>All of them:</Trans>
        {USUAL.map((angle) => (
          <Button
            key={angle}
            variant="default"
            size="compact-sm"
            aria-label={t`Fold every score by ${angle} degrees`}
            onClick={() => set(withFolds(piece, angle))}
          >
            {angle ? `${angle}°` : t`flat`}
          </Button>
        ))}
      </p>
      <p className={classes.all}>
        {isSetByHand(piece) ? (
          <Button variant="default" size="compact-sm" onClick={() => set(withFolds(piece, null))}>
            <Trans>Fold it as its form again</Trans>
          </Button>
        ) : null}
        <Button variant="subtle" size="compact-sm" onClick={props.close}>
          <Trans>Done with the folds</Trans>
        </Button>
      </p>
    </section>
  )
}

/** Which score it is, as a person says it. */
function said(fold: HandFold, units: Units): string {
  const { doc } = fold
  if (fold.at === null) {
    const point = (at: unknown) => (Array.isArray(at) ? at.join(', ') : '')
    const [from, to] = [point(doc.from), point(doc.to)]
    return t`Diagonal from (${from}) to (${to})`
  }
  const place = doc.at?.[fold.at] ?? ''
  return doc.along === 'height'
    ? t`Score along the height at ${place} ${units}`
    : t`Score along the width at ${place} ${units}`
}

function FoldRow(props: {
  fold: HandFold
  units: Units
  light: (ref: MarkRef | null) => void
  set: (angle: number | null, way: Way) => void
}) {
  const { fold, set } = props
  const { doc } = fold
  const angle = doc.angle ?? null
  const way: Way = doc.fold ?? 'valley'
  const name = said(fold, props.units)
  const other = angle !== null && !USUAL.includes(angle)
  const ref: MarkRef | null = fold.at === null ? null : { kind: 'scores', group: fold.group, at: fold.at }
  return (
    <div
      className={classes.row}
      onPointerEnter={() => props.light(ref)}
      onPointerLeave={() => props.light(null)}
      onFocus={() => props.light(ref)}
    >
      <span className={classes.name}>
        <FracWords text={name} />
      </span>
      <NativeSelect
        id={`fold-${fold.number}`}
        size="xs"
        aria-label={t`${name}: how far`}
        value={angle === null ? FORM : other ? OTHER : String(angle)}
        onChange={(event) => {
          const text = event.currentTarget.value
          set(text === FORM ? null : text === OTHER ? 45 : Number(text), way)
        }}
        data={[
          { value: FORM, label: t`not set` },
          { value: '0', label: t`flat` },
          { value: '90', label: '90°' },
          { value: '180', label: '180°' },
          { value: OTHER, label: t`another…` },
        ]}
      />
      {other ? (
        <NumberInput
          size="xs"
          aria-label={t`${name}: degrees`}
          className={classes.degrees}
          min={0}
          max={180}
          clampBehavior="strict"
          allowDecimal={false}
          suffix="°"
          value={angle}
          onChange={(value) => typeof value === 'number' && set(value, way)}
        />
      ) : null}
      {angle ? (
        <NativeSelect
          size="xs"
          aria-label={t`${name}: which way`}
          value={way}
          onChange={(event) => set(angle, event.currentTarget.value === 'mountain' ? 'mountain' : 'valley')}
          data={[
            { value: 'valley', label: t`towards you` },
            { value: 'mountain', label: t`away from you` },
          ]}
        />
      ) : null}
    </div>
  )
}
