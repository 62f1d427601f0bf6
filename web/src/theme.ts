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

/** The component library's greys, warmed to the paper. */
const gray: MantineColorsTuple = [
  '#faf7f1',
  '#f3eee4',
  '#e9e1d3',
  '#ddd2bf',
  '#c9bca6',
  '#a99c88',
  '#7d7166',
  '#5f5459',
  '#3c3338',
  '#211b1f',
]
const dark: MantineColorsTuple = [
  '#f1eae2',
  '#c9bfc2',
  '#b9adb2',
  '#7a6f76',
  '#4a4249',
  '#3a3439',
  '#302b2f',
  '#262226',
  '#1b181b',
  '#121012',
]

export const theme = createTheme({
  primaryColor: 'plum',
  primaryShade: { light: 7, dark: 5 },
  colors: { plum, marigold, gray, dark },
  fontFamily: "'Source Sans 3 Variable', sans-serif",
  headings: { fontFamily: "'Bricolage Grotesque Variable', sans-serif", fontWeight: '650' },
  fontSizes: { xs: '14px', sm: '16px', md: '17px', lg: '19px', xl: '22px' },
  defaultRadius: 'sm',
  cursorType: 'pointer',
})
