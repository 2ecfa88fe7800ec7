import type { SearchEntry } from '../api/types'

const actions: Record<string, string> = {
  'add-plant': '/identify?add=',
  'new-count': '/survey?what=counts&sheet=new',
  measure: '/measure',
  'measure-tree': '/measure?what=tree',
  'tell-apart': '/apart',
  trips: '/today?what=trips',
  report: '/survey?what=report',
  labels: '/survey?what=labels',
  checklist: '/survey?what=checklist',
  keys: '/keys',
  table: '/table',
  text: '/text',
  glossary: '/glossary',
  help: '?help=',
}

/** The address of something found. */
export function foundAt({ kind, id }: Pick<SearchEntry, 'kind' | 'id'>): string {
  const [first = '', second = ''] = id.split(' ')
  switch (kind) {
    case 'plant':
      return `/identify/${id}`
    case 'name':
      return `/guide/${id}`
    case 'ownName':
      return '/survey?what=names'
    case 'site':
      return `/survey?what=plants&site=${id}`
    case 'person':
      return `/survey?what=plants&person=${encodeURIComponent(id)}`
    case 'feature':
      return `/guide?feature=${second}&organ=${first}`
    case 'term':
      return `/glossary?word=${encodeURIComponent(id)}`
    case 'action':
      return first === 'count' ? `/survey?what=counts&sheet=new&site=${second}` : (actions[id] ?? '/today')
  }
}
