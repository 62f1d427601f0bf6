/** Things counted in words, the number as the studio's place writes it. */
import { plural } from '@lingui/core/macro'
import { number } from './format'

export const kits = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} kit`, other: `${shown} kits` })
}
export const sheets = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} sheet`, other: `${shown} sheets` })
}
export const packs = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} pack`, other: `${shown} packs` })
}
export const seats = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} seat`, other: `${shown} seats` })
}
export const pieces = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} piece`, other: `${shown} pieces` })
}
export const offcuts = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} offcut`, other: `${shown} offcuts` })
}
export const layouts = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} layout`, other: `${shown} layouts` })
}
export const settings = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} setting`, other: `${shown} settings` })
}
export const strokes = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} stroke`, other: `${shown} strokes` })
}
export const steps = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} step`, other: `${shown} steps` })
}
export const strips = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} strip`, other: `${shown} strips` })
}
export const samples = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} sample`, other: `${shown} samples` })
}
export const spares = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} spare`, other: `${shown} spares` })
}
export const lines = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} line`, other: `${shown} lines` })
}
export const classes = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} class`, other: `${shown} classes` })
}
export const cuts = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} cut`, other: `${shown} cuts` })
}
export const times = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} time`, other: `${shown} times` })
}
export const warnings = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} warning`, other: `${shown} warnings` })
}
export const papers = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} paper`, other: `${shown} papers` })
}
export const mats = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} mat`, other: `${shown} mats` })
}
export const waiting = (piles: number): string => {
  const shown = number(piles)
  return plural(piles, { one: `${shown} pile waits`, other: `${shown} piles wait` })
}
export const evenings = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} evening`, other: `${shown} evenings` })
}
export const scores = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} score`, other: `${shown} scores` })
}
export const stops = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} stop`, other: `${shown} stops` })
}
export const bags = (count: number): string => {
  const shown = number(count)
  return plural(count, { one: `${shown} bag`, other: `${shown} bags` })
}
