import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useState } from 'react'
import type { Paper, Piece } from '../api/client'
import { offcuts } from '../i18n/counts'
import { number } from '../i18n/format'
import { printWords, Swatch } from '../ui/drawing/Swatch'
import { kindWords } from '../ui/drawing/kinds'
import { useStudio } from '../ui/frame/session'
import { Length } from '../ui/text/Length'
import { useClass } from './context'
import { LayoutCard } from './LayoutCard'
import { cutAlike, type SheetsOfPaper } from './layouts'
import classes from './Sheets.module.css'

interface Props {
  rows: SheetsOfPaper[]
  pieces: Map<string, Piece>
  letters: Map<string, string>
  /** The paper that each colourway is known by. */
  colourways: Map<string, Paper | undefined>
}

/** The layouts of every paper, each drawn once. */
export function PaperSheets({ rows, ...shared }: Props) {
  const { saved, paperOf } = useClass()
  const studio = useStudio()
  const [lit, setLit] = useState<string | null>(null)
  if (rows.length === 0)
    return (
      <p>
        <Trans>No kits, so nothing to cut. Add a seat above.</Trans>
      </p>
    )
  return rows.map((row, at) => {
    const paper = paperOf(row.paper)
    return paper ? (
      <section key={at} className={classes.paper} aria-label={t`Sheets of ${paper.name}`}>
        <header>
          <Swatch look={paper} width={56} height={56} />
          <div>
            <h2>{paper.name}</h2>
            <p className="soft">
              {kindWords()[paper.kind]}, {printWords()[paper.print ?? 'none']}
            </p>
          </div>
          <p className={classes.proof}>
            <Proof row={row} />{' '}
            {row.safety ? (
              <Trans>
                <Length nm={row.safety} units={studio.units} unit /> are left at the far edges of each.
              </Trans>
            ) : null}
          </p>
        </header>
        <div className={classes.layouts}>
          {cutAlike(row.layouts).map((group, n) => (
            <LayoutCard
              key={n}
              classId={saved.id}
              group={group}
              look={paper}
              lit={lit}
              setLit={setLit}
              {...shared}
            />
          ))}
        </div>
      </section>
    ) : null
  })
}

function Proof({ row }: { row: SheetsOfPaper }) {
  return (
    <>
      <strong className="figure">{number(row.sheets)}</strong>{' '}
      {row.offcuts_used
        ? plural(row.sheets, {
            one: `sheet and ${offcuts(row.offcuts_used)} from the cupboard.`,
            other: `sheets and ${offcuts(row.offcuts_used)} from the cupboard.`,
          })
        : plural(row.sheets, { one: 'sheet.', other: 'sheets.' })}{' '}
      {row.proof ? proofWords(row.proof, row.sheets) : ''}
    </>
  )
}

function proofWords(proof: NonNullable<SheetsOfPaper['proof']>, count: number): string {
  if (proof.mixed) return t`It shares the work with its other sizes.`
  if (proof.proved)
    return proof.lowerBound < count
      ? t`No plan whose cuts the trimmer makes uses fewer.`
      : t`No plan of straight cuts uses fewer.`
  if (proof.lowerBound === 0 && count > 0) return t`Whether fewer would do is not proved.`
  return t`Mixed freely, straight cuts would still need at least ${number(proof.lowerBound)}.`
}
