import { dirname } from 'node:path'
import babel from '@rolldown/plugin-babel'
import react, { reactCompilerPreset } from '@vitejs/plugin-react'
import type { Plugin } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import { defineConfig } from 'vitest/config'

const nonce = 'GARTEN_NONCE'

/** The table of records, and with it its grid, is heavy and stays out of what every view fetches. */
const sharedByViews = (file: string) => /@mui[/]material|[/]src[/]/.test(file) && !/RecordGrid/.test(file)

/** How the page starts: not before the bar is seen, unless nobody looks, and again when the network was away. */
const starter = (files: string[]) => `
const start = () => Promise.all(${JSON.stringify(files)}.map((file) => import(file))).catch(() => setTimeout(start, 1000))
document.hidden ? start() : requestAnimationFrame(() => setTimeout(start))
`

/**
 * Puts the frame's styles and a small starter into the page, so that its bar is painted with the first bytes and all that
 * is heavy comes after. The file that views share is fetched beside the frame's.
 */
const paintedFirst = (): Plugin => ({
  name: 'garten-painted-first',
  transformIndexHtml: {
    order: 'post',
    handler(html, { bundle }) {
      if (!bundle) return html
      const files = Object.values(bundle)
      const scripts = files.flatMap((f) =>
        f.type === 'chunk' && (f.isEntry || f.name === 'shared') ? [...f.imports, f.fileName] : [],
      )
      const styled = html.replace(/\s*<link rel="stylesheet"[^>]*href="[/]([^"]+)"[^>]*>/g, (_, name) => {
        const sheet = bundle[name]
        if (sheet?.type !== 'asset') throw new Error(`The page asks for ${name}, which was not built.`)
        return `\n    <style nonce="${nonce}">${sheet.source}</style>`
      })
      const started = styled.replace(
        /<script type="module"[^>]*src=[^>]*><[/]script>/,
        () =>
          `<script type="module" nonce="${nonce}">${starter([...new Set(scripts)].map((f) => `/${f}`))}</script>`,
      )
      const fonts = files.filter((f) => /atkinson.*-latin-[47]00-normal.*woff2$/.test(f.fileName))
      if (started === styled) throw new Error('The page has no script to start.')
      return {
        html: started,
        tags: fonts.map(({ fileName }) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, href: `/${fileName}` },
          injectTo: 'head' as const,
        })),
      }
    },
  },
})

/** Puts Garten on a device: what it is called there, and every file that it needs without a network. */
const onDevice = VitePWA({
  strategies: 'injectManifest',
  srcDir: 'src/offline',
  filename: 'serviceWorker.ts',
  injectRegister: false,
  manifest: {
    name: 'Garten',
    short_name: 'Garten',
    description: 'Identify wild plants in the field, and keep a survey of them.',
    start_url: '/today',
    display: 'standalone',
    background_color: '#efe8d8',
    theme_color: '#24312a',
    icons: [
      { src: '/icons/garten-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icons/garten-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icons/garten-whole-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  },
  injectManifest: {
    globPatterns: ['index.html', 'assets/*.{js,css,svg,woff2}', 'engine/*.{js,wasm}', 'icons/*.png'],
    maximumFileSizeToCacheInBytes: 5_000_000,
    // What is called by its checksum never changes.
    dontCacheBustURLsMatching: /^assets[/]/,
    // The page is asked for by its address, since the server writes into it.
    manifestTransforms: [
      (entries) => ({
        manifest: entries.map((e) => ({ ...e, url: e.url === 'index.html' ? '/' : `/${e.url}` })),
      }),
    ],
  },
})

export default defineConfig({
  // The compiler keeps what did not change from being drawn again: a feature recorded redraws the standing alone.
  plugins: [react(), babel({ presets: [reactCompilerPreset()] }), paintedFirst(), onDevice],
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
            {
              name: 'react',
              test: /node_modules[/](react|react-dom|react-router|scheduler|@tanstack)[/]/,
              priority: 5,
            },
            {
              name: 'mui',
              test: /@mui|@emotion|react-transition-group|stylis/,
              tags: ['$initial'],
              priority: 4,
            },
            { name: 'frame', tags: ['$initial'], priority: 3 },
            { name: 'shared', test: sharedByViews, minShareCount: 3, priority: 2 },
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
