import { SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import type { PaperPlan, Piece, Plan } from '../api/client'
import { LayoutDrawing } from '../ui/LayoutDrawing'
import { Length, Size } from '../ui/Length'
import { nmOf } from '../ui/length'
import { useStudio } from '../ui/session'
import { PRINT_WORDS, Swatch } from '../ui/Swatch'
import { counted, letterOf } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'
import { type CutAlike, cutAlike, settingsOf } from './layouts'

const STYLES = [
  { value: 'fewest-sheets', label: 'Fewest sheets' },
  { value: 'fewest-settings', label: 'Fewest layouts' },
  { value: 'kit-per-sheet', label: 'Each kit on its own sheets' },
] as const

const STYLE_SAYS = {
  'fewest-sheets': 'Pieces of different kits share sheets wherever that saves one.',
  'fewest-settings': 'As few different layouts as possible, even where that opens a sheet more.',
  'kit-per-sheet': 'No sheet holds pieces of two kits, so prints match and a kit is bagged as it is cut.',
}

/** Every layout once, with how often to cut it; what is proved of the number of sheets. */
export function SheetsTab({ draft, change, plan, project, paperOf }: Sheaf & { plan: Plan }) {
  const [lit, setLit] = useState<string | null>(null)
  const pieces = new Map((project.pieces ?? []).map((piece) => [piece.name, piece]))
  const letters = new Map((project.pieces ?? []).map((piece, n) => [piece.name, letterOf(n)]))
  const style = draft.style ?? 'fewest-sheets'
  const groups = plan.papers.map((row) => cutAlike(row.layouts))
  return (
    <>
      <div className={classes.styles}>
        <SegmentedControl
          aria-label="What the layouts should be best at"
          data={[...STYLES]}
          value={style}
          onChange={(value) => change({ ...draft, style: value }, 'style', 0)}
        />
        <span className="soft">{STYLE_SAYS[style]}</span>
      </div>
      {plan.papers.length === 0 ? <p>No kits, so nothing to cut. Add a seat above.</p> : null}
      {plan.papers.map((row, at) => {
        const alike = groups[at] ?? []
        const from = groups.slice(0, at).flat().length
        const paper = paperOf(row.paper)
        return paper ? (
          <section key={row.paper} className={classes.paper} aria-label={`Sheets of ${paper.name}`}>
            <header>
              <Swatch look={paper} width={56} height={56} />
              <div>
                <h2>{paper.name}</h2>
                <p className="soft">
                  {paper.kind}, {PRINT_WORDS[paper.print ?? 'none']}
                </p>
              </div>
              <p className={classes.proof}>
                <Proof row={row} />
              </p>
            </header>
            <div className={classes.layouts}>
              {alike.map((group, n) => (
                <LayoutCard
                  key={n}
                  group={group}
                  letter={letterOf(from + n)}
                  look={paper}
                  pieces={pieces}
                  letters={letters}
                  lit={lit}
                  setLit={setLit}
                  manyColourways={(draft.colourways ?? []).length > 1}
                />
              ))}
            </div>
          </section>
        ) : null
      })}
      <p className="caution">
        <strong>Blades cut.</strong> Guard down, cut away from your hand, change a dull blade, adults only in
        a children’s class; rest in between.{' '}
        {[...pieces.values()].some((piece) => piece.cut !== 'trim')
          ? 'At the die-cutting machine keep fingers clear of rollers and plates. '
          : ''}
        The makers’ labels, the venue’s rules and local regulations come first.
      </p>
    </>
  )
}

function Proof({ row }: { row: PaperPlan }) {
  const used = row.offcuts_used ? ` and ${counted(row.offcuts_used, 'offcut')} from the cupboard` : ''
  return (
    <>
      <strong className="figure">{row.sheets}</strong> {row.sheets === 1 ? 'sheet' : 'sheets'}
      {used}.{' '}
      {row.sheets === row.at_least
        ? 'No way of cutting straight across uses fewer.'
        : `Mixed freely, straight cuts would still need at least ${row.at_least}.`}
    </>
  )
}

interface CardProps {
  group: CutAlike
  letter: string
  look: Parameters<typeof LayoutDrawing>[0]['look']
  pieces: Map<string, Piece>
  letters: Map<string, string>
  lit: string | null
  setLit: (piece: string | null) => void
  manyColourways: boolean
}

function LayoutCard({ group, letter, look, pieces, letters, lit, setLit, manyColourways }: CardProps) {
  const { units } = useStudio()
  const { layout } = group
  const offcut = layout.stock.kind === 'offcut'
  const settings = settingsOf(layout)
  return (
    <figure className={classes.layout}>
      <figcaption>
        <strong>
          Cut <span className="figure">{group.times}</span> like this
        </strong>{' '}
        <span className="soft">
          layout {letter}, {offcut ? 'from an offcut of ' : ''}
          <Size width={nmOf(layout.stock.width)} height={nmOf(layout.stock.height)} units={units} />
        </span>
      </figcaption>
      <LayoutDrawing
        layout={layout}
        units={units}
        look={look}
        pieces={pieces}
        letters={letters}
        lit={lit}
        onPoint={setLit}
        frameWidth={344}
        frameHeight={440}
      />
      <ul className={classes.pieceList}>
        {group.pieces.map((row) => (
          <li
            key={row.piece}
            data-lit={lit === row.piece}
            onMouseEnter={() => setLit(row.piece)}
            onMouseLeave={() => setLit(null)}
          >
            <span className={classes.letter}>{letters.get(row.piece)}</span>
            <span>
              {row.each} × {row.piece}
              {manyColourways ? (
                <span className="soft">
                  , {row.byColourway.map((c) => `${c.count} ${c.colourway}`).join(', ')}
                </span>
              ) : null}
            </span>
          </li>
        ))}
      </ul>
      <p className={classes.settings}>
        {settings.length ? (
          <>
            Trimmer at{' '}
            {settings.map((mm, n) => (
              <span key={mm}>
                {n ? ', ' : ''}
                <Length nm={nmOf(mm)} units={units} />
              </span>
            ))}{' '}
            {units}; {counted(layout.cuts.length, 'cut')} in the order numbered
          </>
        ) : (
          'No cut: the whole sheet is the piece'
        )}
      </p>
    </figure>
  )
}
