import { type Query, type QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../api/client'
import { under } from '../api/command'
import type { AccessChange, NewAccess, PasswordChange, Session, SignIn } from '../api/types'
import { keys } from '../api/keys'

/** Another person is at work: all that was shown to the one before is forgotten. */
function enter(client: QueryClient, session: Session) {
  client.setQueryData(keys.session, session)
  const shown = { predicate: (q: Query) => q.queryKey[0] !== 'session' }
  if (session.person) void client.resetQueries(shown)
  else client.removeQueries(shown)
}

function useEntering<T>(mutationFn: (input: T) => Promise<Session>) {
  const client = useQueryClient()
  return useMutation({ mutationFn, onSuccess: (session) => enter(client, session) })
}

/** Enters the demo as one of its people. */
export const useChoosePerson = () =>
  useEntering((person: string) => answer(api.PUT('/api/session', { body: { person } })))

export const useSignIn = () => useEntering((body: SignIn) => answer(api.POST('/api/session', { body })))

export const useLeave = () => useEntering(() => answer(api.DELETE('/api/session')))

export const useMakeFirstSteward = () =>
  useEntering((body: SignIn) => answer(api.POST('/api/first-steward', { body })))

export const useChangePassword = () =>
  useMutation({ mutationFn: (body: PasswordChange) => answer(api.PUT('/api/password', { body })) })

export const usePeople = (enabled: boolean) =>
  useQuery({ queryKey: keys.people, enabled, queryFn: () => answer(api.GET('/api/people')) })

export function useAddPerson() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: NewAccess) => answer(api.POST('/api/people', { body })),
    onSuccess: (given) => {
      client.setQueryData(keys.people, given.people)
      void client.invalidateQueries({ queryKey: keys.entries })
    },
  })
}

export function useSetPerson() {
  const client = useQueryClient()
  return useMutation({
    scope: { id: 'people' },
    mutationFn: ({ person, change }: { person: string; change: AccessChange }) =>
      answer(api.PUT('/api/people/{person}', { params: { path: { person } }, body: change })),
    onSuccess: (people) => {
      client.setQueryData(keys.people, people)
      void client.invalidateQueries({ queryKey: keys.entries })
      void client.invalidateQueries({ queryKey: keys.session })
    },
  })
}

/** Puts a person's name right, wherever it stands. */
export function useRenamePerson() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { person: string; name: string }) =>
      answer(
        api.PUT('/api/people/{person}/name', {
          params: { path: { person: change.person } },
          body: { name: change.name },
          headers: under(change),
        }),
      ),
    onSuccess: () => client.invalidateQueries(),
  })
}

export function useRenewPassword() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (person: string) =>
      answer(api.POST('/api/people/{person}/password', { params: { path: { person } } })),
    onSuccess: (given) => client.setQueryData(keys.people, given.people),
  })
}

export const useAudit = (person: string | null) =>
  useQuery({
    queryKey: [...keys.entries, person],
    queryFn: () => answer(api.GET('/api/audit', { params: { query: person ? { person } : {} } })),
  })
