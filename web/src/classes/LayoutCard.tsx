import { ActionIcon, Modal } from '@mantine/core'
import { IconDownload, IconZoomIn } from '@tabler/icons-react'
import { useState } from 'react'
import type { Paper, Piece } from '../api/client'
import { LayoutDrawing } from '../ui/LayoutDrawing'
import { Length, Size } from '../ui/Length'
import { nmOf } from '../ui/length'
import { useStudio } from '../ui/session'
import { Swatch } from '../ui/Swatch'
import { counted } from '../ui/words'
import classes from './ClassPage.module.css'
import { type CutAlike, settingsOf } from './layouts'

interface Props {
  classId: number
  group: CutAlike
  look: Parameters<typeof LayoutDrawing>[0]['look']
  pieces: Map<string, Piece>
  letters: Map<string, string>
  lit: string | null
  setLit: (piece: string | null) => void
  /** The paper that each colourway is known by. */
  colourways: Map<string, Paper | undefined>
}

/** One layout: how often it is cut, drawn true, what is on it, and where the trimmer is set. */
export function LayoutCard(props: Props) {
  const { classId, group, look, pieces, letters, lit, setLit, colourways } = props
  const { units } = useStudio()
  const [near, setNear] = useState(false)
  const { layout } = group
  const offcut = layout.stock.kind === 'offcut'
  const settings = settingsOf(layout)
  const drawing = (width: number, height: number) => (
    <LayoutDrawing
      layout={layout}
      units={units}
      look={look}
      pieces={pieces}
      letters={letters}
      lit={lit}
      onPoint={setLit}
      frameWidth={width}
      frameHeight={height}
    />
  )
  return (
    <figure className={classes.layout}>
      <figcaption>
        <span>
          <strong>
            Cut <span className="figure">{group.times}</span> like this
          </strong>{' '}
          <span className="soft">
            layout {layout.letter}, {offcut ? 'from an offcut of ' : ''}
            <Size width={nmOf(layout.stock.width)} height={nmOf(layout.stock.height)} units={units} />
          </span>
        </span>
        <span className={classes.tools}>
          <ActionIcon
            variant="subtle"
            aria-label={`Layout ${layout.letter} larger`}
            onClick={() => setNear(true)}
          >
            <IconZoomIn size={19} />
          </ActionIcon>
          <ActionIcon
            component="a"
            href={`/api/classes/${classId}/layouts/${layout.letter}.svg`}
            variant="subtle"
            aria-label={`Layout ${layout.letter} as a drawing at true size`}
          >
            <IconDownload size={19} />
          </ActionIcon>
        </span>
      </figcaption>
      {drawing(344, 440)}
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
              {colourways.size > 1
                ? row.byColourway.map((c) => {
                    const own = colourways.get(c.colourway)
                    return (
                      <span key={c.colourway} className={classes.ofColourway}>
                        {own ? <Swatch look={own} width={17} height={17} /> : null} {c.count} {c.colourway}
                      </span>
                    )
                  })
                : null}
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
      <Modal
        opened={near}
        onClose={() => setNear(false)}
        size="auto"
        title={`Layout ${layout.letter}, cut ${counted(group.times, 'time')}`}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        {drawing(Math.min(window.innerWidth - 90, 1100), window.innerHeight - 190)}
      </Modal>
    </figure>
  )
}
