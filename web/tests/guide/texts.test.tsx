import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { TextsPage } from '../../src/guide/texts/TextsPage'
import { draw } from '../testing/draw'
import { serve } from '../testing/server'

const key = {
  heading: 'A key: Two leaves',
  couplets: [
    {
      place: '1',
      line: 1,
      leads: [
        {
          label: '1a',
          pieces: [
            { text: 'Leaves opposite', meanings: ['leaf, arrangement: opposite'] },
            { text: ', of great beauty', meanings: [] },
          ],
          to: 'Alpha una',
        },
      ],
    },
  ],
  pieces: [],
  faults: [],
}
const sound = {
  texts: [key],
  made: '2 names, 1 feature and 1 step of 1 key.',
  assumed: ['Leaf hair: “not hairy” was added.'],
}
const faulty = {
  texts: [
    {
      ...key,
      faults: [{ complaint: 'Lead 2 of couplet 1 leads to 7, which is not there.', line: 2 }],
    },
  ],
  made: '',
  assumed: [],
}

describe('a guide from a text', () => {
  beforeEach(() => sessionStorage.clear())

  const type = (text: string) =>
    fireEvent.change(screen.getByLabelText('Keys and descriptions'), { target: { value: text } })

  it('underlines what was understood, and says what it means', async () => {
    const server = serve({ 'POST /api/guide/texts': sound })
    draw(<TextsPage />)
    type('1a. Leaves opposite, of great beauty .... Alpha una')
    fireEvent.click(screen.getByRole('button', { name: 'Read it' }))
    const step = await screen.findByRole('listitem', { name: 'Step 1' })
    expect(within(step).getByText('Leaves opposite').tagName).toBe('U')
    expect(within(step).getByText(', of great beauty').tagName).toBe('SPAN')
    expect(within(step).getByText('leaf, arrangement: opposite')).toBeVisible()
    expect(screen.getByText('2 names, 1 feature and 1 step of 1 key.')).toBeVisible()
    fireEvent.click(screen.getByText('What was assumed: 1'))
    expect(screen.getByText(/“not hairy” was added/)).toBeVisible()
    expect(server.asked[0]?.body).toEqual({
      title: '',
      text: '1a. Leaves opposite, of great beauty .... Alpha una',
    })
  })

  it('names a fault with its line, and a press selects it in the text', async () => {
    serve({ 'POST /api/guide/texts': faulty })
    draw(<TextsPage />)
    type('1a. one\n1b. two .... 7\n')
    fireEvent.click(screen.getByRole('button', { name: 'Read it' }))
    fireEvent.click(await screen.findByRole('button', { name: 'line 2' }))
    const field = screen.getByLabelText<HTMLTextAreaElement>('Keys and descriptions')
    expect(field.value.slice(field.selectionStart, field.selectionEnd)).toBe('1b. two .... 7')
    expect(field).toHaveFocus()
    expect(screen.queryByRole('button', { name: 'Save the guide' })).toBeNull()
  })

  it('keeps what was pasted over a reload, and saves the guide under its title', async () => {
    const server = serve({ 'POST /api/guide/texts': sound, 'POST /api/guide/texts.zip': 'zip' })
    const saved = vi.fn(() => 'blob:guide')
    Object.assign(URL, { createObjectURL: saved, revokeObjectURL: vi.fn() })
    // A link that is followed would leave the page of the tests.
    const followed = vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined)
    const { unmount } = draw(<TextsPage />)
    type('1a. one')
    unmount()
    draw(<TextsPage />)
    expect(screen.getByLabelText('Keys and descriptions')).toHaveValue('1a. one')
    fireEvent.click(screen.getByRole('button', { name: 'Read it' }))
    fireEvent.change(await screen.findByLabelText('Title of the guide'), { target: { value: 'Mine' } })
    fireEvent.click(screen.getByRole('button', { name: 'Save the guide' }))
    await waitFor(() => expect(followed).toHaveBeenCalledOnce())
    followed.mockRestore()
    expect(server.asked.at(-1)?.body).toEqual({ title: 'Mine', text: '1a. one' })
  })

  it('shows what it will hold while it is empty, with an example to try', async () => {
    const server = serve({ 'POST /api/guide/texts': sound })
    draw(<TextsPage />)
    fireEvent.click(screen.getByRole('button', { name: 'Try it with this example' }))
    await screen.findByText('A key: Two leaves')
    expect(JSON.stringify(server.asked[0]?.body)).toContain('Key to the maples')
  })
})
