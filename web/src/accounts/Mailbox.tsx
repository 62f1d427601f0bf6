import { Trans } from '@lingui/react/macro'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { askedOf } from './queries'
import { momentOf } from '../i18n/format'
import { Loaded } from '../ui/states/states'
import classes from './SignIn.module.css'

/** The letters that this server would send, where it only simulates mail. */
export function Mailbox() {
  const letters = useQuery(askedOf.mailbox())
  return (
    <main className={classes.letters}>
      <h1>
        <Trans>The simulated mailbox</Trans>
      </h1>
      <p className="soft">
        <Trans>
          Nothing leaves this machine: what would go out by mail is here. <Link to="/">Back</Link>
        </Trans>
      </p>
      <Loaded query={letters}>
        {(rows) => (
          <>
            {rows.map((letter) => (
              <article key={letter.id} className={`sheet ${classes.letter}`}>
                <h2>{letter.subject}</h2>
                <p className="soft">
                  {letter.to}, {momentOf(letter.sent)}
                </p>
                <p>
                  {letter.text.split(/(https?:\/\/\S+)/).map((part, n) =>
                    n % 2 ? (
                      <Link key={n} to={new URL(part).pathname}>
                        {part}
                      </Link>
                    ) : (
                      part
                    ),
                  )}
                </p>
              </article>
            ))}
            {rows.length === 0 ? (
              <p>
                <Trans>No letters yet.</Trans>
              </p>
            ) : null}
          </>
        )}
      </Loaded>
    </main>
  )
}
