import type { PictureMark, PictureOrgan } from '../../api/types'

/** What pictures show, in the order of a portrait. */
export const shown: Record<PictureOrgan, string> = {
  habit: 'whole plant',
  bark: 'bark',
  twig: 'twig or stem',
  bud: 'bud',
  leaf: 'leaf',
  flower: 'flower',
  fruit: 'fruit or cone',
  place: 'where it grows',
}

/** What is drawn on a picture, with what to do for it. */
export const marks: Record<PictureMark['kind'], { label: string; how: string }> = {
  arrow: { label: 'Arrow', how: 'Drag from where it begins to what it points at.' },
  circle: { label: 'Circle', how: 'Drag from its middle to its rim.' },
  line: { label: 'Line', how: 'Press along the vein, point by point; press Done at its end.' },
  count: { label: 'Count', how: 'Press on each thing you count; press Done after the last.' },
  scale: { label: 'Scale', how: 'Drag along a ruler in the picture, and say how long that is.' },
  length: {
    label: 'Length',
    how: 'Drag from one end to the other; it is in millimetres where there is a scale.',
  },
  word: { label: 'Word', how: 'Press where the word shall stand, and write it.' },
}

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** A month of the year, 1 for January. */
export const monthName = (month: number) => months[month - 1] ?? ''

export const photoFile = (photo: string) => `/api/photos/${photo}/file`
export const thumbnail = (photo: string) => `/api/photos/${photo}/thumbnail`
