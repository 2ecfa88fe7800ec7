import { Button } from '@mui/material'
import type { ReactNode } from 'react'
import { NavLink } from 'react-router'
import type { ThemeName } from '../theme/theme'
import { ConnectionNote } from './ConnectionNote'
import { PersonMenu } from './PersonMenu'
import { ReadingNote } from './ReadingNote'
import './Shell.css'

const views = [
  { to: '/season', label: 'Season', path: 'M4 6h16v14H4zM4 10h16M8 3v4M16 3v4M8 14h3M8 17h6' },
  {
    to: '/bench',
    label: 'Bench',
    path: 'M12 21V9M12 16C7 16 5 12 5 7c5 0 7 4 7 8M12 12c0-5 2-8 7-8 0 6-3 8-7 8',
  },
  {
    to: '/map',
    label: 'Map',
    path: 'M4 6l5-2 6 2 5-2v14l-5 2-6-2-5 2zM9 4v14M15 6v14',
  },
  { to: '/records', label: 'Records', path: 'M6 4h12v16H6zM9 9h6M9 13h6M9 17h3' },
  {
    to: '/guide',
    label: 'Guide',
    path: 'M7 4h11v16H7zM7 4q-2 0-2 2v12q0 2 2 2M12 16v-6M12 13q-3 0-3-4q3 0 3 4M12 11q3 0 3-4q-3 0-3 4',
  },
  { to: '/apart', label: 'Tell apart', path: 'M12 21V11M12 11C7 11 5 8 5 4M12 11c5 0 7-3 7-7M3 4h4M17 4h4' },
  { to: '/measure', label: 'Measure', path: 'M3 15L15 3l6 6L9 21zM7 11l2 2M10 8l3 3M13 5l2 2' },
  { to: '/specimens', label: 'Tables', path: 'M4 5h16v14H4zM4 10h16M10 10v9M7 14l1 1' },
  { to: '/words', label: 'Words', path: 'M4 6q4-2 8 0q4-2 8 0v13q-4-2-8 0q-4-2-8 0zM12 6v13' },
]

const themeLabels: Record<ThemeName, string> = { paper: 'Paper', lamp: 'Lamp', sunlight: 'Sunlight' }

interface Props {
  themeName: ThemeName
  onNextTheme: () => void
  /** True when somebody has come in. */
  inside: boolean
  children: ReactNode
}

/** The frame round every view: bar above, views at the side, or below on a phone. */
export function Shell({ themeName, onNextTheme, inside, children }: Props) {
  return (
    <div className={inside ? 'shell' : 'shell shell-door'}>
      <header className="shell-bar no-print">
        <b className="shell-title">Garten</b>
        <span className="shell-place">Tamsin Fork</span>
        <span className="shell-fill" />
        <Button
          color="inherit"
          onClick={onNextTheme}
          aria-label={`Theme: ${themeLabels[themeName]}. Take the next one`}
        >
          {themeLabels[themeName]}
        </Button>
        <PersonMenu />
      </header>
      {inside && (
        <nav className="shell-views no-print" aria-label="Views">
          {views.map((v) => (
            <NavLink key={v.to} to={v.to}>
              <svg
                width="24"
                height="24"
                viewBox="0 0 24 24"
                fill="none"
                stroke="currentColor"
                strokeWidth="1.7"
                aria-hidden="true"
              >
                <path d={v.path} strokeLinejoin="round" />
              </svg>
              {v.label}
            </NavLink>
          ))}
        </nav>
      )}
      <div className="shell-main">
        <ConnectionNote />
        <ReadingNote />
        {children}
      </div>
    </div>
  )
}
