import { createTheme, type MantineColorsTuple } from '@mantine/core'

const plum: MantineColorsTuple = [
  '#faf3f7',
  '#efdfe8',
  '#dcbccd',
  '#c795b1',
  '#b47399',
  '#a55c88',
  '#8d4673',
  '#74385f',
  '#5c2b4b',
  '#3f1c33',
]
const marigold: MantineColorsTuple = [
  '#fdf5e6',
  '#f8e6c4',
  '#f0cf94',
  '#e8b763',
  '#e2a33b',
  '#cf8b1f',
  '#a96f12',
  '#8a5a0c',
  '#6c4608',
  '#4d3104',
]

export const theme = createTheme({
  primaryColor: 'plum',
  primaryShade: { light: 7, dark: 5 },
  colors: { plum, marigold },
  fontFamily: "'Source Sans 3 Variable', sans-serif",
  headings: { fontFamily: "'Bricolage Grotesque Variable', sans-serif", fontWeight: '650' },
  defaultRadius: 'sm',
  cursorType: 'pointer',
})
