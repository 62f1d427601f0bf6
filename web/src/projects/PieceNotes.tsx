import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { IconAlertTriangle } from '@tabler/icons-react'
import type { Piece } from '../api/client'
import { FracWords } from '../ui/text/FracWords'
import { sentence } from '../ui/text/fractions'
import type { Changes, Finding } from './actions'
import { FindingLine } from './Checks'
import classes from './Checks.module.css'
import { type CellFault, otherScores } from './draft'

interface Props {
  faults: CellFault[]
  checks: Finding[]
  fresh: boolean
  piece: Piece
  fix: (changes: Changes) => void
}

/** What is to be said of a line of the list, under it: faults, findings, and what has no column. */
export function PieceNotes({ faults, checks, fresh, piece, fix }: Props) {
  const also = alsoOf(piece)
  if (!faults.length && !checks.length && !also.length && !piece.note) return null
  const first = checks.findIndex((check) => check.fix)
  return (
    <ul className={classes.notes}>
      {faults.map((fault) => (
        <li key={fault.message} data-level="error" role="alert">
          <IconAlertTriangle size={17} aria-hidden />{' '}
          <span>
            <FracWords text={sentence(fault.message)} />
          </span>
        </li>
      ))}
      {checks.map((check, n) => (
        <FindingLine
          key={check.code + check.message}
          finding={check}
          fresh={fresh}
          fix={fix}
          fixKey={n === first ? t`Alt Enter` : undefined}
        />
      ))}
      {also.length ? (
        <li data-level="plain">
          <Trans>Also {also.join(', ')}</Trans>
        </li>
      ) : null}
      {piece.note ? (
        <li data-level="plain">
          <Trans>Note: {piece.note}</Trans>
        </li>
      ) : null}
    </ul>
  )
}

/** What a piece has that its line has no column for. */
function alsoOf(piece: Piece): string[] {
  const portions: Record<NonNullable<Piece['portion']>, string> = {
    whole: '',
    'three-quarters': t`three quarters of a whole`,
    half: t`half of a whole`,
    quarter: t`quarter of a whole`,
  }
  return [
    piece.cut === 'die' ? t`die-cut` : piece.cut === 'punch' ? t`punched` : '',
    portions[piece.portion ?? 'whole'],
    piece.slits?.length ? t`slit` : '',
    otherScores(piece) ? t`scored in part` : '',
    piece.scrap ? t`scrap will do` : '',
    piece.matched ? t`cut as one with ${piece.matched}` : '',
    piece.pass_of ? t`${piece.pass_of.gives ?? 1} from a pass of ${piece.pass_of.piece}` : '',
    piece.word ? t`the letters of ${piece.word}` : '',
  ].filter(Boolean)
}
