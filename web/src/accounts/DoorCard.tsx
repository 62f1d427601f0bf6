import { Alert } from '@mantine/core'
import type { FormEvent, ReactNode } from 'react'
import classes from './SignIn.module.css'

/** The card that stands before the places: one thing to fill in, and what went wrong beside it. */
export function DoorCard(props: {
  title: string
  says?: ReactNode
  error?: Error | null
  over?: boolean
  submit?: () => void
  children?: ReactNode
}) {
  return (
    <main className={props.over ? classes.over : classes.page}>
      <form
        onSubmit={(event: FormEvent) => {
          event.preventDefault()
          props.submit?.()
        }}
        className={`sheet ${classes.card}`}
        aria-label={props.title}
      >
        <img src="/static/mark.svg" width="54" height="54" alt="" />
        <h1>{props.title}</h1>
        {props.says ? <p className="soft">{props.says}</p> : null}
        {props.error ? (
          <Alert color="red" role="alert">
            {props.error.message}
          </Alert>
        ) : null}
        {props.children}
      </form>
    </main>
  )
}
