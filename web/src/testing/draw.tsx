import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ReactElement, ReactNode } from 'react'
import { MemoryRouter } from 'react-router'

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

/** Draws a part of the page as the application would, with a person at mouse and keyboard. */
export function draw(part: ReactElement, at?: string) {
  const client = emptyStore()
  return { ...render(part, { wrapper: frame(client, at) }), client, user: userEvent.setup() }
}
