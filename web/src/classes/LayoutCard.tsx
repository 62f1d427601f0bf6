import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Modal } from '@mantine/core'
import { IconDownload, IconZoomIn } from '@tabler/icons-react'
import { useState } from 'react'
import type { Paper, Piece } from '../api/client'
import { cuts, times } from '../i18n/counts'
import { number } from '../i18n/format'
import { LayoutDrawing } from '../ui/drawing/LayoutDrawing'
import { Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { Length, Size } from '../ui/text/Length'
import { type CutAlike, type PieceCount, settingsOf } from './layouts'
import classes from './Sheets.module.css'

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
  const { letter, stock } = layout
  const size = <Size width={stock.width} height={stock.height} units={units} />
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
            <Trans>
              Cut <span className="figure">{number(group.times)}</span> like this
            </Trans>
          </strong>{' '}
          <span className="soft">
            {stock.kind === 'offcut' ? (
              <Trans>
                layout {letter}, from an offcut of {size}
              </Trans>
            ) : (
              <Trans>
                layout {letter}, {size}
              </Trans>
            )}
          </span>
        </span>
        <span className={classes.tools}>
          <ActionIcon variant="subtle" aria-label={t`Layout ${letter} larger`} onClick={() => setNear(true)}>
            <IconZoomIn size={19} />
          </ActionIcon>
          <ActionIcon
            component="a"
            href={`/api/classes/${classId}/layouts/${letter}.svg`}
            variant="subtle"
            aria-label={t`Layout ${letter} as a drawing at true size`}
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
              {number(row.each)} × {row.piece}
              {colourways.size > 1 ? <ByColourway row={row} colourways={colourways} /> : null}
            </span>
          </li>
        ))}
      </ul>
      <Settings group={group} />
      <Modal
        opened={near}
        onClose={() => setNear(false)}
        size="auto"
        title={t`Layout ${letter}, cut ${times(group.times)}`}
        closeButtonProps={{ 'aria-label': t`Close` }}
      >
        {drawing(Math.min(window.innerWidth - 90, 1100), window.innerHeight - 190)}
      </Modal>
    </figure>
  )
}

function ByColourway({ row, colourways }: { row: PieceCount; colourways: Props['colourways'] }) {
  return row.byColourway.map((c) => {
    const own = colourways.get(c.colourway)
    return (
      <span key={c.colourway} className={classes.ofColourway}>
        {own ? <Swatch look={own} width={17} height={17} /> : null} {number(c.count)} {c.colourway}
      </span>
    )
  })
}

function Settings({ group }: { group: CutAlike }) {
  const { units } = useStudio()
  const { layout } = group
  const settings = settingsOf(layout).map((nm, n) => (
    <span key={nm}>
      {n ? ', ' : ''}
      <Length nm={nm} units={units} />
    </span>
  ))
  return (
    <p className={classes.settings}>
      {settings.length ? (
        <Trans>
          Trimmer at {settings} {units}; {cuts(layout.cuts.length)} in the order numbered
        </Trans>
      ) : (
        <Trans>No cut: the whole sheet is the piece</Trans>
      )}
    </p>
  )
}
