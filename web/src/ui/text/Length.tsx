import { lengthParts, readLength, type Units } from './length'

interface Props {
  nm: number
  units: Units
  /** Write the unit too; in tables it is once in the column's head. */
  unit?: boolean
}

/** A length with a true fraction. */
export function Length({ nm, units, unit = false }: Props) {
  const parts = lengthParts(nm, units)
  const said = parts.unit || (unit ? units : '')
  return (
    <span style={{ whiteSpace: 'nowrap' }}>
      {parts.whole}
      {parts.whole && parts.top ? ' ' : ''}
      {parts.top ? (
        <span className="frac">
          {parts.top}/{parts.bottom}
        </span>
      ) : null}
      {said ? ` ${said}` : ''}
    </span>
  )
}

/** Width by height, with true fractions and the unit once: millimetres where one has no fraction of an inch. */
export function Size({ width, height, units }: { width: number; height: number; units: Units }) {
  const both = lengthParts(width, units).unit || lengthParts(height, units).unit ? 'mm' : units
  return (
    <span style={{ whiteSpace: 'nowrap' }}>
      <Length nm={width} units={both} /> × <Length nm={height} units={both} unit />
    </span>
  )
}

/** A length as it was typed, with true fractions where it can be read. */
export function TypedLength({ text, units }: { text: string; units: Units }) {
  const read = readLength(text, units)
  return read.ok ? <Length nm={read.nm} units={units} /> : <span className="severe">{text}</span>
}
