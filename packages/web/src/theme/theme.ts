import { createTheme } from '@mui/material/styles';

/**
 * The look of the shop: planed maple and umber ink by day, a dark bench by night. Blue is kept for the line to cut,
 * red for danger; painted-tool green is for what can be done.
 */
declare module '@mui/material/styles' {
  interface Palette {
    /** The line to cut, and nothing else. Wood is as light by night as by day, so the line is the same. */
    line: string;
    /** The rail along the top, and what is written on it. */
    rail: string;
    railText: string;
    /** Edges of drawn wood and of shelves. */
    edge: string;
    shelf: string;
    /** A sheet of paper on the bench. */
    sheet: string;
  }
  interface PaletteOptions {
    line?: string;
    rail?: string;
    railText?: string;
    edge?: string;
    shelf?: string;
    sheet?: string;
  }
}

const SLAB = '"Bitter Variable", Georgia, serif';
const SANS = '"Fira Sans", "Helvetica Neue", sans-serif';

/** Where a finger points, what it hits is this high; what shows a sign alone is as wide. */
const FINGER = { '@media (pointer: coarse)': { minHeight: 44 } } as const;
const FINGERTIP = { '@media (pointer: coarse)': { minHeight: 44, minWidth: 44 } } as const;

/**
 * What has the focus: a ring of the page's text with one of its sheets inside, of which one stands out from whatever is behind. The
 * library has no shadow on a flat button that has the focus, so it is insisted on.
 */
const FOCUS = {
  outline: '3px solid var(--rj-palette-text-primary)',
  outlineOffset: 2,
  boxShadow: '0 0 0 2px var(--rj-palette-sheet) !important',
} as const;

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme', cssVarPrefix: 'rj' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#1f5a49', contrastText: '#ffffff' },
        error: { main: '#b1241b' },
        warning: { main: '#8a5200' },
        success: { main: '#2f6b2f' },
        background: { default: '#f3ead9', paper: '#fbf6ec' },
        text: { primary: '#2a1f16', secondary: '#66543f' },
        divider: '#d9c8a9',
        line: '#2540c9',
        rail: '#33241a',
        railText: '#f6ead6',
        edge: '#6b4f33',
        shelf: '#b98d56',
        sheet: '#fffdf8',
      },
    },
    dark: {
      palette: {
        primary: { main: '#79c2a6', contrastText: '#0e1a15' },
        error: { main: '#ff8a7a' },
        warning: { main: '#f0b35c' },
        success: { main: '#8fcf86' },
        background: { default: '#1c1612', paper: '#28201a' },
        text: { primary: '#f3e8d6', secondary: '#c3b097' },
        divider: '#49392b',
        line: '#2540c9',
        rail: '#110c09',
        railText: '#f3e8d6',
        edge: '#1a120c',
        shelf: '#7a5a35',
        sheet: '#211a15',
      },
    },
  },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: SANS,
    fontSize: 15,
    h1: { fontFamily: SLAB, fontSize: '1.75rem', fontWeight: 700, letterSpacing: '-0.01em' },
    h2: { fontFamily: SLAB, fontSize: '1.2rem', fontWeight: 700 },
    h3: { fontFamily: SLAB, fontSize: '1rem', fontWeight: 650 },
    button: { textTransform: 'none', fontWeight: 500 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums', minHeight: '100vh' },
        a: { color: 'var(--rj-palette-primary-main)' },
        // What is gone to stands below the rail and the strip that stay in view.
        'section[id]': { scrollMarginTop: 180 },
        ':focus-visible': FOCUS,
        'button, summary': FINGER,
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': {
            animationDuration: '0.01ms !important',
            transitionDuration: '0.01ms !important',
            scrollBehavior: 'auto !important',
          },
        },
      },
    },
    MuiButton: { defaultProps: { disableElevation: true }, styleOverrides: { root: FINGER } },
    MuiIconButton: { styleOverrides: { root: FINGERTIP } },
    MuiFormControlLabel: { styleOverrides: { root: FINGER } },
    MuiTab: { styleOverrides: { root: FINGER } },
    MuiInputBase: { styleOverrides: { root: FINGER } },
    // The library takes the ring away, for it has a ripple in its place.
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: { root: { '&:focus-visible, &.Mui-focusVisible': FOCUS } },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiToggleButton: { styleOverrides: { root: { color: 'var(--rj-palette-text-primary)', ...FINGER } } },
    MuiTooltip: { defaultProps: { arrow: true } },
  },
});

/** Figures that count: the slab face with its tabular figures. */
export const FIGURE = { fontFamily: SLAB, fontVariantNumeric: 'tabular-nums lining-nums' } as const;

/** What a hand in a glove hits from beside the saw, px. */
export const TARGET = 64;
/** As high as that, over what the theme gives to any finger. */
export const GLOVE = { '&&': { minHeight: TARGET } } as const;

/** No more lines than these, however long a name is. */
export const lines = (most: number) =>
  ({ display: '-webkit-box', WebkitLineClamp: most, WebkitBoxOrient: 'vertical', overflow: 'hidden' }) as const;
