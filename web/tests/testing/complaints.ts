const heard: unknown[][] = []

for (const method of ['error', 'warn'] as const) {
  const say = globalThis.console[method]
  globalThis.console[method] = (...said: unknown[]) => {
    heard.push(said)
    say(...said)
  }
}

/** What libraries complained of since this was last asked. */
export const complaints = () => heard.splice(0)
