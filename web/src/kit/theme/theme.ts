import { createTheme } from '@mui/material/styles'

export const themeNames = ['paper', 'lamp', 'sunlight'] as const
export type ThemeName = (typeof themeNames)[number]

export const themeLabels: Record<ThemeName, string> = { paper: 'Paper', lamp: 'Lamp', sunlight: 'Sunlight' }

// MUI computes shades from these; everything else reads the variables in themes.css.
const colours: Record<
  ThemeName,
  { dark: boolean; ink: string; soft: string; card: string; moss: string; rust: string; line: string }
> = {
  paper: {
    dark: false,
    ink: '#24312a',
    soft: '#566157',
    card: '#fffcf4',
    moss: '#3a6038',
    rust: '#9c4022',
    line: '#d3c8ae',
  },
  lamp: {
    dark: true,
    ink: '#ece5d3',
    soft: '#b3b7a6',
    card: '#242b26',
    moss: '#9cc08b',
    rust: '#eb9d78',
    line: '#465046',
  },
  sunlight: {
    dark: false,
    ink: '#000000',
    soft: '#2a2a2a',
    card: '#ffffff',
    moss: '#0b4a0b',
    rust: '#8a1f00',
    line: '#5c5c5c',
  },
}

/** The MUI theme that goes with one of Garten's three themes. */
export function gartenTheme(name: ThemeName) {
  const c = colours[name]
  return createTheme({
    palette: {
      mode: c.dark ? 'dark' : 'light',
      primary: { main: c.moss },
      secondary: { main: c.rust },
      text: { primary: c.ink, secondary: c.soft },
      background: { default: c.card, paper: c.card },
      divider: c.line,
    },
    typography: {
      fontFamily: "'Atkinson Hyperlegible', sans-serif",
      fontSize: 14,
      body1: { fontSize: 'var(--type-text)', lineHeight: 1.4 },
      button: { textTransform: 'none', fontWeight: 700 },
      h2: { fontSize: 'var(--type-title)', fontWeight: 700 },
      h3: { fontSize: 'var(--type-text)', fontWeight: 700 },
    },
    shape: { borderRadius: 6 },
    components: {
      // Nothing fades in or out: a key pressed right after closing a menu must not be lost on it.
      MuiDialog: { defaultProps: { transitionDuration: 0 } },
      MuiMenu: { defaultProps: { transitionDuration: 0 } },
      MuiPopover: { defaultProps: { transitionDuration: 0 } },
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: { defaultProps: { disableElevation: true, size: 'small' } },
      MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
      MuiTextField: { defaultProps: { size: 'small' } },
      MuiCssBaseline: { styleOverrides: { body: { backgroundColor: 'var(--desk)' } } },
    },
  })
}
