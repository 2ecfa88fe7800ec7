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

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? ''
const cache = createCache({ key: 'g', nonce, prepend: true })

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <QueryClientProvider client={queryClient}>
        <App nonce={nonce} />
      </QueryClientProvider>
    </CacheProvider>
  </StrictMode>,
)
