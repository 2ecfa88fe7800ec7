import { outbox } from '../offline/outbox'
import { newId } from './newId'

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

/** The same, of a change whose address does not say what it is of; that stays on this device. */
export const underOf = (input: object, of: string) => ({ ...under(input), 'Garten-Of': of })

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
