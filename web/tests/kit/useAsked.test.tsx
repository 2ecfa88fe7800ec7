import { screen } from '@testing-library/react'
import { Link, useLocation } from 'react-router'
import { expect, it } from 'vitest'
import { asYear, useAsked } from '../../src/kit/useAsked'
import { draw } from '../testing/draw'

function View() {
  const [{ name, date }, ask] = useAsked('name', 'date')
  const { search } = useLocation()
  return (
    <>
      <input aria-label="Name" value={name ?? ''} onChange={(e) => ask({ name: e.target.value })} />
      <input
        aria-label="Date"
        type="date"
        value={date ?? ''}
        onChange={(e) => ask({ date: e.target.value })}
      />
      <button type="button" onClick={() => ask({ name: null, date: null })}>
        Show all
      </button>
      <Link to="/?what=finds&name=rose">Roses</Link>
      <output>{search}</output>
    </>
  )
}

it('keeps what is typed in the address, letter by letter, and leaves the rest of it alone', async () => {
  const { user } = draw(<View />, { at: '/?what=plants' })
  await user.type(screen.getByLabelText('Name'), 'vine maple')
  expect(screen.getByLabelText('Name')).toHaveValue('vine maple')
  expect(screen.getByRole('status')).toHaveTextContent('?what=plants&name=vine+maple')
  await user.type(screen.getByLabelText('Date'), '2026-05-02')
  expect(screen.getByLabelText('Date')).toHaveValue('2026-05-02')
  await user.click(screen.getByRole('button', { name: 'Show all' }))
  expect(screen.getByRole('status')).toHaveTextContent(/^\?what=plants$/)
  expect(screen.getByLabelText('Name')).toHaveValue('')
})

it('follows an address that leads here', async () => {
  const { user } = draw(<View />, { at: '/?name=willow&date=2026-04-01' })
  expect(screen.getByLabelText('Name')).toHaveValue('willow')
  await user.click(screen.getByRole('link'))
  expect(screen.getByLabelText('Name')).toHaveValue('rose')
  expect(screen.getByLabelText('Date')).toHaveValue('')
})

it('takes a year from an address, and nothing else for one', () => {
  expect(['2026', null, '', 'x', '20260', '-026'].map(asYear)).toEqual([2026, null, null, null, null, null])
})
