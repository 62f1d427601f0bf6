import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useMutation } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../api/client'
import { sheets } from '../i18n/counts'
import { FracWords } from '../ui/text/FracWords'
import { sentence } from '../ui/text/fractions'
import { useProject } from './context'
import { withChanges } from './draft'
import classes from './Checks.module.css'

type Fix = Schemas['FixOut']

/** What each fix of a finding would do to the sheets of the classes ahead, when it is asked for. */
export function FixEffects({ fixes }: { fixes: Fix[] }) {
  const { project, doc } = useProject()
  const asked = useMutation({
    mutationFn: () =>
      Promise.all(
        fixes.map((fix) =>
          ask(
            api.POST('/api/projects/{project_id}/effects', {
              params: { path: { project_id: project.id } },
              body: withChanges(doc, fix.changes),
            }),
          ),
        ),
      ),
  })
  if (Object.keys(project.papers).length === 0) return null
  return (
    <>
      {asked.data ? null : (
        <button
          type="button"
          className={classes.ask}
          disabled={asked.isPending}
          onClick={() => asked.mutate()}
        >
          {asked.isPending ? <Trans>Planning…</Trans> : <Trans>What would it do to the sheets?</Trans>}
        </button>
      )}
      {asked.error ? (
        <span role="status">
          <Trans>That cannot be told now; try again.</Trans>
        </span>
      ) : null}
      {asked.data ? (
        <ul className={classes.effects} role="status">
          {asked.data.map((rows, n) => (
            <li key={n}>
              <FracWords text={`${sentence(fixes[n]?.message ?? '')}: `} />
              {rows.length ? rows.map(effectSaid).join('; ') : t`no class ahead teaches it`}
            </li>
          ))}
        </ul>
      ) : null}
    </>
  )
}

/** `Seed swap: 14 sheets, as now`. */
export function effectSaid(row: Schemas['EffectOut']): string {
  if (row.after === null || row.after === undefined)
    return row.why ? t`${row.name}: ${row.why}` : t`${row.name}: still planning`
  const after = sheets(row.after)
  if (row.before === row.after) return t`${row.name}: ${after}, as now`
  if (row.before === null || row.before === undefined) return t`${row.name}: ${after}`
  const before = sheets(row.before)
  return t`${row.name}: ${after}, now ${before}`
}
