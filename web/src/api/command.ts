import { outbox } from '../offline/outbox'

/** An id nobody else gives: it begins with the time, so that what was made later sorts later (UUID version 7, RFC 9562). */
export function newId() {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  const view = new DataView(bytes.buffer)
  view.setUint32(0, Math.floor(Date.now() / 2 ** 16))
  view.setUint16(4, Date.now() % 2 ** 16)
  view.setUint8(6, (view.getUint8(6) & 0x0f) | 0x70)
  view.setUint8(8, (view.getUint8(8) & 0x3f) | 0x80)
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('')
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-')
}

/** What a change says of itself: its number, and when it was asked for by this clock. */
const head = () => ({ 'Garten-Command': newId(), 'Garten-Asked': new Date().toISOString() })
const heads = new WeakMap<object, ReturnType<typeof head>>()

/**
 * The headers of a change. What is sent again because its answer was lost goes under the number it first went under, and
 * the server makes it once: the input is the same object each time it is tried.
 */
export function under(input: object) {
  const first = heads.get(input) ?? head()
  heads.set(input, first)
  return first
}

const calls = new WeakMap<object, AbortController>()

/** What stops a change from being tried any further, once it is called off. */
export function signalOf(input: object) {
  const call = calls.get(input) ?? new AbortController()
  calls.set(input, call)
  return call.signal
}

/** Calls a change off that was not answered yet: it is neither tried again nor kept. One the server had already stays made. */
export function callOff(input: object) {
  calls.get(input)?.abort()
  const head = heads.get(input)
  if (head) void outbox.done(head['Garten-Command'])
}
