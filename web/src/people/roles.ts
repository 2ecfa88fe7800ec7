import type { Role } from '../api/types'

/** What each role is, in the order in which they may do more. */
export const roles: Record<Role, { label: string; says: string }> = {
  reader: { label: 'Reader', says: 'looks at everything but the places of sensitive species' },
  surveyor: { label: 'Surveyor', says: 'records plants, features, names and counts' },
  determiner: { label: 'Determiner', says: 'also reviews the names others gave' },
  steward: { label: 'Administrator', says: 'also lets people in and settles what holds for all' },
}

export const roleNames = Object.keys(roles) as Role[]
