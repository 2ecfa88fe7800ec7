import { act, renderHook } from '@testing-library/react'
import { expect, it } from 'vitest'
import { useKept } from '../../src/kit/useKept'

const blank = { girth: '', height: '' }
const open = () => renderHook(() => useKept('tree', blank))

it('keeps what is being filled in over a reload, until it is cleared', () => {
  const before = open()
  act(() => before.result.current[1]({ girth: '192 cm' }))
  act(() => before.result.current[1]({ height: '20 m' }))
  before.unmount()
  const after = open()
  expect(after.result.current[0]).toEqual({ girth: '192 cm', height: '20 m' })
  act(() => after.result.current[2]())
  expect(after.result.current[0]).toEqual(blank)
  expect(sessionStorage).toHaveLength(0)
})

it('loses nothing of two changes made at once', () => {
  const { result } = open()
  act(() => {
    result.current[1]({ girth: '192 cm' })
    result.current[1]({ height: '20 m' })
  })
  expect(result.current[0]).toEqual({ girth: '192 cm', height: '20 m' })
})

it('is whole where an older page kept less', () => {
  sessionStorage.setItem('garten-kept:tree', '{"girth":"1 m"}')
  expect(open().result.current[0]).toEqual({ girth: '1 m', height: '' })
})
