/** The query of an address with some of it asked otherwise: null takes a name out of it, and the rest is left alone. */
export function withAsked(now: URLSearchParams, change: Record<string, string | null | undefined>) {
  const next = new URLSearchParams(now)
  for (const [name, value] of Object.entries(change))
    if (value === null || value === undefined) next.delete(name)
    else next.set(name, value)
  return next
}
