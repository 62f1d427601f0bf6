/** A, B, ... Z, AA: the letter of a piece or layout, so that colour is never the only mark. */
export function letterOf(index: number): string {
  const last = String.fromCharCode(65 + (index % 26))
  return index < 26 ? last : letterOf(Math.floor(index / 26) - 1) + last
}
