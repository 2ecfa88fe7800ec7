import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api, Problem } from '../../api/client'
import { nearestQuery } from '../../api/devices'
import { useSheetChange } from '../../api/queries'
import type { KeptPhoto, PhotoQuestion } from '../../api/types'
import { under } from '../../api/command'
import { goOnWithPhoto, measureAway } from './photoHere'

export const useSamplePhotos = () =>
  useQuery({
    queryKey: ['photo samples'],
    queryFn: () => answer(api.GET('/api/photos/samples')),
    staleTime: Infinity,
  })

/** By which convention the survey names the shapes of leaves. */
export const shapeNamingQuery = queryOptions({
  queryKey: ['shape naming'],
  queryFn: () => answer(api.GET('/api/photos/naming')),
})

export const useShapeNaming = () => useQuery(shapeNamingQuery)

export function useSetShapeNaming() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (convention: PhotoQuestion['convention']) =>
      answer(api.PUT('/api/photos/naming', { body: { convention } })),
    onSuccess: (naming) => client.setQueryData(['shape naming'], naming),
  })
}

export const usePhoto = (id: string | null) =>
  useQuery({
    queryKey: ['photo', id],
    enabled: id !== null,
    staleTime: Infinity,
    queryFn: () => answer(api.GET('/api/photos/{id}', { params: { path: { id: id ?? '' } } })),
  })

/** What was found in a picture; while the next answer is worked out, the one before stays on screen. */
export const usePhotoMeasures = (id: string | null, question: PhotoQuestion) =>
  useQuery({
    queryKey: ['photo measures', id, question],
    enabled: id !== null,
    staleTime: Infinity,
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
    queryFn: () =>
      answer(
        api.POST('/api/photos/{id}/measures', { params: { path: { id: id ?? '' } }, body: question }),
      ).catch((fault: unknown) => measureAway(fault, id ?? '', question)),
  })

/** The site nearest to where a camera was; nothing where it did not say. */
export const useNearestSite = (latitude: number | null, longitude: number | null) =>
  useQuery({
    ...nearestQuery(latitude ?? 0, longitude ?? 0),
    enabled: latitude !== null && longitude !== null,
  })

const imageTypes = ['image/png', 'image/webp']

/** Keeps a picture dropped or chosen, or one of the camera's samples. Its number is made here, so that sending twice keeps one. */
export function useKeepPhoto() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async ({ from, id }: { from: File | number; id: string }): Promise<KeptPhoto> => {
      if (typeof from === 'number')
        return answer(
          api.POST('/api/photos/samples/{number}', { params: { path: { number: from }, query: { id } } }),
        )
      if (from.size === 0)
        throw new Problem('The file is empty. Choose a picture as the camera made it.', 400, 'file', null)
      return answer(
        api.PUT('/api/photos/{id}', {
          params: { path: { id }, query: { name: from.name } },
          body: from as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: {
            'Content-Type': imageTypes.includes(from.type) ? from.type : 'image/jpeg',
            // It waits under its own number, by which it is found here until it was sent.
            'Garten-Command': id,
          },
        }),
      ).catch((fault: unknown) => goOnWithPhoto(fault, id, from))
    },
    onSuccess: (photo) => client.setQueryData(['photo', photo.id], photo),
  })
}

/** Puts features read from a picture on a plant's sheet; sent again under the same number they are not put twice. */
export const useUsePhoto = (photo: string) =>
  useSheetChange(
    (body: {
      plant: string
      visit: string
      features: { character: string; state: string | null; entry: string | null }[]
    }) =>
      answer(
        api.POST('/api/photos/{id}/uses', {
          params: { path: { id: photo } },
          body,
          headers: under(body),
        }),
      ),
  )
