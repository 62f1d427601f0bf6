import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, ColorInput, FileButton, Select, Switch } from '@mantine/core'
import { IconPhoto } from '@tabler/icons-react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Paper, type PaperIn } from '../api/client'
import { changed } from '../api/queries'
import { motifWords } from '../ui/drawing/kinds'
import classes from './Cupboard.module.css'
import { smallPicture } from './picture'

interface Props {
  paper: Paper
  doc: PaperIn
  set: (more: Partial<PaperIn>) => void
  said: (path: string) => string | undefined
}

type Face = NonNullable<PaperIn['back']>

const motifs = () => Object.entries(motifWords()).map(([value, label]) => ({ value, label }))

/** How a paper looks: its face, its other face where that is printed, and a photograph of it. */
export function PaperLooks({ paper, doc, set, said }: Props) {
  const { back } = doc
  const setBack = (more: Partial<Face>) => back && set({ back: { ...back, ...more } })
  return (
    <>
      <div className={classes.pair}>
        <Select
          label={t`Swatch`}
          allowDeselect={false}
          data={motifs()}
          value={doc.motif ?? 'plain'}
          onChange={(value) => value && set({ motif: value as Face['motif'] })}
        />
        <ColorInput
          label={t`Ground`}
          format="hex"
          withEyeDropper={false}
          value={doc.ground ?? ''}
          onChangeEnd={(value) => set({ ground: value })}
          error={said('ground')}
        />
      </div>
      <ColorInput
        label={t`Ink of the print`}
        format="hex"
        withEyeDropper={false}
        value={doc.ink ?? ''}
        onChangeEnd={(value) => set({ ink: value })}
        error={said('ink')}
      />
      <Switch
        label={<Trans>Its other face is printed or coloured</Trans>}
        checked={back != null}
        onChange={(e) =>
          set({
            back: e.currentTarget.checked ? { motif: 'plain', ground: '#ffffff', ink: '#6b5a3a' } : null,
          })
        }
      />
      {back ? (
        <div className={classes.triple}>
          <Select
            label={t`Other face`}
            allowDeselect={false}
            data={motifs()}
            value={back.motif}
            onChange={(value) => value && setBack({ motif: value as Face['motif'] })}
          />
          <ColorInput
            label={t`Its ground`}
            format="hex"
            withEyeDropper={false}
            value={back.ground}
            onChangeEnd={(value) => setBack({ ground: value })}
            error={said('back.ground')}
          />
          <ColorInput
            label={t`Its ink`}
            format="hex"
            withEyeDropper={false}
            value={back.ink}
            onChangeEnd={(value) => setBack({ ink: value })}
            error={said('back.ink')}
          />
        </div>
      ) : null}
      <Photograph paper={paper} take={(ground) => set({ ground })} />
    </>
  )
}

function Photograph({ paper, take }: { paper: Paper; take: (ground: string) => void }) {
  const queries = useQueryClient()
  const [problem, setProblem] = useState('')
  const [sending, setSending] = useState(false)
  const [colour, setColour] = useState('')
  const params = { path: { paper_id: paper.id } }
  const send = (work: Promise<{ colour: string } | undefined>) => {
    setSending(true)
    setProblem('')
    work
      .then(
        (found) => {
          setColour(found?.colour ?? '')
          return changed(queries, 'paper')
        },
        (error: Error) => setProblem(error.message),
      )
      .finally(() => setSending(false))
  }
  const put = async (file: File) =>
    ask(api.PUT('/api/papers/{paper_id}/photo', { params, body: { content: await smallPicture(file) } }))
  return (
    <div>
      <span className={classes.label}>
        <Trans>Photograph or scan</Trans>
      </span>
      <div className={classes.photo}>
        <FileButton accept="image/jpeg,image/png,image/webp" onChange={(file) => file && send(put(file))}>
          {(props) => (
            <Button {...props} variant="light" loading={sending} leftSection={<IconPhoto size={18} />}>
              {paper.photo ? <Trans>Another photograph</Trans> : <Trans>Show a photograph</Trans>}
            </Button>
          )}
        </FileButton>
        {paper.photo ? (
          <Button
            variant="subtle"
            onClick={() =>
              send(ask(api.DELETE('/api/papers/{paper_id}/photo', { params })).then(() => undefined))
            }
          >
            <Trans>Remove it</Trans>
          </Button>
        ) : null}
        {colour ? (
          <Button variant="subtle" onClick={() => take(colour)}>
            <Trans>Take its colour as the ground</Trans>
          </Button>
        ) : null}
      </div>
      <p role="status" className="severe">
        {problem}
      </p>
    </div>
  )
}
