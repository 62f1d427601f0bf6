export interface Run {
  text: string
  fraction: boolean
}

/** A text cut into plain runs and fractions, so that only fractions get the font's `frac`. */
export function fractionRuns(text: string): Run[] {
  return text
    .split(/(\d+\/\d+)/)
    .map((part) => ({ text: part, fraction: /^\d+\/\d+$/.test(part) }))
    .filter((run) => run.text !== '')
}

/** A sentence with its first letter large. */
export const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** A whole sentence: its first letter large, and a full stop where it does not end by itself. */
export const whole = (text: string) => sentence(/[.?!]$/.test(text) ? text : `${text}.`)
