import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import classes from './QuickLines.module.css'

/** What is typed: the grammar is the same in every language of the page. */
/* eslint-disable lingui/no-unlocalized-strings -- what is typed, not what is said */
const EXAMPLES = {
  count: '2 walls · Walls (2): · 4 a kit',
  paper: 'in body · from print A',
  scores: 'score 1, 4 1/2 on the long side · score the 11-inch side at 5 1/2 · score 1 on all four sides',
  part: 'score height at 5 from 1 to 3 · mountain score at 2 · diagonal from (0, 0) to (1, 1 1/2)',
  slits: 'slit width at 1, 4 1/2 from 0 to 1 relief 1/16',
  holes: 'hole 1/8 at 5/8, 3/8 · round top corners 1/4 · mitre, notch',
  tabs: 'tab column 5 row 1 · seen column 1 row 1 up bottom as front',
  mats: 'mat of Sleeve column 1 · matched front',
  cut: 'die-cut with margin 1/8 · punched · quarter · from scrap · may turn · follows the print',
}
/* eslint-enable lingui/no-unlocalized-strings */

const sayings = (): [string, string][] => [
  [t`How many`, EXAMPLES.count],
  [t`Paper`, EXAMPLES.paper],
  [t`Scores`, EXAMPLES.scores],
  [t`In part, away`, EXAMPLES.part],
  [t`Slits`, EXAMPLES.slits],
  [t`Holes, corners`, EXAMPLES.holes],
  [t`Tabs, faces`, EXAMPLES.tabs],
  [t`Mats`, EXAMPLES.mats],
  [t`Cut`, EXAMPLES.cut],
]

/** What can be written in the box of words. */
export function QuickHelp() {
  return (
    <details className={classes.help}>
      <summary>
        <Trans>What can be said</Trans>
      </summary>
      <table>
        <tbody>
          {sayings().map(([what, how]) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              <td lang="en">{how}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  )
}
