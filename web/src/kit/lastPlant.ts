const slot = 'garten-last-plant'

/** The plant looked at last on this device, so that one goes on where one stopped. */
export const lastPlant = {
  read: () => localStorage.getItem(slot),
  keep: (plant: string) => localStorage.setItem(slot, plant),
}
