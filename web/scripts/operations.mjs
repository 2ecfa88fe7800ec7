// Writes what every change of the API is called, by how and where it is sent: openapi-typescript gives types, which are gone when the
// page runs.
import { readFileSync, writeFileSync } from 'node:fs'

const { paths } = JSON.parse(readFileSync('../artifacts/openapi/garten.json', 'utf8'))
const changes = Object.entries(paths).flatMap(([path, methods]) =>
  Object.entries(methods)
    .filter(([method]) => method !== 'get')
    .map(([method, { operationId }]) => `  '${method.toUpperCase()} ${path}': '${operationId}',`),
)
writeFileSync(
  'src/api/generated/operations.ts',
  `/** What the API calls what is sent to it, by method and address. */\nexport const operations: Record<string, string> = {\n${changes.join('\n')}\n}\n`,
)
