import { useEffect, useRef } from 'react'
import { useLocation, useNavigationType } from 'react-router'

/** How long what is gone back to may take to be as long as it was, in milliseconds. */
const patience = 3000

/** Where an element stands below another, as a text: the places among its neighbours, from the inside out. */
function placeIn(root: Element, element: Element) {
  const places: number[] = []
  for (let at = element; at !== root; at = at.parentElement as Element) {
    if (!at.parentElement) return null
    places.push([...at.parentElement.children].indexOf(at))
  }
  return places.join(' ')
}

const elementAt = (root: Element, place: string) =>
  place === ''
    ? root
    : place
        .split(' ')
        .reverse()
        .reduce<Element | undefined>((at, n) => at?.children[Number(n)], root)

/** Goes back to where one had read to: every column that scrolls keeps its place by the entry of the history. */
export function useScrollKept(rootId: string) {
  const { key } = useLocation()
  const back = useNavigationType() === 'POP'
  const kept = useRef(new Map<string, Map<string, number>>())
  useEffect(() => {
    const root = document.getElementById(rootId)
    if (!root) return
    const here = kept.current.get(key) ?? new Map<string, number>()
    kept.current.set(key, here)
    const due = new Map(back ? here : [])
    const until = performance.now() + patience
    let frame = 0
    const restore = () => {
      for (const [place, top] of due) {
        const element = elementAt(root, place)
        if (!element || element.scrollHeight - element.clientHeight < top) continue
        element.scrollTop = top
        due.delete(place)
      }
      if (due.size > 0 && performance.now() < until) frame = requestAnimationFrame(restore)
    }
    restore()
    const note = (e: Event) => {
      const place = e.target instanceof Element && root.contains(e.target) ? placeIn(root, e.target) : null
      if (place !== null && !due.has(place)) here.set(place, (e.target as Element).scrollTop)
    }
    // Who scrolls meanwhile has decided where to be.
    const stop = () => due.clear()
    root.addEventListener('scroll', note, { capture: true, passive: true })
    root.addEventListener('wheel', stop, { passive: true })
    root.addEventListener('touchmove', stop, { passive: true })
    return () => {
      cancelAnimationFrame(frame)
      root.removeEventListener('scroll', note, { capture: true })
      root.removeEventListener('wheel', stop)
      root.removeEventListener('touchmove', stop)
    }
  }, [key, back, rootId])
}
