// Packs what the server hands out once and for all as tightly as it goes, so that nothing is packed on the fly.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const folder = new URL('../dist/assets', import.meta.url).pathname
for (const name of readdirSync(folder)) {
  if (!/\.(js|css|svg)$/.test(name)) continue
  const file = join(folder, name)
  const content = readFileSync(file)
  writeFileSync(
    `${file}.br`,
    brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: content.length } }),
  )
  writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }))
}
