/** Where two documents differ, for a person: a row per top-level field or list item. */
import { t } from '@lingui/core/macro'

export interface Difference {
  label: string
  mine: string
  theirs: string
}

type Doc = Record<string, unknown>

/** What the fields of our documents are called; another is called by its key. */
export function nameOf(key: string): string {
  const names: Record<string, string> = {
    along: t`along`,
    at: t`at`,
    at_once: t`sheets at once`,
    bow: t`bow`,
    caliper: t`thickness`,
    cautions: t`cautions`,
    colourways: t`colourways`,
    column: t`column`,
    contents: t`what goes inside`,
    corners: t`corners`,
    count: t`count`,
    cut: t`cut`,
    cuts: t`lengths`,
    date: t`date`,
    depth: t`depth`,
    diameter: t`diameter`,
    edges: t`edges that cannot be used`,
    faces: t`faces`,
    fee: t`fee`,
    extras: t`what else it costs`,
    other_fees: t`other fees`,
    at_table: t`left for the table`,
    people_months: t`months that people are kept`,
    allergens: t`allergens`,
    shade: t`shade`,
    dries: t`minutes of drying`,
    batch: t`part of a batch`,
    ridge: t`where ridges go`,
    board: t`reach of the scoring board`,
    plate_long: t`length of the plates`,
    evening_minutes: t`minutes an evening`,
    helpers: t`people who prepare`,
    evening_from: t`when an evening begins`,
    evening_days: t`days of preparing`,
    only: t`of the fee`,
    amount: t`amount`,
    per: t`for`,
    shared_by: t`shared by`,
    sticks: t`what it sticks`,
    lifts: t`what lies on it`,
    tabs_with: t`what tabs are stuck with`,
    mats_with: t`what mats are stuck with`,
    keep_back: t`how far glue stays back`,
    drying: t`how long glue dries`,
    lent: t`comes back`,
    times: t`times`,
    over: t`uses`,
    fits: t`what fits what`,
    fold: t`fold`,
    follows_print: t`follows the print`,
    girth: t`tied around`,
    ground: t`ground`,
    height: t`height`,
    holes: t`holes`,
    ink: t`ink`,
    inner: t`inner`,
    joinable: t`may be joined`,
    keep_offcut: t`offcuts kept from`,
    kind: t`kind`,
    margin: t`margin`,
    mat_of: t`mat of`,
    matched: t`cut as one with`,
    minutes: t`minutes`,
    mix_sizes: t`sizes mixed`,
    papers_together: t`papers cut together`,
    empty_last: t`the last sheet as empty as can be`,
    hour_worth: t`what an hour is worth`,
    sheet_worth: t`what a sheet is worth`,
    measured: t`what a sheet measures`,
    most_piles: t`piles that may wait`,
    motif: t`swatch`,
    name: t`name`,
    note: t`note`,
    number: t`number`,
    numbers: t`numbers`,
    offcuts: t`offcuts`,
    on_hand: t`here`,
    outer: t`outer`,
    pack: t`pack`,
    pack_price: t`price of a pack`,
    pack_sheets: t`sheets in a pack`,
    pack_size: t`size of a pack`,
    paper: t`paper`,
    pass_of: t`comes out of`,
    word: t`word`,
    gives: t`a pass`,
    papers: t`papers`,
    per_kit: t`per kit`,
    piece: t`piece`,
    pieces: t`pieces`,
    pitch: t`distance on a strip`,
    place: t`place`,
    portion: t`portion`,
    print: t`print`,
    project: t`project`,
    ready: t`kits that are there`,
    relief: t`relief`,
    rigid: t`rigid`,
    row: t`row`,
    same_as: t`another size of`,
    safety: t`margin left over`,
    samples: t`samples`,
    says: t`text`,
    scores: t`scores`,
    scrap: t`from scrap`,
    seats: t`seats`,
    share: t`share`,
    sheets_at_once: t`sheets at once`,
    size: t`size`,
    slits: t`slits`,
    spares: t`spares`,
    squaring: t`squaring cut`,
    steps: t`steps`,
    style: t`style of cutting`,
    supplies: t`supplies`,
    supply: t`supply`,
    tabs: t`tabs`,
    tool: t`tool`,
    tools: t`tools`,
    trimmer: t`longest cut`,
    unit: t`unit`,
    units: t`unit of length`,
    up: t`up`,
    value: t`value`,
    variant: t`version`,
    variants: t`versions`,
    when: t`when`,
    width: t`width`,
  }
  return names[key] ?? key.replaceAll('_', ' ')
}

/** A value of a document in words. */
export function said(value: unknown): string {
  if (value === null || value === undefined || value === '') return t`nothing`
  if (Array.isArray(value)) return value.length ? value.map(said).join(', ') : t`none`
  if (typeof value === 'object') {
    return Object.entries(value)
      .filter(([k, v]) => k !== 'id' && v !== null && v !== '' && !(Array.isArray(v) && v.length === 0))
      .map(([k, v]) => `${nameOf(k)} ${said(v)}`)
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
    const label = nameOf(key)
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
            mine: a ? said(a) : t`not there`,
            theirs: b ? said(b) : t`not there`,
          })
      }
    } else {
      rows.push({ label, mine: said(value), theirs: said(other) })
    }
  }
  return rows
}
