import { t } from '@lingui/core/macro'
import { Textarea } from '@mantine/core'
import { memo, useRef, useState } from 'react'
import type { ProjectIn } from '../api/client'
import { whole } from '../ui/text/fractions'
import type { Units } from '../ui/text/length'
import type { ListActions } from './actions'
import { isTaken } from './draft'
import { readText } from './lines'
import classes from './Piece.module.css'

const REST_MS = 120

/** The whole piece as one line of words; typing it again changes the piece. */
export const InWords = memo(function InWords(props: {
  name: string
  index: number
  units: Units
  /** The words of the piece as it is kept; null while it is being saved. */
  words: string | null
  actions: ListActions
  unread: Map<string, string>
}) {
  const { name, index, units, words, actions, unread } = props
  const [draft, setDraft] = useState(() => {
    const text = unread.get(name)
    return text === undefined ? null : { of: name, text }
  })
  const [questions, setQuestions] = useState<string[]>([])
  const [kept, setKept] = useState(words ?? '')
  if (words !== null && words !== kept) setKept(words)
  const unit = units === 'in' ? t`inches` : units
  const newest = useRef<string | null>(null)
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined)
  const here = useRef(false)
  const typed = draft?.of === name ? draft.text : null

  function write(text: string) {
    setDraft({ of: name, text })
    unread.set(name, text)
    newest.current = text
    clearTimeout(resting.current)
    resting.current = setTimeout(() => void take(text), REST_MS)
  }

  async function take(text: string) {
    resting.current = undefined
    const at = (doc: ProjectIn) => doc.pieces?.[index]?.name
    const doc = actions.docOf()
    const others = { ...doc, pieces: (doc.pieces ?? []).filter((_, n) => n !== index) }
    const read = await readText(text, others).catch(() => null)
    if (!read || newest.current !== text || at(actions.docOf()) !== name) return
    const line = read.lines[0]
    const found = line?.questions.map((question) => question.message) ?? []
    if (line?.piece && isTaken(actions.docOf(), index, line.piece.name))
      found.push(t`another piece is called ${line.piece.name}; give this one its own name`)
    setQuestions(found)
    if (!line?.piece || found.length > 0 || read.lines.length !== 1) return
    unread.delete(name)
    setDraft(here.current ? { of: line.piece.name, text } : null)
    setKept(text)
    actions.change(index, line.piece, `words ${index}`)
  }

  function leave() {
    here.current = false
    if (resting.current !== undefined && typed !== null) {
      clearTimeout(resting.current)
      void take(typed)
    } else if (!unread.has(name)) setDraft(null)
  }

  return (
    <div className={classes.words}>
      <Textarea
        label={t`In words`}
        description={t`Anything a piece can have: slits, holes, corners, tabs, mats, faces. Bare numbers are ${unit}.`}
        aria-label={t`${name} in words`}
        lang="en"
        autosize
        minRows={2}
        maxRows={9}
        value={typed ?? kept}
        onChange={(e) => write(e.currentTarget.value.replace(/\n/g, ' '))}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.preventDefault()
        }}
        onFocus={() => {
          here.current = true
        }}
        onBlur={leave}
        error={typed !== null && questions.length ? questions.map(whole).join(' ') : undefined}
      />
    </div>
  )
})
