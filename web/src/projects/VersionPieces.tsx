import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, NumberInput, Select, Switch, TextInput } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import { useState } from 'react'
import { Ledger } from '../ui/tables/Ledger'
import { useProject } from './context'
import { readText } from './lines'
import {
  piecesThatDiffer,
  withCount,
  withLeftOut,
  withoutPieceAdded,
  withPaper,
  withPieceAdded,
} from './versions'
import classes from './Versions.module.css'

/** Pieces that a version counts otherwise, cuts from another paper, leaves out, or has of its own. */
export function VersionPieces() {
  const { doc, change } = useProject()
  const [extra, setExtra] = useState<string[]>([])
  const variants = doc.variants ?? []
  const pieces = doc.pieces ?? []
  const differ = new Set([...piecesThatDiffer(doc), ...extra])
  const rows = pieces.filter((piece) => differ.has(piece.name))
  const free = pieces.filter((piece) => !differ.has(piece.name))
  const roles = [...new Set(pieces.map((piece) => piece.paper).filter(Boolean))]
  return (
    <section aria-labelledby="version-pieces" className={classes.part}>
      <h2 id="version-pieces">
        <Trans>Pieces</Trans>
      </h2>
      {rows.length ? (
        <div className={classes.scroll}>
          <Ledger
            className={classes.versions}
            rows={rows}
            rowKey={(piece) => piece.name}
            columns={[
              { head: t`Piece`, title: true, cell: (piece) => piece.name },
              { head: t`The list`, cell: (piece) => t`${piece.per_kit} a kit, ${piece.paper}` },
              ...variants.map((variant, v) => ({
                head: variant.name,
                cell: (piece: (typeof rows)[number]) => {
                  const out = variant.left_out.includes(piece.name)
                  return (
                    <div className={classes.change}>
                      <NumberInput
                        aria-label={t`How many ${piece.name} a kit takes in ${variant.name}`}
                        placeholder={t`the same`}
                        min={0}
                        max={10000}
                        allowDecimal={false}
                        disabled={out}
                        value={variant.counts.find((c) => c.piece === piece.name)?.per_kit ?? ''}
                        onChange={(value) =>
                          change(withCount(doc, v, piece.name, typeof value === 'number' ? value : null))
                        }
                      />
                      <Select
                        aria-label={t`Paper of ${piece.name} in ${variant.name}`}
                        placeholder={t`the same paper`}
                        clearable
                        disabled={out}
                        data={roles}
                        value={variant.papers.find((p) => p.piece === piece.name)?.paper ?? null}
                        onChange={(value) => change(withPaper(doc, v, piece.name, value ?? ''))}
                      />
                      <Switch
                        label={t`left out`}
                        aria-label={t`${piece.name} left out of ${variant.name}`}
                        checked={out}
                        onChange={(e) => change(withLeftOut(doc, v, piece.name, e.currentTarget.checked))}
                      />
                    </div>
                  )
                },
              })),
            ]}
          />
        </div>
      ) : null}
      <div className={classes.versionTools}>
        {free.length ? (
          <Select
            aria-label={t`Let a piece differ`}
            placeholder={t`Let a piece differ…`}
            searchable
            value={null}
            w={320}
            data={free.map((piece) => piece.name)}
            onChange={(value) => value && setExtra([...extra, value])}
          />
        ) : null}
      </div>
      {variants.map((variant, v) => (
        <AddedPieces key={v} at={v} name={variant.name} />
      ))}
    </section>
  )
}

/** The pieces that one version alone has; another is written as it is said. */
function AddedPieces({ at, name }: { at: number; name: string }) {
  const { doc, units, change } = useProject()
  const [text, setText] = useState('')
  const [asked, setAsked] = useState('')
  const added = doc.variants?.[at]?.added ?? []
  async function take() {
    const read = await readText(text, doc).catch(() => null)
    const line = read?.lines[0]
    const question = line?.questions[0]?.message ?? (line?.piece ? '' : t`that is no piece`)
    setAsked(read ? question : t`the server is out of reach`)
    if (!line?.piece || question) return
    change(withPieceAdded(doc, at, line.piece))
    setText('')
  }
  return (
    <div className={classes.added}>
      {added.map((piece) => (
        <p key={piece.name}>
          <Trans>
            Only in {name}: {piece.name}, {piece.width} x {piece.height} {units}, {piece.per_kit} a kit
          </Trans>
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={t`Remove ${piece.name} from ${name}`}
            onClick={() => change(withoutPieceAdded(doc, at, piece.name))}
          >
            <IconX size={17} />
          </ActionIcon>
        </p>
      ))}
      <TextInput
        label={t`A piece that only ${name} has`}
        placeholder={t`write it as you say it, then Enter`}
        lang="en"
        value={text}
        error={asked || undefined}
        onChange={(e) => {
          setText(e.currentTarget.value)
          setAsked('')
        }}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || !text.trim()) return
          e.preventDefault()
          void take()
        }}
      />
    </div>
  )
}
