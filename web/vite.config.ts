import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react()],
  html: { cspNonce: 'GARTEN_NONCE' },
  build: {
    target: 'es2022',
    // Everything stays a file of its own: the policy of the page allows no data: fonts or scripts.
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
})
