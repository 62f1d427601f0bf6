import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { CloseButton } from '@mantine/core'
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react'
import { fetchPrint, type Print, Printer } from './print'
import classes from './Printing.module.css'
import { TaskState } from './TaskState'
import { fetchFile, useTask } from './useTask'

type Sheet = Print & { number: number }

/** Fetches prints for all that is inside, and shows at the edge of the screen those that take their time. */
export function Printing({ children }: { children: ReactNode }) {
  const [sheets, setSheets] = useState<Sheet[]>([])
  const next = useRef(0)
  const print = useCallback((one: Print) => {
    const number = ++next.current
    setSheets((before) => [...before.filter((sheet) => sheet.href !== one.href), { ...one, number }])
  }, [])
  const close = useCallback((number: number) => {
    setSheets((before) => before.filter((sheet) => sheet.number !== number))
  }, [])
  return (
    <Printer value={print}>
      {children}
      {sheets.length ? (
        <section className={classes.sheets} aria-label={t`To print`}>
          {sheets.map((sheet) => (
            <OneSheet key={sheet.number} sheet={sheet} close={close} />
          ))}
        </section>
      ) : null}
    </Printer>
  )
}

function OneSheet({ sheet, close }: { sheet: Sheet; close: (number: number) => void }) {
  const { href, name, number } = sheet
  const task = useTask(async () => {
    const found = await fetchPrint(href)
    if (!found) close(number)
    return found
  }, fetchFile)
  const begun = useRef(false)
  const begin = task.begin.mutate
  useEffect(() => {
    if (begun.current) return
    begun.current = true
    begin()
  }, [begin])
  const leave = () => {
    if (task.underway) task.end()
    close(number)
  }
  return (
    <div className={classes.sheet}>
      <div className={classes.head}>
        <strong>{name}</strong>
        <CloseButton aria-label={t`Close ${name}`} onClick={leave} />
      </div>
      <TaskState of={{ ...task, end: leave }} made={<Trans>It is ready:</Trans>} />
    </div>
  )
}
