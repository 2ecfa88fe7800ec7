import { useEffect, useState } from 'react'

/** How many of a long list are drawn at first, and how many more each time its end comes near. */
const step = 40

/** Draws a long list as far as it is read: `end` marks its end, and `count` grows as that comes near. Paper gets all of it. */
export function useGrowing(length: number) {
  const [count, setCount] = useState(step)
  const [end, setEnd] = useState<Element | null>(null)
  useEffect(() => {
    if (!end || count >= length) return
    const grow = () => setCount((n) => n + step)
    const seen = new IntersectionObserver((all) => all.some((e) => e.isIntersecting) && grow(), {
      rootMargin: '600px',
    })
    seen.observe(end)
    return () => seen.disconnect()
  }, [end, count, length])
  useEffect(() => {
    const all = () => setCount(Infinity)
    window.addEventListener('beforeprint', all)
    return () => window.removeEventListener('beforeprint', all)
  }, [])
  return { count, end: setEnd }
}
