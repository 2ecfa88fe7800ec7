import { act, renderHook } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { useHistory } from '../../../src/identify/measure/useHistory'

const open = (slot = 'photo 1') =>
  renderHook(({ at }) => useHistory(at, 'found'), { initialProps: { at: slot } })

describe('changes that can be taken back', () => {
  it('begin with nothing to take back or make again', () => {
    const { result } = open()
    expect(result.current.value).toBe('found')
    expect(result.current.undo).toBeUndefined()
    expect(result.current.redo).toBeUndefined()
  })

  it('go back step by step and forward again', () => {
    const { result } = open()
    act(() => result.current.set('base moved'))
    act(() => result.current.set('tip moved'))
    act(() => result.current.undo?.())
    expect(result.current.value).toBe('base moved')
    act(() => result.current.undo?.())
    expect(result.current.value).toBe('found')
    expect(result.current.undo).toBeUndefined()
    act(() => result.current.redo?.())
    act(() => result.current.redo?.())
    expect(result.current.value).toBe('tip moved')
    expect(result.current.redo).toBeUndefined()
  })

  it('forget what was taken back once something else is done', () => {
    const { result } = open()
    act(() => result.current.set('base moved'))
    act(() => result.current.undo?.())
    act(() => result.current.set('edge pulled'))
    expect(result.current.redo).toBeUndefined()
    act(() => result.current.undo?.())
    expect(result.current.value).toBe('found')
  })

  it('outlive a reload', () => {
    const before = open()
    act(() => before.result.current.set('base moved'))
    before.unmount()
    const after = open()
    expect(after.result.current.value).toBe('base moved')
    act(() => after.result.current.undo?.())
    expect(after.result.current.value).toBe('found')
  })

  it('belong to their picture', () => {
    const { result, rerender } = open()
    act(() => result.current.set('base moved'))
    rerender({ at: 'photo 2' })
    expect(result.current.value).toBe('found')
    expect(result.current.undo).toBeUndefined()
    rerender({ at: 'photo 1' })
    expect(result.current.value).toBe('base moved')
  })

  it('reach a hundred steps back and no further', () => {
    const { result } = open()
    for (let i = 1; i <= 150; i++) act(() => result.current.set(String(i)))
    let back = 0
    while (result.current.undo) {
      act(() => result.current.undo?.())
      back++
    }
    expect(back).toBe(101)
    expect(result.current.value).toBe('49')
  })
})
