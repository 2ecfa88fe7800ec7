import { describe, expect, it } from 'vitest'
import type { PhotoQuestion, Place } from '../../../src/api/types'
import { handlesOf, newMark, usualQuestion } from '../../../src/identify/measure/question'

const at = (x: number, y: number): Place => ({ x, y })

/** An edge round a blade, of as many points as wanted. */
const edge = (points: number) =>
  Array.from({ length: points }, (_, i) =>
    at(100 + 50 * Math.cos((i * 2 * Math.PI) / points), 100 + 80 * Math.sin((i * 2 * Math.PI) / points)),
  )

const leaf = { base: at(100, 180), tip: at(100, 20), outline: edge(360) }

const asked = (part: Partial<PhotoQuestion>): PhotoQuestion => ({ ...usualQuestion, ...part })

const handle = (question: PhotoQuestion, id: string, of: typeof leaf | null = leaf, withEdge = true) => {
  const found = handlesOf(question, of, withEdge).find((h) => h.id === id)
  if (!found) throw new Error(`no handle ${id}`)
  return found
}

describe('a picture that has just come', () => {
  it('is searched for all there is, a bank card of the usual size among it', () => {
    expect(usualQuestion.scale).toMatchObject({ kind: 'find', cardLong: 85.6, cardShort: 53.98 })
    expect(usualQuestion.findLeaf).toBe(true)
    expect(handlesOf(usualQuestion, null, true)).toEqual([])
  })
})

describe('the blade', () => {
  it('is held at base and tip', () => {
    const ids = handlesOf(usualQuestion, leaf, false).map((h) => h.id)
    expect(ids).toEqual(['base', 'tip'])
    expect(handle(usualQuestion, 'base').at).toEqual(leaf.base)
  })

  it.each(['base', 'tip'] as const)('takes its %s where it is dragged, and nothing else moves', (id) => {
    const moved = handle(usualQuestion, id).move(usualQuestion, at(3, 4))
    expect(moved).toEqual({ ...usualQuestion, [id]: at(3, 4) })
  })
})

describe('the edge', () => {
  it('can be pulled at forty points spread round it', () => {
    const points = handlesOf(usualQuestion, leaf, true).filter((h) => h.kind === 'edge')
    expect(points).toHaveLength(40)
    expect(new Set(points.map((p) => `${p.at.x} ${p.at.y}`)).size).toBe(40)
    expect(points[0]?.at).toEqual(leaf.outline[0])
    expect(points[20]?.at).toEqual(leaf.outline[180])
  })

  it('of few points is held at each of them', () => {
    const few = { ...leaf, outline: edge(12) }
    const held = handlesOf(usualQuestion, few, true).filter((h) => h.kind === 'edge')
    expect(held.map((h) => h.at)).toEqual(few.outline)
  })

  it('is pulled from where it was found', () => {
    const pulled = handle(usualQuestion, 'edge 5').move(usualQuestion, at(1, 2))
    expect(pulled.pulls).toEqual([{ from: leaf.outline[45], to: at(1, 2) }])
  })

  it('pulled on from where the last pull ended makes one pull of both', () => {
    const start = leaf.outline[45] ?? at(0, 0)
    const first = asked({ pulls: [{ from: at(7, 7), to: { x: start.x + 0.5, y: start.y } }] })
    expect(handle(first, 'edge 5').move(first, at(1, 2)).pulls).toEqual([{ from: at(7, 7), to: at(1, 2) }])
  })

  it('pulled elsewhere adds a pull', () => {
    const first = asked({ pulls: [{ from: at(7, 7), to: at(8, 8) }] })
    expect(handle(first, 'edge 5').move(first, at(1, 2)).pulls).toHaveLength(2)
  })
})

describe('the scale', () => {
  it('is held at the ends of a known length, or the corners of a card', () => {
    const length = asked({ scale: { ...usualQuestion.scale, kind: 'points', points: [at(1, 1), at(9, 9)] } })
    expect(handlesOf(length, null, false).map((h) => h.label)).toEqual([
      'End 1 of the known length',
      'End 2 of the known length',
    ])
    const corners = asked({
      scale: { ...usualQuestion.scale, kind: 'corners', points: [at(1, 1), at(9, 1), at(9, 9), at(1, 9)] },
    })
    expect(handlesOf(corners, null, false).map((h) => h.label)).toEqual([
      'Corner 1 of the card',
      'Corner 2 of the card',
      'Corner 3 of the card',
      'Corner 4 of the card',
    ])
  })

  it('has only the point moved that is dragged', () => {
    const length = asked({ scale: { ...usualQuestion.scale, kind: 'points', points: [at(1, 1), at(9, 9)] } })
    const moved = handle(length, 'scale 1', null).move(length, at(20, 30))
    expect(moved.scale.points).toEqual([at(1, 1), at(20, 30)])
    expect(length.scale.points).toEqual([at(1, 1), at(9, 9)])
  })
})

describe('marks', () => {
  it('are laid about the middle, to be dragged where they belong', () => {
    expect(newMark('length', 'petiole', at(50, 60), 10)).toEqual({
      kind: 'length',
      label: 'petiole',
      points: [at(40, 60), at(60, 60)],
    })
    const angle = newMark('angle', 'tooth', at(50, 60), 10)
    expect(angle.points).toEqual([at(40, 50), at(50, 60), at(60, 50)])
    expect(newMark('count', 'teeth', at(50, 60), 10).points).toEqual([])
  })

  it('move a point at a time, each mark by itself', () => {
    const two = asked({
      marks: [newMark('length', 'petiole', at(50, 60), 10), newMark('length', 'awn', at(5, 6), 1)],
    })
    const moved = handle(two, 'mark 1 0', null).move(two, at(0, 0))
    expect(moved.marks[0]).toEqual(two.marks[0])
    expect(moved.marks[1]?.points).toEqual([at(0, 0), at(6, 6)])
    expect(handle(two, 'mark 0 1', null).label).toBe('petiole, point 2')
  })

  it('that are gone when a drag ends change nothing', () => {
    const one = asked({ marks: [newMark('length', 'petiole', at(50, 60), 10)] })
    const held = handle(one, 'mark 0 0', null)
    expect(held.move(usualQuestion, at(0, 0))).toEqual(usualQuestion)
  })
})
