import { CssBaseline, ThemeProvider } from '@mui/material'
import { lazy, Suspense, useEffect, useMemo } from 'react'
import { BrowserRouter, Navigate, Route, Routes } from 'react-router'
import { EntryPage } from './people/EntryPage'
import { useSession } from './api/queries'
import { startEngine } from './engine/engine'
import { Awaited } from './kit/Awaited'
import { whenIdle } from './kit/whenIdle'
import { BrokenPage } from './shell/BrokenPage'
import { Moved } from './shell/Moved'
import { Shell } from './shell/Shell'
import { gartenTheme } from './kit/theme/theme'
import { useThemeName } from './kit/theme/useThemeName'

/** What each place is loaded from, by the beginning of its address. */
const places = {
  measure: () => import('./identify/measure/MeasurePage').then((m) => ({ default: m.MeasurePage })),
  portrait: () => import('./identify/pictures/PortraitPage').then((m) => ({ default: m.PortraitPage })),
  today: () => import('./today/SeasonPage').then((m) => ({ default: m.SeasonPage })),
  survey: () => import('./survey/SurveyPage').then((m) => ({ default: m.SurveyPage })),
  identify: () => import('./identify/BenchPage').then((m) => ({ default: m.BenchPage })),
  guide: () => import('./guide/GuidePlace').then((m) => ({ default: m.GuidePlace })),
  names: () => import('./guide/names/GuidePage').then((m) => ({ default: m.GuidePage })),
  keys: () => import('./guide/keys/KeysPage').then((m) => ({ default: m.KeysPage })),
  plate: () => import('./guide/names/PlatePage').then((m) => ({ default: m.PlatePage })),
  apart: () => import('./guide/apart/ApartPage').then((m) => ({ default: m.ApartPage })),
  glossary: () => import('./guide/glossary/WordsPage').then((m) => ({ default: m.WordsPage })),
  table: () => import('./guide/tables/SpecimensPage').then((m) => ({ default: m.SpecimensPage })),
  people: () => import('./people/PeoplePage').then((m) => ({ default: m.PeoplePage })),
  practice: () => import('./practice/PracticePage').then((m) => ({ default: m.PracticePage })),
}

const MeasurePage = lazy(places.measure)
const PortraitPage = lazy(places.portrait)
const SeasonPage = lazy(places.today)
const SurveyPage = lazy(places.survey)
const BenchPage = lazy(places.identify)
const GuidePlace = lazy(places.guide)
const GuidePage = lazy(places.names)
const KeysPage = lazy(places.keys)
const PlatePage = lazy(places.plate)
const ApartPage = lazy(places.apart)
const WordsPage = lazy(places.glossary)
const SpecimensPage = lazy(places.table)
const PeoplePage = lazy(places.people)
const PracticePage = lazy(places.practice)

/** Loads what an address shows while it is still being asked who is there. */
const loadAhead = (address: string) => {
  const first = address.split('/')[1] || 'today'
  if (first in places) void places[first as keyof typeof places]()
  if (['guide', 'keys', 'apart', 'glossary', 'table'].includes(first)) void places.guide()
  if (first === 'guide') void places.names()
}
loadAhead(window.location.pathname)

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
    // Until it is ready the server answers: what is looked at comes first.
    if (inside) return whenIdle(startEngine)
  }, [inside])
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <BrowserRouter>
        <Shell themeName={themeName} onTheme={setTheme} inside={inside}>
          {session && !inside && <EntryPage session={session} />}
          {inside && (
            <BrokenPage>
              <Suspense fallback={<Awaited />}>
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
