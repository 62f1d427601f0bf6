import { TextInput } from '@mantine/core'
import { useState } from 'react'
import { Refused } from '../api/client'

interface Props {
  label: string
  value: string
  /** What is taken where nothing is said. */
  placeholder: string
  /** Keeps the text; what is thrown is said beside it. */
  keep: (text: string) => Promise<unknown>
  unit?: string
}

const whyOf = (error: Error) =>
  (error instanceof Refused ? error.problem.faults?.[0]?.message : undefined) ?? error.message

/** A field whose text is kept when it is left, or at Enter; what cannot be read stays, with what is wrong. */
export function Said({ label, value, placeholder, keep, unit }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const [wrong, setWrong] = useState('')
  const leave = () => {
    if (typed === null) return
    if (typed.trim() === value) {
      setTyped(null)
      setWrong('')
      return
    }
    keep(typed.trim()).then(
      () => {
        setTyped(null)
        setWrong('')
      },
      (error: Error) => setWrong(whyOf(error)),
    )
  }
  return (
    <TextInput
      aria-label={label}
      size="sm"
      w={wrong ? 200 : 112}
      value={typed ?? value}
      placeholder={placeholder}
      error={wrong || undefined}
      rightSection={unit ? <span className="soft">{unit}</span> : undefined}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={leave}
      onKeyDown={(e) => {
        if (e.key === 'Enter') leave()
      }}
    />
  )
}
