import { TextInput } from '@mantine/core'
import { useState } from 'react'

interface Props {
  label: string
  value: string
  /** What is taken where nothing is said. */
  placeholder: string
  keep: (text: string) => void
  unit?: string
}

/** A field whose text is kept when it is left, or at Enter. */
export function Said({ label, value, placeholder, keep, unit }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const leave = () => {
    if (typed !== null && typed.trim() !== value) keep(typed.trim())
    setTyped(null)
  }
  return (
    <TextInput
      aria-label={label}
      size="sm"
      w={112}
      value={typed ?? value}
      placeholder={placeholder}
      rightSection={unit ? <span className="soft">{unit}</span> : undefined}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={leave}
      onKeyDown={(e) => {
        if (e.key === 'Enter') leave()
      }}
    />
  )
}
