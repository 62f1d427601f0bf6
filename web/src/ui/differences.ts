/** Where two documents differ, for a person: a row per top-level field or list item. */

export interface Difference {
  label: string
  mine: string
  theirs: string
}

type Doc = Record<string, unknown>

function said(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (Array.isArray(value)) return value.length ? value.map(said).join(', ') : 'none'
  if (typeof value === 'object') {
    return Object.entries(value)
      .filter(([, v]) => v !== null && v !== '' && !(Array.isArray(v) && v.length === 0))
      .map(([k, v]) => `${k.replaceAll('_', ' ')} ${said(v)}`)
      .join(', ')
  }
  return typeof value === 'string' ? value : JSON.stringify(value)
}

type Named = Doc & { name: string }

function namedRows(value: unknown): Named[] | null {
  if (!Array.isArray(value)) return null
  const rows: unknown[] = value
  const isNamed = (row: unknown): row is Named => typeof row === 'object' && row !== null && 'name' in row
  return rows.every(isNamed) ? rows : null
}

/** The fields of `mine` that are not the same in `theirs`; `version` does not count. */
export function differences(mine: Doc, theirs: Doc): Difference[] {
  const rows: Difference[] = []
  for (const [key, value] of Object.entries(mine)) {
    if (key === 'version' || JSON.stringify(value) === JSON.stringify(theirs[key])) continue
    const other = theirs[key]
    const label = key.replaceAll('_', ' ')
    const rowsOfMine = namedRows(value)
    const rowsOfTheirs = namedRows(other)
    if (rowsOfMine && rowsOfTheirs) {
      const names = new Set([...rowsOfMine, ...rowsOfTheirs].map((row) => row.name))
      for (const name of names) {
        const a = rowsOfMine.find((row) => row.name === name)
        const b = rowsOfTheirs.find((row) => row.name === name)
        if (JSON.stringify(a) !== JSON.stringify(b))
          rows.push({
            label: name,
            mine: a ? said(a) : 'not there',
            theirs: b ? said(b) : 'not there',
          })
      }
    } else {
      rows.push({ label, mine: said(value), theirs: said(other) })
    }
  }
  return rows
}
