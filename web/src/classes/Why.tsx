import { t } from '@lingui/core/macro'
import { Popover, UnstyledButton } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { Loaded } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { useClass } from './context'
import classes from './Why.module.css'

type Explained = Schemas['ExplainedOut']

interface Props {
  kind: Explained['kind']
  id?: string
  figure: Explained['figures'][number]['name']
  /** What the figure is of, for those who listen. */
  what: string
  children: ReactNode
}

/** A figure that opens on a click: the formula with its numbers, what it is made of, the sources. */
export function Why({ kind, id = '', figure, what, children }: Props) {
  return (
    <Popover width={420} position="bottom-end" shadow="md" withinPortal trapFocus returnFocus>
      <Popover.Target>
        <UnstyledButton className={classes.figure} title={t`How ${what} comes about`}>
          {children}
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown className={classes.open} tabIndex={-1} aria-label={what}>
        <Opened kind={kind} id={id} figure={figure} />
      </Popover.Dropdown>
    </Popover>
  )
}

function Opened({ kind, id, figure }: { kind: string; id: string; figure: string }) {
  const { saved } = useClass()
  const found = useQuery(asked.explained(saved.id, saved.version, saved.planned.plan?.cost))
  return (
    <Loaded query={found}>
      {(rows) => {
        const row = rows.find((one) => one.kind === kind && one.id === id)
        const formula = row?.figures.find((one) => one.name === figure)?.formula
        if (!row || !formula) return <p>{t`It cannot be said here how this came about.`}</p>
        return (
          <>
            <p className={classes.formula}>
              <FracWords text={formula} />
            </p>
            {row.parts.length ? (
              <ul className={classes.parts}>
                {row.parts.map((part) => (
                  <li key={part}>
                    <FracWords text={part} />
                  </li>
                ))}
              </ul>
            ) : null}
            {row.sources.map((source) => (
              <p key={source} className="soft">
                {source}
              </p>
            ))}
          </>
        )
      }}
    </Loaded>
  )
}
