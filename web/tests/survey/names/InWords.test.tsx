import { screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { InWords } from '../../../src/survey/names/InWords'
import { draw } from '../../testing/draw'
import { Says, serve } from '../../testing/server'

const aReading = (part: object = {}) => ({
  readings: [
    {
      kind: 'species',
      name: 'Ginkgo biloba',
      author: '',
      genus: 'Ginkgo',
      within: 'Ginkgo',
      rank: 'species',
    },
    { kind: 'working', name: 'ginkgo biloba', author: '', genus: '', within: '', rank: 'species' },
  ],
  known: null,
  near: [],
  family: '',
  fault: '',
  ...part,
})

const ginkgo = { id: 'own-ginkgo-biloba', name: 'Ginkgo biloba', rank: 'species', common: '' }

describe('words that stand on no list', () => {
  it('are kept as what the person says they are, with the family they know', async () => {
    const server = serve({ 'GET /api/names/reading': aReading(), 'POST /api/names': ginkgo })
    const taken = vi.fn()
    const { user } = draw(<InWords text="ginkgo biloba" onTake={taken} />)
    await user.type(await screen.findByLabelText('Family, if you know it'), 'Ginkgoaceae')
    await user.click(screen.getByRole('button', { name: /a species/ }))
    await vi.waitFor(() => expect(taken).toHaveBeenCalledWith('own-ginkgo-biloba'))
    expect(server.asked.find((a) => a.method === 'POST')?.body).toEqual({
      text: 'Ginkgo biloba',
      working: false,
      family: 'Ginkgoaceae',
    })
  })

  it('can be a label, and the family is not asked where the genus says it', async () => {
    const server = serve({
      'GET /api/names/reading': aReading({ family: 'Sapindaceae' }),
      'POST /api/names': ginkgo,
    })
    const { user } = draw(<InWords text="ginkgo biloba" onTake={() => undefined} />)
    await user.click(await screen.findByRole('button', { name: /a label to work with/ }))
    expect(screen.queryByLabelText('Family, if you know it')).toBeNull()
    await vi.waitFor(() =>
      expect(server.asked.find((a) => a.method === 'POST')?.body).toMatchObject({ working: true }),
    )
  })

  it('may be a slip: the listed name is offered and taken', async () => {
    serve({
      'GET /api/names/reading': aReading({
        near: [{ id: 'acer-circinatum', name: 'Acer circinatum', rank: 'species', common: '' }],
      }),
    })
    const taken = vi.fn()
    const { user } = draw(<InWords text="acer circinatm" onTake={taken} />)
    await user.click(await screen.findByRole('button', { name: 'Acer circinatum' }))
    expect(taken).toHaveBeenCalledWith('acer-circinatum')
  })

  it('that are no name say why, and a refused family stays in its field', async () => {
    serve({
      'GET /api/names/reading': aReading({ readings: [], fault: 'A name begins with a letter.' }),
    })
    draw(<InWords text="=1" onTake={() => undefined} />)
    expect(await screen.findByRole('alert')).toHaveTextContent('A name begins with a letter.')
  })

  it('stay as typed when the server refuses the family', async () => {
    serve({
      'GET /api/names/reading': aReading(),
      'POST /api/names': new Says(400, { detail: 'Such names end in -aceae.', field: 'family' }),
    })
    const { user } = draw(<InWords text="ginkgo biloba" onTake={() => undefined} />)
    await user.type(await screen.findByLabelText('Family, if you know it'), 'ginkgos')
    await user.click(screen.getByRole('button', { name: /a species/ }))
    expect(await screen.findByText('Such names end in -aceae.')).toBeVisible()
    expect(screen.getByLabelText('Family, if you know it')).toHaveValue('ginkgos')
  })
})
