import { fractionRuns } from './fractions'

/** A sentence with its fractions set as fractions. */
export function FracWords({ text }: { text: string }) {
  return (
    <>
      {fractionRuns(text).map((run, n) =>
        run.fraction ? (
          <span key={n} className="frac">
            {run.text}
          </span>
        ) : (
          <span key={n}>{run.text}</span>
        ),
      )}
    </>
  )
}
