import { ActionIcon, Button, NumberInput, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, ask } from '../api/client'
import { keys } from '../api/queries'
import { nmOf } from '../ui/length'
import { Size } from '../ui/Length'
import { useStudio } from '../ui/session'
import { PRINT_WORDS, Swatch } from '../ui/Swatch'
import { counted, money, sumOf } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'
import { withColourway, withPaper } from './draft'

/** Which paper each role takes in each colourway, and what is to be bought. */
export function PapersTab(sheaf: Sheaf) {
  const { saved, draft, change, project, papers, paperOf, faults } = sheaf
  const roles = project.roles
  const colourways = draft.colourways ?? []
  const options = papers.map((paper) => ({ value: String(paper.id), label: paper.name }))
  if (papers.length === 0) {
    return (
      <section>
        <h2>The cupboard is empty</h2>
        <p>
          <Link to="/cupboard">Put the papers you own or would buy in the cupboard</Link>, then choose among
          them here.
        </p>
      </section>
    )
  }
  return (
    <>
      <section aria-labelledby="colourways">
        <h2 id="colourways">Which paper for what</h2>
        <p className="soft">
          A colourway is some of the kits in their own papers. Shares are weights: 1 and 1 is half and half.
        </p>
        <div className={classes.scroll}>
          <table className={`ledger ${classes.matrix}`}>
            <thead>
              <tr>
                <th scope="col">Colourway</th>
                <th scope="col">Share</th>
                <th scope="col" className="num">
                  Kits
                </th>
                {roles.map((role) => (
                  <th scope="col" key={role}>
                    {role}
                  </th>
                ))}
                <th scope="col">
                  <span className="vanish">Take out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {colourways.map((colourway, n) => (
                <tr key={n}>
                  <td>
                    <TextInput
                      aria-label={`Name of colourway ${n + 1}`}
                      value={colourway.name}
                      error={faults.find((f) => f.path === `colourways[${n}].name`)?.says}
                      onChange={(e) =>
                        change(
                          {
                            ...draft,
                            colourways: colourways.map((c, k) =>
                              k === n ? { ...c, name: e.currentTarget.value } : c,
                            ),
                          },
                          `colourway ${n}`,
                        )
                      }
                    />
                  </td>
                  <td>
                    <NumberInput
                      aria-label={`Share of ${colourway.name}`}
                      w={64}
                      min={0}
                      max={10000}
                      allowDecimal={false}
                      hideControls
                      value={colourway.share ?? 1}
                      onChange={(value) =>
                        change(
                          {
                            ...draft,
                            colourways: colourways.map((c, k) =>
                              k === n ? { ...c, share: Number(value) || 0 } : c,
                            ),
                          },
                          `share ${n}`,
                        )
                      }
                    />
                  </td>
                  <td className="num">{saved.colourways?.[n]?.kits ?? '–'}</td>
                  {roles.map((role) => {
                    const chosen = paperOf(colourway.papers?.[role] ?? 0)
                    return (
                      <td key={role}>
                        <div className={classes.choice}>
                          {chosen ? (
                            <Swatch look={chosen} width={36} height={36} />
                          ) : (
                            <span className={classes.noSwatch} />
                          )}
                          <Select
                            aria-label={`Paper for ${role} in ${colourway.name}`}
                            data={options}
                            searchable
                            allowDeselect={false}
                            placeholder="Choose a paper"
                            error={!chosen}
                            value={chosen ? String(chosen.id) : null}
                            onChange={(value) =>
                              value && change(withPaper(draft, n, role, Number(value)), 'paper', 0)
                            }
                          />
                        </div>
                      </td>
                    )
                  })}
                  <td>
                    <ActionIcon
                      variant="subtle"
                      color="gray"
                      aria-label={`Take out ${colourway.name}`}
                      disabled={colourways.length === 1}
                      onClick={() =>
                        change({ ...draft, colourways: colourways.filter((_, k) => k !== n) }, '', 0)
                      }
                    >
                      <IconX size={18} />
                    </ActionIcon>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <Button
          variant="light"
          mt="sm"
          leftSection={<IconPlus size={18} />}
          onClick={() => change(withColourway(draft), '', 0)}
        >
          Another colourway
        </Button>
      </section>
      <PaperShopping {...sheaf} />
    </>
  )
}

function PaperShopping({ saved, paperOf }: Sheaf) {
  const { units, currency } = useStudio()
  const plan = saved.planned.plan
  const packs = useQuery({
    queryKey: keys.packs,
    queryFn: () => ask(api.GET('/api/packs')),
    enabled: Boolean(plan?.packs.length),
  })
  if (!plan) return null
  const total = sumOf([...plan.papers, ...plan.packs].map((row) => row.cost))
  return (
    <section aria-labelledby="buy-papers" className={classes.later}>
      <h2 id="buy-papers">Sheets and packs</h2>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col" colSpan={2}>
              Paper
            </th>
            <th scope="col">Sheet</th>
            <th scope="col" className="num">
              Sheets to cut
            </th>
            <th scope="col" className="num">
              In the cupboard
            </th>
            <th scope="col" className="num">
              Packs to buy
            </th>
            <th scope="col" className="num">
              To pay now
            </th>
          </tr>
        </thead>
        <tbody>
          {plan.papers.map((row) => {
            const paper = paperOf(row.paper)
            return paper ? (
              <tr key={row.paper}>
                <td className={classes.mini}>
                  <Swatch look={paper} width={36} height={36} />
                </td>
                <th scope="row">
                  {paper.name}{' '}
                  <div className={classes.sub}>
                    {paper.kind}, {PRINT_WORDS[paper.print ?? 'none']}
                  </div>
                </th>
                <td>
                  <Size width={nmOf(paper.width_mm)} height={nmOf(paper.height_mm)} units={units} />
                </td>
                <td className="num">
                  {row.sheets}
                  {row.offcuts_used ? (
                    <div className={classes.sub}>and {counted(row.offcuts_used, 'offcut')}</div>
                  ) : null}
                </td>
                <td className="num">{paper.on_hand}</td>
                <td className="num">
                  {paper.pack != null ? (
                    <span className="soft">in its pack</span>
                  ) : row.packs ? (
                    <strong>
                      {counted(row.packs, 'pack')} of {paper.pack_sheets}
                    </strong>
                  ) : (
                    <span className="soft">none</span>
                  )}
                </td>
                <td className="num">
                  {row.packs ? (
                    paper.pack_price ? (
                      money(row.cost, currency)
                    ) : (
                      <span className="grave">no price</span>
                    )
                  ) : (
                    '–'
                  )}
                </td>
              </tr>
            ) : null
          })}
          {plan.packs.map((row) => {
            const pack = packs.data?.find((p) => p.id === Number(row.pack))
            return (
              <tr key={`pack ${row.pack}`}>
                <td />
                <th scope="row">
                  {pack?.name ?? 'A pack of designs'}
                  <div className={classes.sub}>
                    {row.left
                      .map((left) => `${paperOf(left.paper)?.name ?? 'a design'}, ${left.sheets} left over`)
                      .join('; ')}
                    {row.others ? `; ${counted(row.others, 'sheet')} of other designs for the cupboard` : ''}
                  </div>
                </th>
                <td>{pack ? counted(pack.sheets ?? 0, 'sheet') : ''}</td>
                <td />
                <td />
                <td className="num">
                  {row.packs ? (
                    <strong>{counted(row.packs, 'pack')}</strong>
                  ) : (
                    <span className="soft">none</span>
                  )}
                </td>
                <td className="num">
                  {row.packs ? (
                    pack?.price ? (
                      money(row.cost, currency)
                    ) : (
                      <span className="grave">no price</span>
                    )
                  ) : (
                    '–'
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
        <tfoot>
          <tr>
            <th colSpan={6} scope="row">
              Papers to pay now
            </th>
            <td className="num">{money(total, currency)}</td>
          </tr>
        </tfoot>
      </table>
    </section>
  )
}
