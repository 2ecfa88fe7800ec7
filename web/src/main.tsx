import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import '@fontsource/source-serif-4/400.css'
import '@fontsource/source-serif-4/400-italic.css'
import '@fontsource/source-serif-4/600.css'
import '@fontsource/source-serif-4/600-italic.css'
import '@fontsource/atkinson-hyperlegible/400.css'
import '@fontsource/atkinson-hyperlegible/700.css'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode, startTransition } from 'react'
import { createRoot } from 'react-dom/client'
import { queryClient } from './api/queries'
import { App } from './App'
import './kit/theme/page.css'
import { keepAnswers } from './offline/keptAnswers'
import { loadAhead } from './shell/views'

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? ''
// No prefixes of other times: every browser that runs the core knows the properties by their names.
const cache = createCache({ key: 'g', nonce, prepend: true, stylisPlugins: [] })

keepAnswers(queryClient)

/** How long the first drawing waits to know who is there, in milliseconds: it is then drawn once and not twice. */
const patience = 1500

/** The letters of nearly all text: were they to come later, every line would break anew. */
const letters = [
  '400 1em "Atkinson Hyperlegible"',
  '700 1em "Atkinson Hyperlegible"',
  '600 1em "Source Serif 4"',
  '400 1em "Source Serif 4"',
  'italic 400 1em "Source Serif 4"',
]

/** Draws the page, once it is known what to draw or patience ends. */
async function draw() {
  await Promise.race([
    Promise.all([
      loadAhead(queryClient, window.location.pathname),
      ...letters.map((l) => document.fonts.load(l)),
    ]),
    new Promise((go) => setTimeout(go, patience)),
  ])
  // As a transition the first drawing is made in slices, and a press or a scroll comes in between.
  startTransition(() => {
    createRoot(document.getElementById('root') as HTMLElement).render(
      <StrictMode>
        <CacheProvider value={cache}>
          <QueryClientProvider client={queryClient}>
            <App nonce={nonce} />
          </QueryClientProvider>
        </CacheProvider>
      </StrictMode>,
    )
  })
}

// Not awaited here: the files fetched ahead import from this one, and would wait for it as it for them.
void draw()
