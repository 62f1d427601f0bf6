import { Button, Menu, Modal } from '@mantine/core'
import { IconChevronDown, IconPrinter, IconScissors } from '@tabler/icons-react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask, type Cutting, type KitClass, type Plan } from '../api/client'
import { keys } from '../api/queries'
import { FracWords } from '../ui/FracWords'
import { sentence } from '../ui/fractions'
import { Size } from '../ui/Length'
import { nmOf } from '../ui/length'
import { useStudio } from '../ui/session'
import { counted } from '../ui/words'
import classes from './ClassPage.module.css'

/** Where the cutting is: what it takes, how far it is, and what a changed class asks besides. */
export function CuttingNote({
  kitClass,
  plan,
  run,
}: {
  kitClass: KitClass
  plan: Plan
  run: Cutting | null
}) {
  const queries = useQueryClient()
  const { units } = useStudio()
  const [asked, setAsked] = useState(false)
  const [says, setSays] = useState('')
  const path = { params: { path: { class_id: kitClass.id } } }
  const keep = (now: Cutting | null) => queries.setQueryData(keys.cutting(kitClass.id), now)
  const attempt = (work: Promise<unknown>) => {
    setSays('')
    work.catch((error: Error) => setSays(error.message))
  }
  const sheets = plan.papers.reduce((sum, row) => sum + row.sheets, 0)
  // Where sizes are mixed the proof is of their price, and is said of them.
  const proved = plan.papers.every((row) => !row.mixed && row.sheets === row.at_least)
  const { cutting } = plan
  return (
    <section className={classes.cutting} aria-label="Cutting">
      <div>
        {run ? (
          <p className={classes.sum}>
            {run.done < run.steps ? (
              <>
                Cutting has begun: <strong className="figure">{run.done}</strong> of{' '}
                {counted(run.steps, 'step')} done.
              </>
            ) : (
              <strong>All cut.</strong>
            )}{' '}
            <span className="soft">The layouts stay as they are.</span>
          </p>
        ) : (
          <p className={classes.sum}>
            <strong className="figure">{sheets}</strong> {sheets === 1 ? 'sheet' : 'sheets'}.{' '}
            {proved ? 'No way of cutting straight across uses fewer. ' : ''}
            <span className="soft">
              {counted(cutting.layouts, 'layout')}, {counted(cutting.settings, 'setting')},{' '}
              {counted(cutting.strokes, 'stroke')}, about {cutting.minutes} min.
              {cutting.largest_offcut ? (
                <>
                  {' '}
                  The largest offcut kept is{' '}
                  <Size
                    width={nmOf(cutting.largest_offcut.width)}
                    height={nmOf(cutting.largest_offcut.height)}
                    units={units}
                  />
                  .
                </>
              ) : null}
            </span>
          </p>
        )}
        {run?.changes.length ? (
          <div className={classes.changes} role="status">
            <p>The class has changed since:</p>
            <ul>
              {run.changes.map((said) => (
                <li key={said}>
                  <FracWords text={sentence(said)} />.
                </li>
              ))}
            </ul>
            {run.changes.some((said) => said.startsWith('cut ')) ? (
              <Button
                size="sm"
                onClick={() =>
                  attempt(ask(api.POST('/api/classes/{class_id}/cutting/changes', path)).then(keep))
                }
              >
                Add it to the cutting
              </Button>
            ) : null}
          </div>
        ) : null}
        {says ? (
          <p role="alert" className="grave">
            {says}
          </p>
        ) : null}
      </div>
      <div className={classes.go}>
        {sheets ? (
          <Button
            component={Link}
            to={`/classes/${kitClass.id}/trimmer`}
            size="md"
            leftSection={<IconScissors size={20} aria-hidden />}
          >
            {run && run.done > 0 ? 'Go on at the trimmer' : 'To the trimmer'}
          </Button>
        ) : null}
        <Menu position="bottom-end" withinPortal>
          <Menu.Target>
            <Button
              variant="default"
              size="md"
              leftSection={<IconPrinter size={19} aria-hidden />}
              rightSection={<IconChevronDown size={16} aria-hidden />}
            >
              Cut guide
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            {(['letter', 'a4'] as const).map((paper) => (
              <Menu.Item
                key={paper}
                component="a"
                href={`/api/classes/${kitClass.id}/cut-guide.pdf?paper=${paper}`}
              >
                PDF on {paper === 'a4' ? 'A4' : 'Letter'}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
        {run ? (
          <Button variant="subtle" size="md" onClick={() => setAsked(true)}>
            Start over
          </Button>
        ) : null}
      </div>
      <Modal
        opened={asked}
        onClose={() => setAsked(false)}
        title="Forget what is cut?"
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        <p>
          The class is planned anew as if nothing were cut yet: {counted(run?.done ?? 0, 'step')} of progress
          and what was noted as spoilt are forgotten. This cannot be undone.
        </p>
        <div className={classes.go}>
          <Button
            color="red"
            onClick={() =>
              attempt(
                ask(api.DELETE('/api/classes/{class_id}/cutting', path)).then(() => {
                  keep(null)
                  setAsked(false)
                }),
              )
            }
          >
            Forget it
          </Button>
          <Button variant="default" onClick={() => setAsked(false)}>
            Keep it
          </Button>
        </div>
      </Modal>
    </section>
  )
}
