interface Feature {
  label: string
  again: boolean
}

/** What to look at, in a sentence without its full stop; what does not fit comes first, to be looked at once more. */
export function lookAt(features: Feature[]): string {
  const list = (again: boolean) =>
    features
      .filter((f) => f.again === again)
      .map((f) => f.label.toLowerCase())
      .join(', ')
  return [
    list(true) && `Look once more at ${list(true)}: not as the guide says`,
    list(false) && `Look at ${list(false)}`,
  ]
    .filter(Boolean)
    .join('. ')
}
