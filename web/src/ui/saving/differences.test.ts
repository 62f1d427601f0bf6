import { expect, test } from 'vitest'
import { differences } from './differences'

test('only what differs is shown, a row for each piece of a list', () => {
  const mine = {
    version: 3,
    name: 'Drawer',
    pieces: [
      { name: 'A', width: '4' },
      { name: 'B', width: '2' },
    ],
  }
  const theirs = {
    version: 4,
    name: 'Drawer',
    pieces: [
      { name: 'A', width: '5' },
      { name: 'C', width: '2' },
    ],
  }
  expect(differences(mine, theirs)).toEqual([
    { label: 'A', mine: 'name A, width 4', theirs: 'name A, width 5' },
    { label: 'B', mine: 'name B, width 2', theirs: 'not there' },
    { label: 'C', mine: 'not there', theirs: 'name C, width 2' },
  ])
})

test('plain fields are said, empty ones as nothing', () => {
  expect(differences({ place: '', seats: 4 }, { place: 'Hall', seats: 4 })).toEqual([
    { label: 'place', mine: 'nothing', theirs: 'Hall' },
  ])
})
