/**
 * What answers of the server are kept under where more than one file asks or changes them, from the whole to the part:
 * to forget `keys.plant(id)` forgets all that is kept under it.
 */
export const keys = {
  session: ['session'],
  guide: ['guide'],
  sites: ['sites'],
  plants: ['plants'],
  plant: (plant: string | null | undefined) => ['plant', plant],
  pictures: (plant: string) => ['plant', plant, 'pictures'],
  portrait: (plant: string) => ['plant', plant, 'portrait'],
  grade: (plant: string) => ['grade', plant],
  today: ['today'],
  records: ['records'],
  statistics: ['statistics'],
  finds: ['finds'],
  counts: ['counts'],
  map: ['map'],
  people: ['people'],
  entries: ['entries'],
  yardsticks: ['yardsticks'],
  yearRun: ['year run'],
} as const
