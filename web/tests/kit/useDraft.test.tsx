import { act, renderHook } from '@testing-library/react'
import { expect, it } from 'vitest'
import { useDraft } from '../../src/kit/useDraft'

const open = (slot = 'remarks') => renderHook(({ at }) => useDraft(at), { initialProps: { at: slot } })

it('keeps text being typed over a reload until it is cleared', () => {
  const before = open()
  act(() => before.result.current[1]('bark peels'))
  before.unmount()
  const after = open()
  expect(after.result.current[0]).toBe('bark peels')
  act(() => after.result.current[1](''))
  after.unmount()
  expect(open().result.current[0]).toBe('')
  expect(sessionStorage).toHaveLength(0)
})

it('gives every place a text of its own', () => {
  const { result, rerender } = open('one')
  act(() => result.current[1]('for one'))
  rerender({ at: 'two' })
  expect(result.current[0]).toBe('')
  rerender({ at: 'one' })
  expect(result.current[0]).toBe('for one')
})
