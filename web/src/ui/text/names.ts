/** A name that is not taken yet: the wish itself, or with a number behind it, as `Tray (2)`. */
export function freeName(wish: string, taken: string[]): string {
  let name = wish
  for (let n = 2; taken.includes(name); n++) name = `${wish} (${n})`
  return name
}
