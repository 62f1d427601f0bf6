import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Modal, NumberInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, ask, type Rescue } from '../api/client'
import { keep } from '../api/queries'
import { number } from '../i18n/format'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { useTrimmer } from './context'
import { piecesIn, type Step } from './steps'
import classes from '../ui/guide/Guide.module.css'
import { newId } from '../ui/newId'

const names = (): Record<Rescue['kind'], string> => ({
  spare: t`Take a spare`,
  offcut: t`Cut it from an offcut`,
  sheet: t`Open a sheet`,
})

/** A cut went wrong: which piece is lost, and what makes it good. */
export function Miscut({ step, close }: { step: Step; close: () => void }) {
  const { kitClass } = useTrimmer()
  const queries = useQueryClient()
  const pieces = piecesIn(step)
  const [piece, setPiece] = useState(pieces.length === 1 ? pieces[0] : undefined)
  const [count, setCount] = useState(1)
  const [rescues, setRescues] = useState<Rescue[] | null>(null)
  const [problem, setProblem] = useState('')
  // One name for this miscut, so that it counts once however often it is sent.
  const [key] = useState(() => newId())
  const { paper } = step.stroke
  const path = { params: { path: { class_id: kitClass.id } } }

  useEffect(() => {
    if (!piece) return
    let late = false
    ask(api.POST('/api/classes/{class_id}/cutting/miscut', { ...path, body: { paper, piece, count } })).then(
      (found) => {
        if (!late) setRescues(found)
      },
      (error: Error) => {
        if (!late) setProblem(error.message)
      },
    )
    return () => {
      late = true
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the class is the same while this is open
  }, [piece, count, paper])

  const take = async (rescue: Rescue) => {
    if (!piece) return
    try {
      const run = await ask(
        api.POST('/api/classes/{class_id}/cutting/miscut/good', {
          ...path,
          body: { paper, piece, count, by: rescue.kind, key },
        }),
      )
      keep.cutting(queries, kitClass.id, run)
      close()
      notifications.show({
        title: t`${number(count)} ${piece} noted as spoilt`,
        message:
          rescue.kind === 'spare'
            ? t`A spare takes its place.`
            : t`What makes it good is cut after the other steps.`,
        closeButtonProps: { 'aria-label': t`Close` },
      })
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <Modal opened onClose={close} size="lg" title={t`A miscut`} closeButtonProps={{ 'aria-label': t`Close` }}>
      <p>
        <Trans>Which piece is lost?</Trans>
      </p>
      <div className={classes.choices}>
        {pieces.map((name) => (
          <Button
            key={name}
            size="lg"
            variant={name === piece ? 'filled' : 'default'}
            aria-pressed={name === piece}
            onClick={() => {
              setRescues(null)
              setPiece(name)
            }}
          >
            {name}
          </Button>
        ))}
        <NumberInput
          label={t`How many`}
          size="md"
          min={1}
          max={1000}
          allowDecimal={false}
          value={count}
          onChange={(value) => {
            setRescues(null)
            setCount(Math.max(1, Number(value) || 1))
          }}
          w={110}
        />
      </div>
      {piece ? (
        <h3 className={classes.saves}>
          <Trans>What saves it</Trans>
        </h3>
      ) : null}
      {piece && rescues === null && !problem ? (
        <p className="soft">
          <Trans>Looking…</Trans>
        </p>
      ) : null}
      <ul className={classes.rescues}>
        {(rescues ?? []).map((rescue, n) => (
          <li key={rescue.kind}>
            <Button size="md" variant={n === 0 ? 'filled' : 'default'} onClick={() => void take(rescue)}>
              {names()[rescue.kind]}
            </Button>
            <span>
              <FracWords text={whole(rescue.message)} />
            </span>
          </li>
        ))}
      </ul>
      {problem ? (
        <p role="alert" className="severe">
          {problem}
        </p>
      ) : null}
    </Modal>
  )
}
