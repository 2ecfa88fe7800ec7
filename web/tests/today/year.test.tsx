import { screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { YearPanel } from '../../src/today/YearPanel'
import { draw } from '../testing/draw'
import { aName, aSite } from '../testing/made'
import { serve } from '../testing/server'
import todayCss from '../../src/today/today.module.css'

const on = (month: number, day: number, number: number) => ({ month, day, number })

const year = {
  date: '2026-05-14',
  delay: 0,
  rows: [
    {
      taxon: aName('a', 'Acer circinatum'),
      family: 'Sapindaceae',
      growth: 'shrub',
      seasons: [
        { phase: 'leaf', from: on(4, 1, 91), to: on(11, 1, 305), open: true },
        { phase: 'flower', from: on(4, 10, 100), to: on(5, 20, 140), open: true },
      ],
      seen: ['2026-04-20'],
    },
    {
      taxon: aName('b', 'Hedera helix'),
      family: 'Araliaceae',
      growth: 'climber',
      seasons: [{ phase: 'fruit', from: on(11, 20, 324), to: on(3, 1, 60), open: false }],
      seen: [],
    },
    { taxon: aName('c', 'Viola glabella'), family: 'Violaceae', growth: 'herb', seasons: [], seen: [] },
  ],
}

const days = [{ date: '2026-06-01', taxa: ['b'] }]

const open = (view: object = year) => {
  const server = serve({
    'GET /api/year': view,
    'GET /api/trips/days': days,
    'GET /api/sites': [aSite()],
  })
  const drawn = draw(<YearPanel />)
  const row = (name: string) =>
    [...drawn.container.querySelectorAll(`.${todayCss.yearRow}:not([aria-hidden])`)].find((r) =>
      r.textContent?.startsWith(name),
    )
  const choose = async (field: string, option: string) => {
    await drawn.user.click(await screen.findByRole('combobox', { name: field }))
    await drawn.user.click(screen.getByRole('option', { name: option }))
  }
  return { ...drawn, server, row, choose }
}

describe('the year', () => {
  it('draws each season where it lies, one across New Year in two', async () => {
    const { row } = open()
    expect(await screen.findByText('2 taxa')).toBeVisible()
    const bars = (name: string) =>
      [...(row(name)?.querySelectorAll('rect') ?? [])].map((r) => [
        Math.round(Number(r.getAttribute('x'))),
        Math.round(Number(r.getAttribute('width'))),
      ])
    expect(bars('Acer circinatum')).toEqual([
      [180, 422],
      [197, 79],
    ])
    expect(bars('Hedera helix')).toEqual([
      [639, 81],
      [2, 116],
    ])
    expect(row('Hedera helix')?.querySelector('title')).toHaveTextContent('fruit 20 Nov to 1 Mar')
  })

  it('has visits made and trips to come on it', async () => {
    const { row } = open()
    await screen.findByRole('status')
    await waitFor(() => expect(row('Hedera helix')?.querySelector(`.${todayCss.yearPlanned}`)).not.toBeNull())
    expect(row('Acer circinatum')?.querySelector(`.${todayCss.yearSeen} title`)).toHaveTextContent(
      'visited 20 Apr 2026',
    )
    expect(row('Acer circinatum')?.querySelector(`.${todayCss.yearPlanned}`)).toBeNull()
    expect(row('Acer circinatum')?.querySelectorAll(`.${todayCss.yearTrip}`)).toHaveLength(1)
  })

  it('is narrowed to a family, a sort of plant, what shows now, and our own names', async () => {
    const { user, choose, row } = open()
    await screen.findByRole('status')
    await choose('Family', 'Araliaceae')
    expect(screen.getByRole('status')).toHaveTextContent('1 taxon')
    expect(row('Hedera helix')).toBeDefined()
    await choose('Family', 'all')
    await choose('Sort of plant', 'shrub')
    expect(row('Hedera helix')).toBeUndefined()
    await choose('Sort of plant', 'all')
    await choose('Now', 'in fruit')
    expect(screen.getByRole('status')).toHaveTextContent('0 taxa')
    await choose('Now', 'in flower')
    expect(row('Acer circinatum')).toBeDefined()
    await choose('Now', 'anything')
    await user.click(screen.getByRole('checkbox', { name: /only names our plants bear/ }))
    await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('2 taxa'))
  })

  it('of a site says how far its spring is from the guide’s', async () => {
    const { choose, server } = open({ ...year, delay: -6 })
    await choose('At', 'Upper bench, 118 m')
    await waitFor(() =>
      expect(screen.getByRole('status')).toHaveTextContent('spring comes 6 days earlier than the guide says'),
    )
    expect(server.asked.map((a) => a.path)).toContain('/api/year?site=3')
  })
})
