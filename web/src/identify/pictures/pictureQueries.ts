import { keepPreviousData, queryOptions, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { under } from '../../api/command'
import { useSheetChange } from '../../api/queries'
import type { PictureMark, PictureNote, PictureOnSheet } from '../../api/types'
import { keys } from '../../api/keys'

/** The pictures of a plant, those taken off it too. */
export const picturesQuery = (plant: string) =>
  queryOptions({
    queryKey: keys.pictures(plant),
    queryFn: () => answer(api.GET('/api/plants/{plant}/pictures', { params: { path: { plant } } })),
  })

export const usePictures = (plant: string) => useQuery(picturesQuery(plant))

/** The plant through the year. */
export const portraitQuery = (plant: string) =>
  queryOptions({
    queryKey: keys.portrait(plant),
    staleTime: 0,
    queryFn: () => answer(api.GET('/api/plants/{plant}/portrait', { params: { path: { plant } } })),
  })

export const usePortrait = (plant: string) => useQuery(portraitQuery(plant))

/** Pictures of plants that certainly bear a name. */
export const useOwnPictures = (taxon: string) =>
  useQuery({
    queryKey: [...keys.guide, 'pictures', taxon],
    staleTime: 0,
    queryFn: () => answer(api.GET('/api/guide/taxa/{taxon}/pictures', { params: { path: { taxon } } })),
  })

/** What stands beside marks while they are drawn; what stood before stays until the next answer is there. */
export const useMarkWords = (size: { width: number; height: number }, marks: PictureMark[]) =>
  useQuery({
    queryKey: ['marks', size.width, size.height, marks],
    enabled: marks.length > 0,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: () => answer(api.POST('/api/photos/marks', { body: { ...size, marks } })),
  }).data

/** A change of the sheet after which its pictures are asked for anew. */
function usePictureChange<T>(plant: string, change: Parameters<typeof useSheetChange<T>>[0]) {
  const client = useQueryClient()
  return useSheetChange<T>(async (input) => {
    const sheet = await change(input)
    await client.invalidateQueries({ queryKey: keys.pictures(plant) })
    return sheet
  })
}

export const useAddPicture = (plant: string) =>
  usePictureChange(
    plant,
    (change: { photo: string; visit: string; note: PictureNote; characters: string[] }) =>
      answer(
        api.POST('/api/plants/{plant}/visits/{visit}/pictures', {
          params: { path: { plant, visit: change.visit } },
          body: { photo: change.photo, note: change.note, characters: change.characters },
          headers: under(change),
        }),
      ),
  )

export const useCorrectPicture = (plant: string) =>
  usePictureChange(plant, (change: { photo: string; before: PictureOnSheet; after: PictureOnSheet }) =>
    answer(
      api.PUT('/api/plants/{plant}/visits/{visit}/pictures/{photo}', {
        params: { path: { plant, visit: change.before.visit, photo: change.photo } },
        body: { before: change.before, after: change.after },
        headers: under(change),
      }),
    ),
  )

/** Takes a picture off a plant, or brings it back. */
export const useRemovePicture = (plant: string) =>
  usePictureChange(plant, (change: { photo: string; visit: string; reason: string; back: boolean }) => {
    const sent = {
      params: { path: { plant, visit: change.visit, photo: change.photo } },
      headers: under(change),
    }
    return answer(
      change.back
        ? api.POST('/api/plants/{plant}/visits/{visit}/pictures/{photo}/return', sent)
        : api.POST('/api/plants/{plant}/visits/{visit}/pictures/{photo}/removal', {
            ...sent,
            body: { reason: change.reason },
          }),
    )
  })
