import { TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Schemas } from '../api/client'

type Panel = Schemas['PanelDoc']

/** A panel as it is written on the drawing: its column, a point, its row. */
export function PanelField(props: {
  label: string
  panel: Panel | null | undefined
  set: (panel: Panel | null) => void
}) {
  const kept = props.panel ? `${props.panel.column}.${props.panel.row}` : ''
  const [typed, setTyped] = useState<string | null>(null)
  const faulty = typed !== null && typed.trim() !== '' && !/^[1-9]\d{0,2}\.[1-9]\d{0,2}$/.test(typed.trim())
  return (
    <TextInput
      aria-label={props.label}
      placeholder="2.1"
      value={typed ?? kept}
      error={faulty}
      onChange={(e) => {
        const text = e.currentTarget.value
        setTyped(text)
        const found = /^([1-9]\d{0,2})\.([1-9]\d{0,2})$/.exec(text.trim())
        if (found) props.set({ column: Number(found[1]), row: Number(found[2]) })
        else if (!text.trim()) props.set(null)
      }}
      onBlur={() => setTyped(null)}
    />
  )
}
