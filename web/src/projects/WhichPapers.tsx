import { Trans } from '@lingui/react/macro'
import { Button, Chip, Group } from '@mantine/core'
import { useState } from 'react'
import classes from './QuickLines.module.css'

/** One question for a whole text: which of the words in it are papers? Nothing is chosen until it is said. */
export function WhichPapers({ words, say }: { words: string[]; say: (papers: ReadonlySet<string>) => void }) {
  const [chosen, setChosen] = useState<string[]>([])
  return (
    <section className={classes.papers} aria-labelledby="which-papers">
      <p id="which-papers" className={classes.question}>
        <Trans>Which of these are papers?</Trans>
      </p>
      <Chip.Group multiple value={chosen} onChange={setChosen}>
        <Group gap={8} my={6}>
          {words.map((word) => (
            <Chip key={word} value={word} size="md" radius="sm">
              {word}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
      <Button size="compact-sm" variant="default" onClick={() => say(new Set(chosen))}>
        {chosen.length === words.length ? (
          <Trans>All of them</Trans>
        ) : chosen.length ? (
          <Trans>These are, the others are words for me</Trans>
        ) : (
          <Trans>None: they are words for me</Trans>
        )}
      </Button>
    </section>
  )
}
