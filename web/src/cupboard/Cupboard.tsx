import { Button } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Paper, type Supply } from '../api/client'
import { keys } from '../api/queries'
import { Size } from '../ui/Length'
import { nmOf } from '../ui/length'
import { freeName } from '../ui/names'
import { useStudio } from '../ui/session'
import { Empty, Failed, Loaded } from '../ui/states'
import { PRINT_WORDS, Swatch } from '../ui/Swatch'
import { counted, money } from '../ui/words'
import classes from './Cupboard.module.css'
import { PaperDrawer } from './PaperDrawer'
import { SupplyDrawer } from './SupplyDrawer'

/** Papers with their offcuts, and supplies: what is here and what a pack holds. */
export function Cupboard() {
  const papers = useQuery({ queryKey: keys.papers, queryFn: () => ask(api.GET('/api/papers')) })
  const supplies = useQuery({
    queryKey: keys.supplies,
    queryFn: () => ask(api.GET('/api/supplies')),
  })
  const queries = useQueryClient()
  const [paper, setPaper] = useState<number | null>(null)
  const [supply, setSupply] = useState<number | null>(null)
  const addPaper = useMutation({
    mutationFn: () =>
      ask(
        api.POST('/api/papers', {
          body: {
            version: 0, name: freeName('New paper', namesOf(papers.data)), kind: 'cardstock', width: '8 1/2 in', height: '11 in',
            print: 'none', pack_sheets: 1, on_hand: 0, caliper: '',
            edges: { left: '', right: '', top: '', bottom: '' }, offcuts: [], motif: 'plain', ground: '#d9c9a8', ink: '#6b5a3a',
          },
        }),
      ), // prettier-ignore
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.papers })
      setPaper(made.id)
    },
  })
  const addSupply = useMutation({
    mutationFn: () =>
      ask(
        api.POST('/api/supplies', {
          body: {
            version: 0,
            name: freeName('New supply', namesOf(supplies.data)),
            unit: 'each',
            pack_size: '1',
            on_hand: '0',
            joinable: true,
          },
        }),
      ),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.supplies })
      setSupply(made.id)
    },
  })
  const error = addPaper.error ?? addSupply.error
  return (
    <>
      {error ? <Failed error={error} /> : null}
      <div className={classes.head}>
        <h1>Cupboard</h1>
        <Button
          leftSection={<IconPlus size={18} />}
          loading={addPaper.isPending}
          onClick={() => addPaper.mutate()}
        >
          New paper
        </Button>
      </div>
      <Loaded query={papers}>
        {(rows) =>
          rows.length === 0 ? (
            <Empty title="No paper yet">
              Put in the papers you own or would buy: the sheet’s size, what a pack holds and costs, and
              whether its print has an up.
            </Empty>
          ) : (
            <ul className={classes.papers} aria-label="Papers">
              {rows.map((row) => (
                <PaperCard key={row.id} paper={row} open={() => setPaper(row.id)} />
              ))}
            </ul>
          )
        }
      </Loaded>
      <div className={classes.head}>
        <h2>Supplies</h2>
        <Button
          variant="light"
          leftSection={<IconPlus size={18} />}
          loading={addSupply.isPending}
          onClick={() => addSupply.mutate()}
        >
          New supply
        </Button>
      </div>
      <Loaded query={supplies}>
        {(rows) =>
          rows.length === 0 ? (
            <Empty title="No supply yet">Tape, pads, ribbon, glue, brads: whatever comes in packs.</Empty>
          ) : (
            <SupplyTable rows={rows} open={setSupply} />
          )
        }
      </Loaded>
      {paper !== null ? (
        <PaperDrawer
          key={`p${paper}`}
          paper={papers.data?.find((row) => row.id === paper)}
          close={() => setPaper(null)}
        />
      ) : null}
      {supply !== null ? (
        <SupplyDrawer
          key={`s${supply}`}
          supply={supplies.data?.find((row) => row.id === supply)}
          close={() => setSupply(null)}
        />
      ) : null}
    </>
  )
}

const namesOf = (rows: { name: string }[] = []) => rows.map((row) => row.name)

function PaperCard({ paper, open }: { paper: Paper; open: () => void }) {
  const { units, currency } = useStudio()
  const offcuts = (paper.offcuts ?? []).reduce((sum, offcut) => sum + (offcut.count ?? 1), 0)
  return (
    <li>
      <button type="button" className={`sheet ${classes.paper}`} onClick={open}>
        <Swatch look={paper} width={84} height={84} />
        <span>
          <strong>{paper.name}</strong>
          <span className="soft">
            <Size width={nmOf(paper.width_mm)} height={nmOf(paper.height_mm)} units={units} />,{' '}
            {PRINT_WORDS[paper.print ?? 'none']}
          </span>
          <span className={classes.count}>
            <span className="figure">{paper.on_hand}</span> {paper.on_hand === 1 ? 'sheet' : 'sheets'}
            {offcuts ? ` and ${counted(offcuts, 'offcut')}` : ''}
          </span>
          <span className="soft">
            {paper.pack != null
              ? `${paper.pack_sheets} in a pack of designs`
              : `pack of ${paper.pack_sheets}, ${paper.pack_price ? money(paper.pack_price, currency) : 'no price yet'}`}
          </span>
        </span>
      </button>
    </li>
  )
}

function SupplyTable({ rows, open }: { rows: Supply[]; open: (id: number) => void }) {
  const { units, currency } = useStudio()
  const unit = (row: Supply) => (row.unit === 'length' ? ` ${units}` : row.unit === 'ml' ? ' ml' : '')
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col">Supply</th>
          <th scope="col" className="num">
            Here
          </th>
          <th scope="col" className="num">
            A pack holds
          </th>
          <th scope="col" className="num">
            A pack costs
          </th>
          <th scope="col">Lengths</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <th scope="row">
              <button type="button" className={classes.link} onClick={() => open(row.id)}>
                {row.name}
              </button>
            </th>
            <td className="num">
              {row.on_hand}
              {unit(row)}
            </td>
            <td className="num">
              {row.pack_size}
              {unit(row)}
            </td>
            <td className="num">
              {row.pack_price ? money(row.pack_price, currency) : <span className="soft">no price yet</span>}
            </td>
            <td className="soft">
              {row.unit === 'length' ? (row.joinable ? 'may be joined' : 'never joined') : ''}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
