import { plural, t } from '@lingui/core/macro'
import { SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { number } from '../i18n/format'

/** The letters that the names on the kits take, and the passes of a die of an alphabet. */
export function NameLetters({ found }: { found: Schemas['PeopleOut'] }) {
  const [of, setOf] = useState<'first' | 'whole'>('first')
  const { letters, passes } = of === 'first' ? found.first_letters : found.whole_letters
  const times = number(passes)
  return (
    <details>
      <summary>{t`Letters for the names on the kits`}</summary>
      <SegmentedControl
        aria-label={t`Which names`}
        size="xs"
        my={8}
        data={[
          { value: 'first', label: t`First names` },
          { value: 'whole', label: t`Whole names` },
        ]}
        value={of}
        onChange={setOf}
      />
      <p>
        {letters.map((one) => `${one.letter}\u00a0${number(one.count)}`).join(', ')}.{' '}
        {plural(passes, {
          one: `A die of an alphabet goes through once.`,
          other: `A die of an alphabet goes through ${times} times: it gives each letter once.`,
        })}
      </p>
    </details>
  )
}
