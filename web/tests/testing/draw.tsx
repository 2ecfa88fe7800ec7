import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render } from '@testing-library/react'
import userEvent, { PointerEventsCheckLevel } from '@testing-library/user-event'
import type { ReactElement, ReactNode } from 'react'
import { MemoryRouter } from 'react-router'
import type { Session } from '../../src/api/types'
import { aSession } from './made'

/** A store of answers that asks once and keeps nothing between tests. */
export const emptyStore = () =>
  new QueryClient({
    defaultOptions: { queries: { retry: false, gcTime: Infinity }, mutations: { retry: false } },
  })

/** What every part of the page stands in: the answers of the server and an address. */
export const frame = (client = emptyStore(), at = '/') =>
  function Frame({ children }: { children: ReactNode }) {
    return (
      <QueryClientProvider client={client}>
        <MemoryRouter initialEntries={[at]}>{children}</MemoryRouter>
      </QueryClientProvider>
    )
  }

/**
 * Draws a part of the page as the application would, with a person at mouse and keyboard: a steward, known to the page
 * before it is drawn as everyone is, unless another is named.
 */
export function draw(
  part: ReactElement,
  { at, session = aSession() }: { at?: string; session?: Session } = {},
) {
  const client = emptyStore()
  client.setQueryData(['session'], session)
  // Keys follow each other at once: waiting between them finds nothing and takes the time of all other tests.
  const user = userEvent.setup({ delay: null, pointerEventsCheck: PointerEventsCheckLevel.Never })
  return { ...render(part, { wrapper: frame(client, at) }), client, user }
}
