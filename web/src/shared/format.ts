/** A day as "22 Apr 2026", or without the year. Days come from the server as 2026-04-22. */
export function day(date: string, year = true): string {
  const d = new Date(`${date}T00:00:00Z`)
  return d.toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    ...(year ? { year: 'numeric' } : {}),
    timeZone: 'UTC',
  })
}

/** "LowBranch" and "lowBranch" as "low branch". */
export const words = (name: string) => name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()

/** The first letter in capitals. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
