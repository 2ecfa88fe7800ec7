import { useMutation } from '@tanstack/react-query'
import { answer, api } from './client'

/** Reads a calliper, as its data button would type the number. */
export const useCalliper = () =>
  useMutation({ mutationFn: () => answer(api.POST('/api/devices/calliper')).then((r) => r.typed) })

/** Reads a clinometer pointed at the top or the foot of a tree. */
export const useClinometer = () =>
  useMutation({
    mutationFn: (aim: 'top' | 'foot') =>
      answer(api.POST(`/api/devices/clinometer/${aim}`)).then((r) => r.typed),
  })

/** Asks the satellite receiver where it is. */
export const useHere = () => useMutation({ mutationFn: () => answer(api.GET('/api/devices/position')) })
