/** Saves a file from the page itself, with what it already has: `saveFile(new Blob([text]), 'names.csv')`. */
export function saveFile(content: Blob, name: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content)
  link.download = name
  link.click()
  // Some browsers read it only after the press has ended.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
