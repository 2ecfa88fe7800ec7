import { CssBaseline, ThemeProvider } from '@mui/material'
import { lazy, Suspense, useEffect, useMemo } from 'react'
import { BrowserRouter, Navigate, Route, Routes } from 'react-router'
import { EntryPage } from './people/EntryPage'
import { useSession } from './api/queries'
import { startEngine } from './engine/engine'
import { BrokenPage } from './shell/BrokenPage'
import { Moved } from './shell/Moved'
import { Shell } from './shell/Shell'
import { gartenTheme } from './kit/theme/theme'
import { useThemeName } from './kit/theme/useThemeName'

const MeasurePage = lazy(() =>
  import('./identify/measure/MeasurePage').then((m) => ({ default: m.MeasurePage })),
)
const PortraitPage = lazy(() =>
  import('./identify/pictures/PortraitPage').then((m) => ({ default: m.PortraitPage })),
)
const SeasonPage = lazy(() => import('./today/SeasonPage').then((m) => ({ default: m.SeasonPage })))
const SurveyPage = lazy(() => import('./survey/SurveyPage').then((m) => ({ default: m.SurveyPage })))
const BenchPage = lazy(() => import('./identify/BenchPage').then((m) => ({ default: m.BenchPage })))
const GuidePlace = lazy(() => import('./guide/GuidePlace').then((m) => ({ default: m.GuidePlace })))
const GuidePage = lazy(() => import('./guide/names/GuidePage').then((m) => ({ default: m.GuidePage })))
const KeysPage = lazy(() => import('./guide/keys/KeysPage').then((m) => ({ default: m.KeysPage })))
const PlatePage = lazy(() => import('./guide/names/PlatePage').then((m) => ({ default: m.PlatePage })))
const ApartPage = lazy(() => import('./guide/apart/ApartPage').then((m) => ({ default: m.ApartPage })))
const WordsPage = lazy(() => import('./guide/glossary/WordsPage').then((m) => ({ default: m.WordsPage })))
const SpecimensPage = lazy(() =>
  import('./guide/tables/SpecimensPage').then((m) => ({ default: m.SpecimensPage })),
)
const PeoplePage = lazy(() => import('./people/PeoplePage').then((m) => ({ default: m.PeoplePage })))
const PracticePage = lazy(() => import('./practice/PracticePage').then((m) => ({ default: m.PracticePage })))

/** Where views of an earlier Garten stand now, so that a kept or printed address still leads somewhere. */
const moved = [
  { from: '/bench/:rest?', to: '/identify' },
  { from: '/season', to: '/today' },
  { from: '/map', to: '/survey' },
  { from: '/records', to: '/survey?what=plants' },
  { from: '/words', to: '/glossary' },
  { from: '/specimens', to: '/table' },
]

/** The whole application: themes, the frame, and one page for each view. */
export function App({ nonce }: { nonce: string }) {
  const [themeName, setTheme] = useThemeName()
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
        <Shell themeName={themeName} onTheme={setTheme} inside={inside}>
          {session && !inside && <EntryPage session={session} />}
          {inside && (
            <BrokenPage>
              <Suspense fallback={null}>
                <Routes>
                  <Route path="/today" element={<SeasonPage />} />
                  <Route path="/identify/:plant?" element={<BenchPage />} />
                  <Route path="/measure" element={<MeasurePage />} />
                  <Route path="/portrait/:plant" element={<PortraitPage />} />
                  <Route path="/survey" element={<SurveyPage nonce={nonce} />} />
                  <Route element={<GuidePlace />}>
                    <Route path="/guide/:taxon?" element={<GuidePage />} />
                    <Route path="/keys/:key?" element={<KeysPage />} />
                    <Route path="/apart" element={<ApartPage />} />
                    <Route path="/glossary" element={<WordsPage />} />
                    <Route path="/table" element={<SpecimensPage />} />
                  </Route>
                  <Route path="/plate/:taxon" element={<PlatePage />} />
                  <Route path="/practice" element={<PracticePage />} />
                  <Route path="/people" element={<PeoplePage />} />
                  {moved.map(({ from, to }) => (
                    <Route key={from} path={from} element={<Moved to={to} />} />
                  ))}
                  <Route path="*" element={<Navigate to="/today" replace />} />
                </Routes>
              </Suspense>
            </BrokenPage>
          )}
        </Shell>
      </BrowserRouter>
    </ThemeProvider>
  )
}
