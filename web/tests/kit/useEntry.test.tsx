import { act, renderHook } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { useEntry } from '../../src/kit/useEntry'

/** A server that answers when it is told to. */
function slowServer() {
  const waiting: { text: string; take: () => Promise<void>; refuse: () => Promise<void> }[] = []
  const send = (text: string) =>
    new Promise<boolean>((resolve) => {
      waiting.push({
        text,
        take: () => act(async () => resolve(true)),
        refuse: () => act(async () => resolve(false)),
      })
    })
  return { waiting, send }
}

const open = (slot = 'a') => renderHook(({ at }) => useEntry(at), { initialProps: { at: slot } })

describe('lines typed one after another', () => {
  it('free the field at once and are each sent whole', async () => {
    const { waiting, send } = slowServer()
    const { result } = open()
    for (const line of ['acemac 12', 'psemen 3']) {
      act(() => result.current.setText(line))
      act(() => result.current.send(send))
      expect(result.current.text).toBe('')
    }
    expect(waiting.map((w) => w.text)).toEqual(['acemac 12', 'psemen 3'])
    expect(result.current.sending).toEqual(['acemac 12', 'psemen 3'])
    await waiting[0]?.take()
    expect(result.current.sending).toEqual(['psemen 3'])
    await waiting[1]?.take()
    expect(result.current.sending).toEqual([])
    expect(sessionStorage).toHaveLength(0)
  })

  it('do not go off while nothing is typed', () => {
    const { waiting, send } = slowServer()
    const { result } = open()
    act(() => result.current.setText('   '))
    act(() => result.current.send(send))
    expect(waiting).toHaveLength(0)
    expect(result.current.text).toBe('   ')
  })

  it('come back into the field when they are refused', async () => {
    const { waiting, send } = slowServer()
    const { result } = open()
    act(() => result.current.setText('acemac'))
    act(() => result.current.send(send))
    await waiting[0]?.refuse()
    expect(result.current).toMatchObject({ text: 'acemac', sending: [], refused: [] })
  })

  it('wait beside the field when the next is being typed already, and are taken up again', async () => {
    const { waiting, send } = slowServer()
    const { result } = open()
    act(() => result.current.setText('acemac'))
    act(() => result.current.send(send))
    act(() => result.current.setText('psemen 3'))
    await waiting[0]?.refuse()
    expect(result.current).toMatchObject({ text: 'psemen 3', refused: ['acemac'] })
    act(() => result.current.takeUp('acemac'))
    expect(result.current).toMatchObject({ text: 'acemac', refused: ['psemen 3'] })
  })

  it('that are alike are told apart by their number only', async () => {
    const { waiting, send } = slowServer()
    const { result } = open()
    for (let i = 0; i < 2; i++) {
      act(() => result.current.setText('4.1'))
      act(() => result.current.send(send))
    }
    await waiting[1]?.take()
    expect(result.current.sending).toEqual(['4.1'])
    await waiting[0]?.refuse()
    expect(result.current).toMatchObject({ text: '4.1', sending: [] })
  })
})

describe('a reload', () => {
  it('keeps what was typed', () => {
    const before = open()
    act(() => before.result.current.setText('thupli'))
    before.unmount()
    expect(open().result.current.text).toBe('thupli')
  })

  it('gives back what had no answer yet', () => {
    const { send } = slowServer()
    const before = open()
    for (const line of ['4.1', '4.2']) {
      act(() => before.result.current.setText(line))
      act(() => before.result.current.send(send))
    }
    before.unmount()
    expect(open().result.current).toMatchObject({ text: '4.1', sending: [], refused: ['4.2'] })
  })

  it('is not told of an answer that comes after the field is gone', async () => {
    const { waiting, send } = slowServer()
    const before = open()
    act(() => before.result.current.setText('4.1'))
    act(() => before.result.current.send(send))
    before.unmount()
    await waiting[0]?.take()
    expect(open().result.current).toMatchObject({ text: '', sending: [], refused: [] })
  })
})

describe('another field in the same place', () => {
  it('has a text of its own', () => {
    const { result, rerender } = open('one')
    act(() => result.current.setText('for one'))
    rerender({ at: 'two' })
    expect(result.current.text).toBe('')
    act(() => result.current.setText('for two'))
    rerender({ at: 'one' })
    expect(result.current.text).toBe('for one')
  })

  it('does not get what the one before was refused', async () => {
    const { waiting, send } = slowServer()
    const { result, rerender } = open('one')
    act(() => result.current.setText('for one'))
    act(() => result.current.send(send))
    rerender({ at: 'two' })
    await waiting[0]?.refuse()
    expect(result.current.text).toBe('')
    rerender({ at: 'one' })
    expect(result.current.text).toBe('for one')
  })
})
