/** Geometry of drawings, free of React. Nanometres in, pixels out; y runs down on screen. */

export const MILLIMETRE = 1_000_000
export const INCH = 25_400_000

export interface Box {
  x: number
  y: number
  width: number
  height: number
}

/** Pixels per nm so that a sheet fits a frame, never drawn larger than `most`. */
export function scaleToFit(
  width: number,
  height: number,
  frameWidth: number,
  frameHeight: number,
  most = Infinity,
): number {
  return Math.min(frameWidth / width, frameHeight / height, most)
}

/** A box with y up in nm as a box with y down in px. */
export function onScreen(box: Box, sheetHeight: number, scale: number): Box {
  return {
    x: box.x * scale,
    y: (sheetHeight - box.y - box.height) * scale,
    width: box.width * scale,
    height: box.height * scale,
  }
}

export interface Tick {
  /** Where it is, nm. */
  at: number
  /** 0 for the finest; the largest carry a number. */
  rank: number
  label: string
}

/** A ruler's ticks along a side: inches with halves and quarters, or centimetres with halves. */
export function rulerTicks(length: number, units: 'in' | 'cm' | 'mm'): Tick[] {
  const inches = units === 'in'
  const step = inches ? INCH / 4 : 5 * MILLIMETRE
  const perNumber = inches ? 4 : 2
  const ticks: Tick[] = []
  for (let n = 0; n * step <= length; n++) {
    const rank = n % perNumber === 0 ? 2 : inches && n % 2 === 0 ? 1 : 0
    const number = inches ? n / 4 : units === 'cm' ? n / 2 : n * 5
    ticks.push({ at: n * step, rank, label: rank === 2 ? String(number) : '' })
  }
  return ticks
}

export interface Segment {
  x1: number
  y1: number
  x2: number
  y2: number
}

/** A line across a piece at a distance along a side, y up, nm. */
export function lineAcross(
  along: 'width' | 'height',
  at: number,
  size: { width: number; height: number },
  start: number | null,
  end: number | null,
): Segment {
  return along === 'width'
    ? { x1: at, x2: at, y1: start ?? 0, y2: end ?? size.height }
    : { y1: at, y2: at, x1: start ?? 0, x2: end ?? size.width }
}

/** A segment of a piece that lies turned: its width runs up the sheet. */
export function turned(segment: Segment): Segment {
  return { x1: segment.y1, y1: segment.x1, x2: segment.y2, y2: segment.x2 }
}
