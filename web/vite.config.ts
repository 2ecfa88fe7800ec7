import { dirname } from 'node:path'
import babel from '@rolldown/plugin-babel'
import react, { reactCompilerPreset } from '@vitejs/plugin-react'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

const nonce = 'GARTEN_NONCE'

/** Fetches what the views share beside what the frame needs, before any script asks for it. */
const sharedAhead = (): Plugin => ({
  name: 'garten-shared-ahead',
  transformIndexHtml: {
    order: 'post',
    handler: (_, { bundle = {} }) =>
      Object.values(bundle)
        .filter((file) => file.type === 'chunk' && file.name === 'shared')
        .map(({ fileName }) => ({
          tag: 'link',
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${fileName}`, nonce },
          injectTo: 'head' as const,
        })),
  },
})

export default defineConfig({
  // The compiler keeps what did not change from being drawn again: a feature recorded redraws the standing alone.
  plugins: [react(), babel({ presets: [reactCompilerPreset()] }), sharedAhead()],
  html: { cspNonce: nonce },
  css: {
    modules: {
      // A class is named by its folder and itself, so that a page can be read in the browser: identify-key__leads.
      generateScopedName: (name, file) =>
        `${dirname(file.split('?')[0] ?? file)
          .split('/src/')
          .at(-1)
          ?.replaceAll('/', '-')}__${name}`,
      localsConvention: 'camelCase',
    },
  },
  build: {
    target: 'es2022',
    // Everything stays a file of its own: the policy of the page allows no data: fonts or scripts.
    assetsInlineLimit: 0,
    // A file asks for its own parts: to ask for them all beforehand held the page up for a tenth of a second.
    modulePreload: { resolveDependencies: () => [] },
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // A file for what the frame needs and one for what views share: a page asks for few files, whichever it is.
        codeSplitting: {
          groups: [
            { name: 'frame', tags: ['$initial'], priority: 3 },
            { name: 'shared', test: /@mui[/]material|[/]src[/]/, minShareCount: 2, priority: 2 },
          ],
        },
      },
    },
  },
  test: {
    environment: 'happy-dom',
    setupFiles: 'tests/testing/setup.ts',
    restoreMocks: true,
    testTimeout: 20_000,
    // Loading the components takes longer than most tests; they are loaded once, and each test cleans up after itself.
    pool: 'threads',
    isolate: false,
    css: false,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
})
