import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { type ReactNode, Suspense, useSyncExternalStore } from 'react'
import { NavLink, useLocation } from 'react-router'
import { later } from '../kit/later'
import { Sign } from '../kit/Sign'
import { themeLabels, type ThemeName, themeNames } from '../kit/theme/theme'
import { ConnectionNote } from './ConnectionNote'
import { firstWalk } from './firstWalk'
import { Help } from './Help'
import { PersonMenu } from './PersonMenu'
import { placeOf, places } from './places'
import { ReadingNote } from './ReadingNote'
import { SaidBar } from './SaidBar'
import { SearchBox } from './SearchBox'
import { useScrollKept } from './useScrollKept'
import kitCss from '../kit/kit.module.css'
import shellCss from './shell.module.css'

const FirstWalk = later(() => import('./FirstWalk').then((m) => m.FirstWalk))

interface Props {
  themeName: ThemeName
  onTheme: (name: ThemeName) => void
  /** Title of the guide one works with; empty until it is known. */
  guide: string
  /** True when somebody has come in. */
  inside: boolean
  children: ReactNode
}

/** The frame round every view: a bar above, the five places at the side, or below on a phone. */
export function Shell({ themeName, onTheme, guide, inside, children }: Props) {
  const here = placeOf(useLocation().pathname)
  const walking = useSyncExternalStore(firstWalk.watch, firstWalk.step) !== null
  useScrollKept('view')
  const nextTheme = themeNames[(themeNames.indexOf(themeName) + 1) % themeNames.length] ?? 'paper'
  return (
    <div className={clsx(shellCss.shell, !inside && shellCss.shellDoor)}>
      {inside && (
        <a className={shellCss.shellSkip} href="#view">
          Skip to the view
        </a>
      )}
      <header className={clsx(shellCss.shellBar, kitCss.noPrint)}>
        <b className={shellCss.shellTitle}>Garten</b>
        <span className={shellCss.shellPlace}>{guide}</span>
        <span className={kitCss.shellFill} />
        {inside ? (
          <>
            <SearchBox />
            <Help />
            <PersonMenu themeName={themeName} onTheme={onTheme} />
          </>
        ) : (
          <Button
            color="inherit"
            onClick={() => onTheme(nextTheme)}
            aria-label={`Theme: ${themeLabels[themeName]}. Take the next one`}
          >
            {themeLabels[themeName]}
          </Button>
        )}
      </header>
      {inside && (
        <nav className={clsx(shellCss.shellViews, kitCss.noPrint)} aria-label="Places">
          {places.map((p) => (
            <NavLink key={p.to} to={p.to} className={p === here ? shellCss.active : ''}>
              <Sign of={p.sign} />
              {p.label}
            </NavLink>
          ))}
        </nav>
      )}
      <div className={shellCss.shellMain} id="view" tabIndex={-1}>
        <ConnectionNote />
        <ReadingNote />
        {children}
      </div>
      {inside && walking && (
        <Suspense>
          <FirstWalk />
        </Suspense>
      )}
      <SaidBar />
    </div>
  )
}
