import { CssBaseline, ThemeProvider } from '@mui/material'
import { lazy, Suspense, useEffect, useMemo } from 'react'
import { BrowserRouter, Navigate, Route, Routes } from 'react-router'
import { ApartPage } from './apart/ApartPage'
import { BenchPage } from './bench/BenchPage'
import { GuidePage } from './guide/GuidePage'
import { PlatePage } from './guide/PlatePage'
import { EntryPage } from './access/EntryPage'
import { PeoplePage } from './access/PeoplePage'
import { useSession } from './api/queries'
import { startEngine } from './engine/engine'
import { BrokenPage } from './shell/BrokenPage'
import { Shell } from './shell/Shell'
import { SpecimensPage } from './specimens/SpecimensPage'
import { gartenTheme } from './theme/theme'
import { useThemeName } from './theme/useThemeName'
import { WordsPage } from './words/WordsPage'

const MeasurePage = lazy(() => import('./measure/MeasurePage').then((m) => ({ default: m.MeasurePage })))
const PortraitPage = lazy(() => import('./pictures/PortraitPage').then((m) => ({ default: m.PortraitPage })))
const SeasonPage = lazy(() => import('./season/SeasonPage').then((m) => ({ default: m.SeasonPage })))
const MapPage = lazy(() => import('./map/MapPage').then((m) => ({ default: m.MapPage })))
const RecordsPage = lazy(() => import('./records/RecordsPage').then((m) => ({ default: m.RecordsPage })))

/** The whole application: themes, the frame, and one page for each view. */
export function App({ nonce }: { nonce: string }) {
  const [themeName, nextTheme] = useThemeName()
  const theme = useMemo(() => gartenTheme(themeName), [themeName])
  const session = useSession().data
  const inside = !!session?.person

  // The core needs the guide, and the guide is for those who have come in.
  useEffect(() => {
    if (inside) startEngine()
  }, [inside])
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <BrowserRouter>
        <Shell themeName={themeName} onNextTheme={nextTheme} inside={inside}>
          {session && !inside && <EntryPage session={session} />}
          {inside && (
            <BrokenPage>
              <Suspense fallback={null}>
                <Routes>
                  <Route path="/bench/:plant?" element={<BenchPage />} />
                  <Route path="/season" element={<SeasonPage />} />
                  <Route path="/map" element={<MapPage />} />
                  <Route path="/records" element={<RecordsPage nonce={nonce} />} />
                  <Route path="/apart" element={<ApartPage />} />
                  <Route path="/guide/:taxon?" element={<GuidePage />} />
                  <Route path="/plate/:taxon" element={<PlatePage />} />
                  <Route path="/portrait/:plant" element={<PortraitPage />} />
                  <Route path="/specimens" element={<SpecimensPage />} />
                  <Route path="/measure" element={<MeasurePage />} />
                  <Route path="/people" element={<PeoplePage />} />
                  <Route path="/words" element={<WordsPage />} />
                  <Route path="*" element={<Navigate to="/season" replace />} />
                </Routes>
              </Suspense>
            </BrokenPage>
          )}
        </Shell>
      </BrowserRouter>
    </ThemeProvider>
  )
}
