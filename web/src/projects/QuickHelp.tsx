import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import classes from './QuickLines.module.css'

/** What is typed: the grammar is the same in every language of the page. */
/* eslint-disable lingui/no-unlocalized-strings -- what is typed, not what is said */
const EXAMPLES = {
  count: '2 walls · gussets: 3 at · a pair of flaps at · (6 of them) · 4 a kit',
  paper: 'in body · from print A · from the offcut',
  scores:
    'score 1, 4 1/2 on the long side · on the 11-inch side score at 5 1/2 · score every 2 · folded in half',
  from: 'score 3/4 from each end · half an inch in from both long edges · an inch all round · …, turn it and score at 1',
  part: 'score height at 5 from 1 to 3 · mountain score at 2 · diagonal from (0, 0) to (1, 1 1/2)',
  folds: 'score width at 2 folded 90 degrees · mountain score at 2 folded to 180° · folded 0 degrees (flat)',
  slits: 'slit width at 1, 4 1/2 from 0 to 1 relief 1/16',
  holes: 'hole 1/8 at 5/8, 3/8 · round top corners 1/4 · notch top left corner 1 x 1/2',
  away: 'window 2 x 3 centred on panel 1.2 · circle window 1 1/2 at 1, 2 · remove panels 1.3 and 2.3',
  ends: 'pointed top end 3/4 · forked bottom end 1/2 · rounded notch 1 x 1/2 on the top edge centred',
  tabs: 'tab column 5 row 1 · seen column 1 row 1 up bottom as front',
  mats: 'mat of Sleeve column 1 · mat 3 x 3 for the Lid · matched front',
  cut: '2 die-cut leaves · punched · quarter · 1 3/4 inch circle · may turn · follows the print',
}
/* eslint-enable lingui/no-unlocalized-strings */

const sayings = (): [string, string][] => [
  [t`How many`, EXAMPLES.count],
  [t`Paper`, EXAMPLES.paper],
  [t`Scores`, EXAMPLES.scores],
  [t`From where`, EXAMPLES.from],
  [t`In part, away`, EXAMPLES.part],
  [t`How far it folds`, EXAMPLES.folds],
  [t`Slits`, EXAMPLES.slits],
  [t`Holes, corners`, EXAMPLES.holes],
  [t`Cut out`, EXAMPLES.away],
  [t`Ends, edges`, EXAMPLES.ends],
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
