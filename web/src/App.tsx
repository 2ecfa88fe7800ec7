import { CssBaseline, ThemeProvider } from '@mui/material'
import { Suspense, useEffect, useMemo } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import { BrowserRouter, Navigate, Route, Routes } from 'react-router'
import { sitesQuery, useSession } from './api/queries'
import { startEngine } from './engine/engine'
import { install } from './offline/installation'
import { screenAwake } from './offline/screenAwake'
import { useAway } from './offline/useAway'
import { Awaited } from './kit/Awaited'
import { later } from './kit/later'
import { whenQuiet } from './kit/whenQuiet'
import { BrokenPage } from './shell/BrokenPage'
import { Moved } from './shell/Moved'
import { Shell } from './shell/Shell'
import { views } from './shell/views'
import { gartenTheme } from './kit/theme/theme'
import { useThemeName } from './kit/theme/useThemeName'

const EntryPage = later(() => import('./people/EntryPage').then((m) => m.EntryPage))

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
  const client = useQueryClient()
  const session = useSession().data
  const inside = !!session?.person

  // The core needs the guide, and the guide is for those who have come in.
  useEffect(() => {
    // Until it is ready the server answers: what is looked at comes first.
    if (inside)
      return whenQuiet(client, () => {
        // A plant can be added wherever one is: that asks for the sites.
        void client.prefetchQuery(sitesQuery)
        screenAwake.begin()
        // To put Garten on the device is the larger load, and not in anybody's way to wait for.
        void startEngine()?.then(install)
      })
  }, [inside, client])
  useAway(client, session?.person?.id ?? null)
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <BrowserRouter>
        <Shell themeName={themeName} onTheme={setTheme} guide={session?.guide ?? ''} inside={inside}>
          {session && !inside && (
            <Suspense fallback={<Awaited />}>
              <EntryPage session={session} />
            </Suspense>
          )}
          {inside && (
            <BrokenPage>
              <Suspense fallback={<Awaited />}>
                <Routes>
                  <Route path="/today" element={<views.Today />} />
                  <Route path="/identify/:plant?" element={<views.Identify />} />
                  <Route path="/measure" element={<views.Measure />} />
                  <Route path="/portrait/:plant" element={<views.Portrait />} />
                  <Route path="/survey" element={<views.Survey nonce={nonce} />} />
                  <Route element={<views.Guide />}>
                    <Route path="/guide/:taxon?" element={<views.Names />} />
                    <Route path="/keys/:key?" element={<views.Keys />} />
                    <Route path="/apart" element={<views.Apart />} />
                    <Route path="/glossary" element={<views.Glossary />} />
                    <Route path="/table" element={<views.Table />} />
                    <Route path="/text" element={<views.Texts />} />
                  </Route>
                  <Route path="/plate/:taxon" element={<views.Plate />} />
                  <Route path="/practice" element={<views.Practice />} />
                  <Route path="/waiting" element={<views.Waiting />} />
                  <Route path="/people" element={<views.People />} />
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
