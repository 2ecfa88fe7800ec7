import { fireEvent, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { type Shortcuts, useShortcuts } from '../../src/kit/useShortcuts'

function Page({ keys, on, children }: { keys: Shortcuts; on?: boolean; children?: React.ReactNode }) {
  useShortcuts(keys, on)
  return <main>{children}</main>
}

describe('keys of the page', () => {
  it('act with capitals or without, and with what is held', async () => {
    const keys = { l: vi.fn(), '1': vi.fn(), 'ctrl+z': vi.fn(), 'shift+Enter': vi.fn(), Escape: vi.fn() }
    render(<Page keys={keys} />)
    const user = userEvent.setup()
    await user.keyboard('lL1{Control>}z{/Control}{Shift>}{Enter}{/Shift}{Escape}')
    expect(keys.l).toHaveBeenCalledTimes(2)
    expect(keys['1']).toHaveBeenCalledTimes(1)
    expect(keys['ctrl+z']).toHaveBeenCalledTimes(1)
    expect(keys['shift+Enter']).toHaveBeenCalledTimes(1)
    expect(keys.Escape).toHaveBeenCalledTimes(1)
  })

  it('keep the browser from acting as well, but only where something is done', () => {
    render(<Page keys={{ l: () => {}, n: undefined }} />)
    expect(fireEvent.keyDown(window, { key: 'l' })).toBe(false)
    expect(fireEvent.keyDown(window, { key: 'n' })).toBe(true)
    expect(fireEvent.keyDown(window, { key: 'q' })).toBe(true)
  })

  it('are left alone with Alt, and with Ctrl where only the plain key acts', async () => {
    const keys = { l: vi.fn() }
    render(<Page keys={keys} />)
    await userEvent.keyboard('{Alt>}l{/Alt}{Control>}l{/Control}{Meta>}l{/Meta}')
    expect(keys.l).not.toHaveBeenCalled()
  })

  it.each([
    ['a text field', <input key="i" aria-label="here" />],
    ['a note', <textarea key="t" aria-label="here" />],
    [
      'a choice',
      <select key="s" aria-label="here">
        <option>L</option>
      </select>,
    ],
    ['a list that opens', <div key="c" role="combobox" aria-label="here" aria-expanded tabIndex={0} />],
  ])('are letters inside %s', async (_, field) => {
    const keys = { l: vi.fn() }
    render(<Page keys={keys}>{field}</Page>)
    screen.getByLabelText('here').focus()
    await userEvent.keyboard('l')
    expect(keys.l).not.toHaveBeenCalled()
  })

  it('act on a box that is ticked, since nothing is typed into it', async () => {
    const keys = { l: vi.fn() }
    render(
      <Page keys={keys}>
        <input type="checkbox" aria-label="here" />
      </Page>,
    )
    screen.getByLabelText('here').focus()
    await userEvent.keyboard('l')
    expect(keys.l).toHaveBeenCalledTimes(1)
  })

  it('wait while a dialog is open, and while they are switched off', async () => {
    const keys = { l: vi.fn() }
    const { rerender } = render(
      <Page keys={keys}>
        <div role="dialog" />
      </Page>,
    )
    await userEvent.keyboard('l')
    rerender(<Page keys={keys} on={false} />)
    await userEvent.keyboard('l')
    expect(keys.l).not.toHaveBeenCalled()
    rerender(<Page keys={keys} />)
    await userEvent.keyboard('l')
    expect(keys.l).toHaveBeenCalledTimes(1)
  })
})
