import { screen } from '@testing-library/react'
import { Link, Route, Routes } from 'react-router'
import { expect, it } from 'vitest'
import { BrokenPage } from '../../src/shell/BrokenPage'
import { complaints } from '../testing/complaints'
import { draw } from '../testing/draw'

let broken = true

function Fragile() {
  if (broken) throw new Error('no such line')
  return <p>whole again</p>
}

const page = (
  <>
    <nav>
      <Link to="/map">Map</Link>
    </nav>
    <BrokenPage>
      <Routes>
        <Route path="/records" element={<Fragile />} />
        <Route path="/map" element={<p>the map</p>} />
      </Routes>
    </BrokenPage>
  </>
)

it('says that a view broke, with the frame still standing, and tries it once more', async () => {
  broken = true
  const { user } = draw(page, { at: '/records' })
  expect(screen.getByRole('heading', { name: 'This view broke' })).toBeVisible()
  expect(screen.getByRole('alert')).toHaveTextContent('no such line')
  expect(screen.getByRole('link', { name: 'Map' })).toBeVisible()
  broken = false
  await user.click(screen.getByRole('button', { name: 'Try it once more' }))
  expect(screen.getByText('whole again')).toBeVisible()
  expect(JSON.stringify(complaints())).toContain('Fragile')
})

it('is left behind with the next view', async () => {
  broken = true
  const { user } = draw(page, { at: '/records' })
  await user.click(screen.getByRole('link', { name: 'Map' }))
  expect(screen.getByText('the map')).toBeVisible()
  expect(screen.queryByRole('alert')).toBeNull()
  expect(JSON.stringify(complaints())).toContain('Fragile')
})
