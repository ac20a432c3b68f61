import { createTheme } from '@mantine/core';
import type { MantineColorsTuple } from '@mantine/core';

/** Verdigris, from its palest wash to its deepest patina; shade 7 is the one that buttons have. */
const verdigris: MantineColorsTuple = [
  '#eef6f3',
  '#dfebe5',
  '#bfd8ce',
  '#9cc4b6',
  '#7cb3a2',
  '#5d9c8a',
  '#3f8272',
  '#2a6a5e',
  '#22604f',
  '#174a3d',
];

export const theme = createTheme({
  primaryColor: 'verdigris',
  primaryShade: 7,
  colors: { verdigris },
  fontFamily: "'IBM Plex Sans', system-ui, sans-serif",
  headings: { fontFamily: "'Source Serif 4 Variable', Georgia, serif", fontWeight: '560' },
  fontSizes: { xs: '11px', sm: '12px', md: '13px', lg: '14px', xl: '16px' },
  defaultRadius: '4px',
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Menu: { defaultProps: { shadow: 'md', transitionProps: { duration: 100 } } },
    Modal: { defaultProps: { transitionProps: { duration: 120 }, centered: true } },
  },
});
