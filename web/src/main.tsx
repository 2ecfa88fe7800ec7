import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import '@fontsource-variable/source-serif-4/index.css'
import '@fontsource-variable/source-serif-4/wght-italic.css'
import '@fontsource/atkinson-hyperlegible/400.css'
import '@fontsource/atkinson-hyperlegible/700.css'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { queryClient } from './api/queries'
import { App } from './App'
import './kit/theme/page.css'
import { loadAhead } from './shell/views'

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? ''
// No prefixes of other times: every browser that runs the core knows the properties by their names.
const cache = createCache({ key: 'g', nonce, prepend: true, stylisPlugins: [] })

/** How long the first drawing waits to know who is there, in milliseconds: it is then drawn once and not twice. */
const patience = 300

await Promise.race([
  loadAhead(queryClient, window.location.pathname),
  new Promise((go) => setTimeout(go, patience)),
])

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <QueryClientProvider client={queryClient}>
        <App nonce={nonce} />
      </QueryClientProvider>
    </CacheProvider>
  </StrictMode>,
)
