/** The lines of the chart of cost and takings, free of React. */

/** A line that stays level until the next point, and rises there. */
export function stepsOf(points: [number, number][]): [number, number][] {
  return points.flatMap(([at, amount], n) => {
    const before = points[n - 1]
    return before ? [[at, before[1]] as [number, number], [at, amount] as [number, number]] : [[at, amount]]
  })
}

/** From 0 on at most five round amounts, the last of which is not below the most there is. */
export function ticksOf(most: number): number[] {
  const rough = most / 4
  const unit = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 2.5, 5, 10].map((times) => times * unit).find((size) => size >= rough) ?? rough
  const count = Math.ceil(most / step - 1e-9)
  return Array.from({ length: count + 1 }, (_, n) => Number((n * step).toPrecision(6)))
}
