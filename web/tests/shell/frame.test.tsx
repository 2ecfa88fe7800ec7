import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Link, Route, Routes, useNavigate } from 'react-router'
import { said } from '../../src/kit/said'
import { useGrowing } from '../../src/kit/useGrowing'
import { FirstWalk } from '../../src/shell/FirstWalk'
import { firstWalk } from '../../src/shell/firstWalk'
import { SaidBar } from '../../src/shell/SaidBar'
import { useScrollKept } from '../../src/shell/useScrollKept'
import { draw } from '../testing/draw'

beforeEach(() => localStorage.clear())

describe('the walk of a first visit', () => {
  // Nothing is laid out here: what stands in the page counts as on screen.
  beforeEach(() =>
    vi.spyOn(Element.prototype, 'getClientRects').mockReturnValue([new DOMRect()] as unknown as DOMRectList),
  )

  const Page = () => (
    <Routes>
      <Route
        path="*"
        element={
          <>
            <main data-part="today" />
            <FirstWalk />
          </>
        }
      />
    </Routes>
  )

  it('stays away until what it speaks of is there, and for good once it is skipped', async () => {
    const { unmount } = draw(<Page />, { at: '/today' })
    expect(firstWalk.step()).toBe(0)
    expect(screen.queryByRole('region', { name: 'First steps' })).toBeNull()
    act(() => firstWalk.go(null))
    unmount()
    draw(<Page />, { at: '/today' })
    expect(firstWalk.step()).toBeNull()
  })

  it('goes on when the page was gone on by itself', async () => {
    draw(<Page />, { at: '/identify/7' })
    await waitFor(() => expect(firstWalk.step()).toBe(1))
  })

  it('begins anew when it is asked for', () => {
    firstWalk.go(null)
    draw(<Page />, { at: '/today' })
    act(() => firstWalk.go(0))
    expect(firstWalk.step()).toBe(0)
  })
})

describe('what is said at the foot', () => {
  it('is taken back by one press, and goes', async () => {
    const undo = vi.fn()
    const { user } = draw(<SaidBar />)
    act(() => said.say({ text: 'TF-031 was deleted', undo }))
    expect(await screen.findByText('TF-031 was deleted')).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Undo' }))
    expect(undo).toHaveBeenCalledOnce()
    await waitFor(() => expect(screen.queryByText('TF-031 was deleted')).toBeNull())
  })

  it('is the last thing that was done, with no press where nothing is to be taken back', async () => {
    draw(<SaidBar />)
    act(() => said.say({ text: 'one', undo: () => {} }))
    act(() => said.say({ text: 'two' }))
    expect(await screen.findByText('two')).toBeVisible()
    expect(screen.queryByText('one')).toBeNull()
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull()
    act(() => said.end())
  })
})

describe('a column that was read', () => {
  function Frame() {
    useScrollKept('view')
    const go = useNavigate()
    return (
      <div id="view">
        <Routes>
          <Route
            path="/long"
            element={
              <div data-testid="column">
                <Link to="/next">on</Link>
              </div>
            }
          />
          <Route path="/next" element={<button onClick={() => void go(-1)}>back</button>} />
        </Routes>
      </div>
    )
  }

  it('stands where it stood when it is gone back to', async () => {
    vi.spyOn(Element.prototype, 'scrollHeight', 'get').mockReturnValue(5000)
    const { user } = draw(<Frame />, { at: '/long' })
    const column = screen.getByTestId('column')
    column.scrollTop = 700
    fireEvent.scroll(column)
    await user.click(screen.getByRole('link', { name: 'on' }))
    await user.click(screen.getByRole('button', { name: 'back' }))
    await waitFor(() => expect(screen.getByTestId('column').scrollTop).toBe(700))
  })
})

describe('a long list', () => {
  function List() {
    const { count, end } = useGrowing(100)
    return (
      <>
        <output>{Math.min(count, 100)}</output>
        <div ref={end} />
      </>
    )
  }

  it('is drawn as far as it is read, and whole on paper', async () => {
    let near: (seen: { isIntersecting: boolean }[]) => void = () => {}
    vi.stubGlobal(
      'IntersectionObserver',
      class {
        constructor(told: typeof near) {
          near = told
        }
        observe() {}
        disconnect() {}
      },
    )
    draw(<List />)
    expect(screen.getByRole('status')).toHaveTextContent('40')
    act(() => near([{ isIntersecting: false }]))
    expect(screen.getByRole('status')).toHaveTextContent('40')
    act(() => near([{ isIntersecting: true }]))
    expect(screen.getByRole('status')).toHaveTextContent('80')
    act(() => {
      window.dispatchEvent(new Event('beforeprint'))
    })
    expect(screen.getByRole('status')).toHaveTextContent('100')
    vi.unstubAllGlobals()
  })
})
