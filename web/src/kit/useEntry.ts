import { useState } from 'react'

interface Entry {
  /** What is being typed. */
  text: string
  /** What was sent and is not answered yet, the first first. */
  sending: string[]
  /** What was refused while the next was being typed already. */
  refused: string[]
}

const nothing: Entry = { text: '', sending: [], refused: [] }

const read = (key: string): Entry => {
  const kept = sessionStorage.getItem(key)
  return kept ? { ...nothing, ...(JSON.parse(kept) as Partial<Entry>) } : nothing
}

const write = (key: string, { text, sending, refused }: Entry) => {
  if (text || sending.length > 0 || refused.length > 0)
    sessionStorage.setItem(key, JSON.stringify({ text, sending, refused }))
  else sessionStorage.removeItem(key)
}

const without = (list: string[], text: string) => {
  const at = list.indexOf(text)
  return at < 0 ? list : [...list.slice(0, at), ...list.slice(at + 1)]
}

/** A text refused, or left unanswered by a page that is gone: back in the field, or beside it while that is in use. */
const giveBack = (entry: Entry, text: string): Entry =>
  entry.text === '' ? { ...entry, text } : { ...entry, refused: [...entry.refused, text] }

/**
 * Lines typed one after another, each sent with Enter: the field is free for the next at once, and what is refused comes
 * back. All of it is kept on this device until the server has it, so that a reload loses nothing.
 */
export function useEntry(slot: string) {
  const key = `garten-entry:${slot}`
  const opened = () => {
    const { sending, ...kept } = read(key)
    const entry = sending.reduce(giveBack, { ...kept, sending: [] } as Entry)
    write(key, entry)
    return { key, entry }
  }
  const [state, setState] = useState(opened)
  if (state.key !== key) setState(opened())

  // What lies on the device is the truth: an answer may come when this field is no longer on screen.
  const change = (how: (entry: Entry) => Entry) => {
    const entry = how(read(key))
    write(key, entry)
    setState((now) => (now.key === key ? { key, entry } : now))
  }
  return {
    ...state.entry,
    setText: (text: string) => change((e) => ({ ...e, text })),
    /** Sends what is typed; the promise tells whether it was taken. */
    send: (act: (text: string) => Promise<boolean>) => {
      const text = read(key).text
      if (text.trim() === '') return
      change((e) => ({ ...e, text: '', sending: [...e.sending, text] }))
      void act(text).then((taken) =>
        change((e) => {
          const left = { ...e, sending: without(e.sending, text) }
          return taken ? left : giveBack(left, text)
        }),
      )
    },
    /** Takes a refused text up again, to be put right; what is being typed waits in its place. */
    takeUp: (text: string) =>
      change((e) => ({
        ...e,
        text,
        refused: [...without(e.refused, text), ...(e.text.trim() === '' ? [] : [e.text])],
      })),
  }
}
