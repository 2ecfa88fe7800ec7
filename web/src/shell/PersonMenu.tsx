import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Divider,
  Menu,
  MenuItem,
  TextField,
} from '@mui/material'
import { useState } from 'react'
import { useAddPerson, useChoosePerson, useSession } from '../api/queries'
import { ProblemNote } from '../shared/ProblemNote'

/** Who is at work: shown always, changed here, and nowhere else. */
export function PersonMenu() {
  const session = useSession().data
  const choose = useChoosePerson()
  const add = useAddPerson()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [adding, setAdding] = useState(false)
  const [name, setName] = useState('')
  const save = () =>
    add.mutate(name, {
      onSuccess: (person) => {
        choose.mutate(person.id)
        setAdding(false)
        setName('')
      },
    })
  return (
    <>
      <Button color="inherit" id="person" onClick={(e) => setAnchor(e.currentTarget)} aria-haspopup="menu">
        {session?.person?.name ?? 'Who are you?'}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {session?.people.map((p) => (
          <MenuItem
            key={p.id}
            selected={p.id === session.person?.id}
            onClick={() => {
              choose.mutate(p.id)
              setAnchor(null)
            }}
          >
            {p.name}
          </MenuItem>
        ))}
        <Divider />
        <MenuItem
          onClick={() => {
            setAnchor(null)
            setAdding(true)
          }}
        >
          Add a person …
        </MenuItem>
      </Menu>
      <Dialog open={adding} onClose={() => setAdding(false)}>
        <form
          onSubmit={(e) => {
            e.preventDefault()
            save()
          }}
        >
          <DialogTitle>Add a person</DialogTitle>
          <DialogContent>
            <ProblemNote error={add.error} />
            <TextField
              autoFocus
              margin="dense"
              label="Name as it stands on records"
              fullWidth
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </DialogContent>
          <DialogActions>
            <Button onClick={() => setAdding(false)}>Cancel</Button>
            <Button type="submit" variant="contained" disabled={!name.trim()}>
              Add
            </Button>
          </DialogActions>
        </form>
      </Dialog>
    </>
  )
}
