import type { PhotoMark, PhotoQuestion, Place } from '../../api/types'

/** What is asked of a picture that has just come: find all there is to find. */
export const usualQuestion: PhotoQuestion = {
  scale: {
    kind: 'find',
    points: [],
    millimetres: 50,
    cardLong: 85.6,
    cardShort: 53.98,
    coin: 24,
    error: 0.002,
  },
  findLeaf: true,
  outline: [],
  pulls: [],
  base: null,
  tip: null,
  turned: false,
  marks: [],
  convention: 'ratioChart',
}

/** A point that can be dragged, and how the question changes when it is. */
export interface Handle {
  id: string
  label: string
  kind: 'leaf' | 'scale' | 'mark' | 'edge'
  at: Place
  move: (question: PhotoQuestion, to: Place) => PhotoQuestion
}

const replaced = <T>(list: T[], index: number, item: T) => list.map((old, i) => (i === index ? item : old))

const scaleHandles = (question: PhotoQuestion): Handle[] =>
  question.scale.points.map((at, i) => ({
    id: `scale ${i}`,
    label:
      question.scale.kind === 'corners' ? `Corner ${i + 1} of the card` : `End ${i + 1} of the known length`,
    kind: 'scale',
    at,
    move: (q, to) => ({ ...q, scale: { ...q.scale, points: replaced(q.scale.points, i, to) } }),
  }))

const markHandles = (question: PhotoQuestion): Handle[] =>
  question.marks.flatMap((mark, m) =>
    mark.points.map((at, i) => ({
      id: `mark ${m} ${i}`,
      label: `${mark.label}, point ${i + 1}`,
      kind: 'mark' as const,
      at,
      move: (q: PhotoQuestion, to: Place) => {
        const now = q.marks[m]
        return now
          ? { ...q, marks: replaced(q.marks, m, { ...now, points: replaced(now.points, i, to) }) }
          : q
      },
    })),
  )

/** How many points of the edge can be taken hold of. */
const edgePoints = 40

/** The edge can be pulled where it was found wrong; a pull that goes on from the one before is one with it. */
function edgeHandles(outline: Place[]): Handle[] {
  const held = Math.min(edgePoints, outline.length)
  return Array.from({ length: held }, (_, i) => {
    const at = outline[Math.floor((i * outline.length) / held)] ?? { x: 0, y: 0 }
    return {
      id: `edge ${i}`,
      label: `Point ${i + 1} of the edge`,
      kind: 'edge' as const,
      at,
      move: (q: PhotoQuestion, to: Place) => {
        const last = q.pulls.at(-1)
        const goesOn = last && Math.hypot(last.to.x - at.x, last.to.y - at.y) < 1
        return {
          ...q,
          pulls: goesOn ? [...q.pulls.slice(0, -1), { from: last.from, to }] : [...q.pulls, { from: at, to }],
        }
      },
    }
  })
}

/** All points of a picture that can be dragged. */
export const handlesOf = (
  question: PhotoQuestion,
  leaf: { base: Place; tip: Place; outline: Place[] } | null,
  edge: boolean,
): Handle[] => [
  ...(leaf && edge ? edgeHandles(leaf.outline) : []),
  ...(leaf
    ? [
        {
          id: 'base',
          label: 'Base of the blade',
          kind: 'leaf' as const,
          at: leaf.base,
          move: (q: PhotoQuestion, to: Place) => ({ ...q, base: to }),
        },
        {
          id: 'tip',
          label: 'Tip of the blade',
          kind: 'leaf' as const,
          at: leaf.tip,
          move: (q: PhotoQuestion, to: Place) => ({ ...q, tip: to }),
        },
      ]
    : []),
  ...scaleHandles(question),
  ...markHandles(question),
]

/** A name no other mark has: "Length 1", "Length 2", and the first again once that is taken away. */
export function freeLabel(marks: PhotoMark[], name: string): string {
  let number = 1
  while (marks.some((m) => m.label === `${name} ${number}`)) number++
  return `${name} ${number}`
}

/** A new mark laid in the middle of the picture, to be dragged where it belongs. */
export function newMark(kind: PhotoMark['kind'], label: string, middle: Place, reach: number): PhotoMark {
  const { x, y } = middle
  switch (kind) {
    case 'length':
      return {
        kind,
        label,
        points: [
          { x: x - reach, y },
          { x: x + reach, y },
        ],
      }
    case 'angle':
      return {
        kind,
        label,
        points: [
          { x: x - reach, y: y - reach },
          { x, y },
          { x: x + reach, y: y - reach },
        ],
      }
    case 'count':
      return { kind, label, points: [] }
  }
}
