import { useRef } from 'react'

/** How far a finger goes sideways before it means the neighbour, and how much further than up or down, in px. */
const far = 60
const steep = 2

/** Handlers for a part of the page in which a finger drawn sideways goes to the neighbour: −1 before, 1 after. Never the only way. */
export function useSwipe(go: (by: -1 | 1) => void) {
  const from = useRef<{ x: number; y: number } | null>(null)
  return {
    onTouchStart: (e: React.TouchEvent) => {
      const at = e.touches[0]
      // What scrolls sideways of itself keeps its own gesture.
      const scrolls = e.target instanceof Element && e.target.closest('[role=tablist], input, textarea')
      from.current = at && e.touches.length === 1 && !scrolls ? { x: at.clientX, y: at.clientY } : null
    },
    onTouchEnd: (e: React.TouchEvent) => {
      const [start, at] = [from.current, e.changedTouches[0]]
      from.current = null
      if (!start || !at) return
      const [x, y] = [at.clientX - start.x, at.clientY - start.y]
      if (Math.abs(x) > far && Math.abs(x) > steep * Math.abs(y)) go(x < 0 ? 1 : -1)
    },
  }
}
