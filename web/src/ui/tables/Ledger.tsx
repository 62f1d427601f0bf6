import type { Key, ReactNode, Ref } from 'react'
import './ledger.css'

export interface Column<Row> {
  head: ReactNode
  /** Its head is not shown, but said to those who listen. */
  silent?: boolean
  /** Numbers, to the right. */
  num?: boolean
  /** What the row is of: its own heading. */
  title?: boolean
  /** One cell for all rows of a group, beside them. */
  grouped?: boolean
  width?: number | string
  className?: string | undefined
  cell: (row: Row, at: number) => ReactNode
}

interface Props<Row> {
  columns: Column<Row>[]
  rows: Row[]
  rowKey: (row: Row, at: number) => Key
  /** The rows that belong together, one after another; each group is a body of its own. */
  groupOf?: (row: Row) => Key
  chosen?: (row: Row) => boolean
  rowRef?: (row: Row) => Ref<HTMLTableRowElement> | undefined
  /** What is in a row instead of its cells from a column on. */
  instead?: (row: Row) => { from: number; content: ReactNode; className?: string | undefined } | null
  /** A line of sums: a heading as wide as all columns but those of `sums`. */
  foot?: { head: ReactNode; sums: ReactNode[] }
  className?: string | undefined
  stale?: boolean
}

/** A table as in a ledger: rules between the rows, headings above, sums below. */
export function Ledger<Row>(props: Props<Row>) {
  const { columns, rows, foot } = props
  const groups: { key: Key; rows: [Row, number][] }[] = []
  rows.forEach((row, at) => {
    const key = props.groupOf?.(row) ?? 'all'
    const last = groups.at(-1)
    if (last?.key === key) last.rows.push([row, at])
    else groups.push({ key, rows: [[row, at]] })
  })
  return (
    <table className={`ledger ${props.className ?? ''}`} data-stale={props.stale || undefined}>
      <thead>
        <tr>
          {columns.map((column, n) => (
            <th
              key={n}
              scope="col"
              className={column.num ? 'num' : undefined}
              style={column.width === undefined ? undefined : { width: column.width }}
            >
              {column.silent ? <span className="vanish">{column.head}</span> : column.head}
            </th>
          ))}
        </tr>
      </thead>
      {groups.map((group) => (
        <tbody key={group.key}>
          {group.rows.map(([row, at], n) => (
            <tr
              key={props.rowKey(row, at)}
              data-chosen={props.chosen?.(row) || undefined}
              ref={props.rowRef?.(row)}
            >
              <Cells {...props} row={row} at={at} first={n === 0} span={group.rows.length} />
            </tr>
          ))}
        </tbody>
      ))}
      {foot ? (
        <tfoot>
          <tr>
            <th scope="row" colSpan={columns.length - foot.sums.length}>
              {foot.head}
            </th>
            {foot.sums.map((sum, n) => (
              <td key={n} className="num">
                {sum}
              </td>
            ))}
          </tr>
        </tfoot>
      ) : null}
    </table>
  )
}

function Cells<Row>(props: Props<Row> & { row: Row; at: number; first: boolean; span: number }) {
  const { columns, row, at } = props
  const instead = props.instead?.(row) ?? null
  const shown = instead ? columns.slice(0, instead.from) : columns
  return (
    <>
      {shown.map((column, n) => {
        if (column.grouped && !props.first) return null
        const className = [column.num ? 'num' : '', column.className ?? ''].join(' ').trim() || undefined
        const content = column.cell(row, at)
        return column.title ? (
          <th
            key={n}
            scope={column.grouped ? 'rowgroup' : 'row'}
            rowSpan={column.grouped ? props.span : undefined}
            className={className}
          >
            {content}
          </th>
        ) : (
          <td key={n} className={className}>
            {content}
          </td>
        )
      })}
      {instead ? (
        <td colSpan={columns.length - instead.from} className={instead.className}>
          {instead.content}
        </td>
      ) : null}
    </>
  )
}
