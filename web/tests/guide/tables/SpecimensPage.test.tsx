import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { NamedSpecimen } from '../../../src/api/types'
import { draw } from '../../testing/draw'
import { aName } from '../../testing/made'
import { Says, serve } from '../../testing/server'
import { SpecimensPage } from '../../../src/guide/tables/SpecimensPage'
import tablesCss from '../../../src/guide/tables/tables.module.css'

const named = (id: string, part: object = {}): NamedSpecimen => ({
  id,
  faults: [],
  likelyNames: {
    names: [{ name: aName('a', 'Acer circinatum'), mass: 0.97, hazards: [] }],
    ranks: [],
    outside: 0.02,
    safe: { names: [aName('a', 'Acer circinatum')], mass: 0.97, hazards: [] },
    outsideIsSafe: false,
    features: 3,
    hazards: [],
    untreated: [],
    against: [],
    ...part,
  },
})

const table = () => new File(['specimen_id,leaf-margin\nS1,toothed\n'], 'herbarium.csv', { type: 'text/csv' })

const open = (more: Record<string, unknown> = {}) => {
  const server = serve({
    'POST /api/specimens': [named('S1'), { id: 'S2', likelyNames: null, faults: ['“wavey” is no margin.'] }],
    ...more,
  })
  return { ...draw(<SpecimensPage />), server }
}

const choose = (container: HTMLElement) => container.querySelector('input[type=file]') as HTMLInputElement

afterEach(() => vi.restoreAllMocks())

describe('a table of specimens', () => {
  it('is named row by row, rows with faults told apart', async () => {
    const { user, container, server } = open()
    await user.upload(choose(container), table())
    expect(await screen.findByText('1 specimens named, 1 row with faults.')).toBeVisible()
    const first = within(screen.getByRole('row', { name: /^S1/ }))
    expect(first.getAllByRole('cell').map((c) => c.textContent)).toEqual([
      'Acer circinatum 97\u00a0%',
      '2\u00a0%',
      'Acer circinatum',
    ])
    expect(screen.getByRole('row', { name: /^S2/ })).toHaveTextContent('“wavey” is no margin.')
    expect(server.asked[0]).toMatchObject({
      path: '/api/specimens?file=herbarium.csv&flat=false',
      body: 'specimen_id,leaf-margin\nS1,toothed\n',
    })
  })

  it('can be dropped onto the page, and named anew with every name alike common', async () => {
    const { user, server } = open()
    const drop = screen.getByText('Drop the file here, or choose it').closest('label') as HTMLElement
    fireEvent.dragOver(drop)
    expect(drop).toHaveClass(tablesCss.over ?? '')
    fireEvent.drop(drop, { dataTransfer: { files: [table()] } })
    expect(await screen.findByText(/specimens named/)).toBeVisible()
    expect(drop).not.toHaveClass(tablesCss.over ?? '')
    await user.click(screen.getByRole('checkbox'))
    await waitFor(() => expect(server.asked.at(-1)?.path).toContain('flat=true'))
  })

  it('that cannot be read says why', async () => {
    const { user, container } = open({
      'POST /api/specimens': new Says(400, { detail: 'The column specimen_id is missing.' }),
    })
    await user.upload(choose(container), table())
    expect(await screen.findByRole('alert')).toHaveTextContent('The column specimen_id is missing.')
    expect(screen.queryByRole('button', { name: 'Save as CSV' })).toBeNull()
  })

  it('is saved with its names, and not when the server has none to give', async () => {
    const given: Blob[] = []
    URL.createObjectURL = (blob) => `blob:${given.push(blob as Blob)}`
    URL.revokeObjectURL = vi.fn()
    const click = vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => {})
    let answer: unknown = new Blob(['specimen_id,name\nS1,Acer circinatum\n'], { type: 'text/csv' })
    const { user, container } = open({ 'POST /api/specimens.csv': () => answer })
    await user.upload(choose(container), table())
    await user.click(await screen.findByRole('button', { name: 'Save as CSV' }))
    await waitFor(() => expect(click).toHaveBeenCalledTimes(1))
    expect(await given[0]?.text()).toContain('S1,Acer circinatum')
    answer = new Says(401, { detail: 'Sign in first. What you typed is kept.' })
    await user.click(screen.getByRole('button', { name: 'Save as CSV' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('Sign in first.')
    expect(click).toHaveBeenCalledTimes(1)
  })
})
