import { Button, Modal, NumberInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, ask, type KitClass, type Rescue } from '../api/client'
import { keys } from '../api/queries'
import { FracWords } from '../ui/FracWords'
import { sentence } from '../ui/fractions'
import { piecesIn, type Step } from './steps'
import classes from './Trimmer.module.css'

const NAMES: Record<Rescue['help'], string> = {
  spare: 'Take a spare',
  offcut: 'Cut it from an offcut',
  sheet: 'Open a sheet',
}

/** A cut went wrong: which piece is lost, and what makes it good. */
export function Miscut({ kitClass, step, close }: { kitClass: KitClass; step: Step; close: () => void }) {
  const queries = useQueryClient()
  const pieces = piecesIn(step)
  const [piece, setPiece] = useState(pieces.length === 1 ? pieces[0] : undefined)
  const [count, setCount] = useState(1)
  const [ways, setWays] = useState<Rescue[] | null>(null)
  const [says, setSays] = useState('')
  // One name for this miscut, so that it counts once however often it is sent.
  const [key] = useState(() => crypto.randomUUID())
  const { paper } = step.stroke
  const path = { params: { path: { class_id: kitClass.id } } }
  useEffect(() => {
    if (!piece) return
    let late = false
    ask(api.POST('/api/classes/{class_id}/cutting/miscut', { ...path, body: { paper, piece, count } })).then(
      (found) => {
        if (!late) setWays(found)
      },
      (error: Error) => {
        if (!late) setSays(error.message)
      },
    )
    return () => {
      late = true
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the class is the same while this is open
  }, [piece, count, paper])
  const take = async (way: Rescue) => {
    if (!piece) return
    try {
      const run = await ask(
        api.POST('/api/classes/{class_id}/cutting/miscut/good', {
          ...path,
          body: { paper, piece, count, by: way.help, key },
        }),
      )
      queries.setQueryData(keys.cutting(kitClass.id), run)
      close()
      notifications.show({
        title: `${count} ${piece} noted as spoilt`,
        message:
          way.help === 'spare'
            ? 'A spare takes its place.'
            : 'What makes it good is cut after the other steps.',
        closeButtonProps: { 'aria-label': 'Close' },
      })
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  return (
    <Modal opened onClose={close} size="lg" title="A miscut" closeButtonProps={{ 'aria-label': 'Close' }}>
      <p>Which piece is lost?</p>
      <div className={classes.choices}>
        {pieces.map((name) => (
          <Button
            key={name}
            size="lg"
            variant={name === piece ? 'filled' : 'default'}
            aria-pressed={name === piece}
            onClick={() => {
              setWays(null)
              setPiece(name)
            }}
          >
            {name}
          </Button>
        ))}
        <NumberInput
          label="How many"
          size="md"
          min={1}
          max={1000}
          allowDecimal={false}
          value={count}
          onChange={(value) => {
            setWays(null)
            setCount(Math.max(1, Number(value) || 1))
          }}
          w={110}
        />
      </div>
      {piece ? <h3 className={classes.saves}>What saves it</h3> : null}
      {piece && ways === null && !says ? <p className="soft">Looking…</p> : null}
      <ul className={classes.ways}>
        {(ways ?? []).map((way, n) => (
          <li key={way.help}>
            <Button size="md" variant={n === 0 ? 'filled' : 'default'} onClick={() => void take(way)}>
              {NAMES[way.help]}
            </Button>
            <span>
              <FracWords text={sentence(way.says)} />.
            </span>
          </li>
        ))}
      </ul>
      {says ? (
        <p role="alert" className="grave">
          {says}
        </p>
      ) : null}
    </Modal>
  )
}
