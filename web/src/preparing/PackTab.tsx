import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, NumberInput, SegmentedControl } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { asked } from '../api/queries'
import { useClass } from '../classes/context'
import { bags as bagsWords, pieces } from '../i18n/counts'
import { number } from '../i18n/format'
import { Loaded } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { BagSheet } from './BagSheet'
import { Labels } from './Labels'
import {
  bagKey,
  type BagRow,
  bagsOf,
  bagsWith,
  closedOf,
  dealt,
  isClosed,
  type Item,
  missingIn,
  type Packing,
} from './packing'
import classes from './Pack.module.css'
import type { Ticks } from './tickQueue'
import { For } from '../ui/frame/May'
import { useTicks } from './useTicks'

/** What goes in each bag, ticked by piece or by bag, and what lies on the table. */
export function PackTab() {
  const { saved } = useClass()
  const packing = useQuery(asked.packing(saved.id, saved.version))
  return <Loaded query={packing}>{(found) => <Shown packing={found} />}</Loaded>
}

function Shown({ packing }: { packing: Packing }) {
  const { saved } = useClass()
  const [search, setSearch] = useSearchParams()
  const [by, setBy] = useState('bag')
  const { ticks, say, kept } = useTicks(saved.id, 'packing')
  const every = bagsOf(packing.bags)
  const open = every.find(
    ({ number: bag, row }) => String(bag) === search.get('bag') && row.colourway === search.get('way'),
  )
  const done = closedOf(packing.bags, ticks)
  const show = (row: BagRow, bag: number) =>
    setSearch({ way: row.colourway, bag: String(bag) }, { replace: true })
  return (
    <>
      <section aria-labelledby="pack">
        <h2 id="pack">
          <Trans>
            {number(done)} of {bagsWords(every.length)} closed
          </Trans>
        </h2>
        <p className={classes.how}>
          <SegmentedControl
            aria-label={t`How it is packed`}
            data={[
              { value: 'bag', label: t`Bag by bag` },
              { value: 'piece', label: t`Piece by piece` },
            ]}
            value={by}
            onChange={setBy}
          />
          <span className="soft" role="status">
            {kept ? t`saved on the server` : t`not saved yet: no connection`}
          </span>
        </p>
        {packing.bags.map((row) => (
          <section key={row.colourway} aria-label={row.colourway}>
            <h3>
              {row.colourway}: {bagsWords(row.kits)}
            </h3>
            <p className="soft">
              <FracWords text={whole(row.weight)} /> {row.into ? <FracWords text={whole(row.into)} /> : null}
            </p>
            {by === 'bag' ? (
              <Tiles row={row} ticks={ticks} whose={packing.whose} show={show} />
            ) : (
              <Trays row={row} ticks={ticks} say={say} spares={packing.spares} />
            )}
          </section>
        ))}
      </section>
      {packing.table.length ? (
        <section aria-labelledby="lies" className={classes.part}>
          <h2 id="lies">
            <Trans>On the table</Trans>
          </h2>
          <ul>
            {packing.table.map((row) => (
              <li key={row}>
                <FracWords text={row} />
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <For needs="reader">
        <Labels packing={packing} />
      </For>
      {open ? (
        <BagSheet
          bag={open.number}
          row={open.row}
          ticks={ticks}
          say={say}
          close={() => setSearch({}, { replace: true })}
          next={every.find(
            ({ number: bag, row }) => (row !== open.row || bag !== open.number) && !isClosed(row, bag, ticks),
          )}
          show={show}
        />
      ) : null}
    </>
  )
}

/** The bags as tiles: closed, begun, or empty. */
function Tiles(props: {
  row: BagRow
  ticks: Ticks
  /** Whose a bag is, by its key. */
  whose: Packing['whose']
  show: (row: BagRow, bag: number) => void
}) {
  const { row, ticks, whose, show } = props
  return (
    <ol className={classes.tiles}>
      {Array.from({ length: row.kits }, (_, n) => n + 1).map((bag) => {
        const missing = missingIn(row, bag, ticks).length
        const done = isClosed(row, bag, ticks)
        const state = done ? 'closed' : missing === row.items.length ? 'empty' : missing ? 'begun' : 'full'
        const left = number(missing)
        const words = {
          closed: t`closed`,
          empty: t`empty`,
          full: t`all in`,
          begun: plural(missing, { one: `${left} missing`, other: `${left} missing` }),
        }[state]
        return (
          <li key={bag}>
            <button type="button" data-state={state} onClick={() => show(row, bag)}>
              <strong className="figure">{number(bag)}</strong>
              {whose[bagKey(row, bag)] ? <span>{whose[bagKey(row, bag)]}</span> : null}
              <span>{words}</span>
            </button>
          </li>
        )
      })}
    </ol>
  )
}

/** Each piece dealt to the bags, as from a row of trays. */
function Trays(props: { row: BagRow; ticks: Ticks; say: (more: Ticks) => void; spares: number }) {
  const { row, ticks, say, spares } = props
  return (
    <ul className={classes.trays}>
      {row.items.map((item) => {
        const there = bagsWith(row, item, ticks)
        return (
          <li key={item.key} data-done={there === row.kits}>
            <span>
              <FracWords text={item.says} />
              <span className="soft"> {t`a bag`}</span>
            </span>
            <NumberInput
              aria-label={t`Bags with ${item.name || item.says}`}
              min={0}
              max={row.kits}
              allowDecimal={false}
              clampBehavior="strict"
              value={there}
              suffix={` / ${number(row.kits)}`}
              onChange={(value) => say(dealt(row, item, Number(value) || 0, ticks))}
            />
            <Button
              variant="light"
              size="compact-md"
              disabled={there === row.kits}
              onClick={() => say(dealt(row, item, row.kits, ticks))}
            >
              <Trans>In all of them</Trans>
            </Button>
            {there > 0 && there < row.kits ? (
              <Short item={item} bags={row.kits - there} spares={spares} />
            ) : null}
          </li>
        )
      })}
    </ul>
  )
}

/** What is missing, and what helps. */
function Short({ item, bags, spares }: { item: Item; bags: number; spares: number }) {
  const { saved } = useClass()
  const short = item.count * bags
  return (
    <p className={classes.short}>
      {item.kind === 'piece' ? (
        <>
          {t`${pieces(short)} still to come. Are there too few?`}{' '}
          {spares
            ? plural(spares, {
                one: `One kit is spare: take its pieces, or`,
                other: `${number(spares)} kits are spare: take their pieces, or`,
              })
            : t`No kit is spare:`}{' '}
          <Link to={`/classes/${saved.id}/trimmer`}>
            <Trans>cut more at the trimmer, by Miscut</Trans>
          </Link>
          .
        </>
      ) : (
        <>
          {t`${number(short)} still to come. Are there too few?`}{' '}
          <Link to="/shopping">
            <Trans>Look at the shopping list</Trans>
          </Link>
          .
        </>
      )}
    </p>
  )
}
