import { Alert, Button, Checkbox, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { useSession } from '../api/queries'
import type { PersonAccess, Role } from '../api/types'
import { ViewTitle } from '../kit/ViewTitle'
import { History } from '../kit/History'
import { ProblemNote } from '../kit/ProblemNote'
import { useAddPerson, usePeople, useRenamePerson, useRenewPassword, useSetPerson } from './accessQueries'
import { AuditList } from './AuditList'
import { roleNames, roles } from './roles'
import kitCss from '../kit/kit.module.css'
import peopleCss from './people.module.css'

/** The steward's desk: who may do what, and what was done. */
export function PeoplePage() {
  const session = useSession().data
  const { data, error } = usePeople(!!session?.isSteward)
  const add = useAddPerson()
  const renew = useRenewPassword()
  const given = [add, renew].find((m) => m.data && m.isSuccess)?.data
  if (session && !session.isSteward)
    return (
      <main className={peopleCss.people}>
        <ViewTitle>People</ViewTitle>
        <p>Administrators settle here who may do what. Ask one of them if something should be yours to do.</p>
      </main>
    )
  return (
    <main className={peopleCss.people}>
      <ViewTitle>People</ViewTitle>
      <ProblemNote error={error ?? add.error ?? renew.error} />
      {given && (
        <Alert severity="info" variant="outlined" role="status">
          The password of {given.name}: <code className={peopleCss.peoplePassword}>{given.password}</code>{' '}
          Hand it on now; it is not shown again. They change it under their name at the top of the page.
        </Alert>
      )}
      <div className={peopleCss.peopleTable}>
        <table>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Is</th>
              <th scope="col">Told where sensitive plants stand</th>
              <th scope="col">May come in</th>
              <th scope="col">Password</th>
            </tr>
          </thead>
          <tbody>
            {data?.map((p) => (
              <PersonRow
                key={p.id}
                person={p}
                onRenew={() => {
                  add.reset()
                  renew.mutate(p.id)
                }}
              />
            ))}
          </tbody>
        </table>
      </div>
      <AddPersonForm
        pending={add.isPending}
        onAdd={(name, role, trusted, done) => {
          renew.reset()
          add.mutate({ name, role, trusted }, { onSuccess: done })
        }}
      />
      <AuditList people={data ?? []} />
    </main>
  )
}

function PersonRow({ person, onRenew }: { person: PersonAccess; onRenew: () => void }) {
  const set = useSetPerson()
  const { id, name } = person
  // What was chosen shows at once, and the next choice builds on it.
  const { role, trusted, closed } = (set.isPending && set.variables?.change) || person
  const change = (part: Partial<{ role: Role; trusted: boolean; closed: boolean }>) =>
    role && set.mutate({ person: id, change: { role, trusted, closed, ...part } })
  if (!role)
    return (
      <tr>
        <PersonName id={id} name={name} />
        <td colSpan={4} className={kitCss.soft}>
          stands on records; let them in below, under the same name
        </td>
      </tr>
    )
  return (
    <>
      <tr>
        <PersonName id={id} name={name} />
        <td>
          <TextField
            select
            size="small"
            value={role}
            onChange={(e) => change({ role: e.target.value as Role })}
            slotProps={{ htmlInput: { 'aria-label': `What ${name} is` } }}
          >
            {roleNames.map((r) => (
              <MenuItem key={r} value={r}>
                {roles[r].label}
              </MenuItem>
            ))}
          </TextField>
        </td>
        <td>
          <Checkbox
            checked={role === 'steward' || (trusted && role !== 'reader')}
            disabled={role === 'steward' || role === 'reader'}
            onChange={(e) => change({ trusted: e.target.checked })}
            slotProps={{ input: { 'aria-label': `${name} is told where sensitive plants stand` } }}
          />
          {role === 'reader' && <small className={kitCss.soft}>never told to readers</small>}
        </td>
        <td>
          <Checkbox
            checked={!closed}
            onChange={(e) => change({ closed: !e.target.checked })}
            slotProps={{ input: { 'aria-label': `${name} may come in` } }}
          />
        </td>
        <td>
          <Button size="small" onClick={onRenew}>
            Give a new one
          </Button>
        </td>
      </tr>
      {set.error && (
        <tr>
          <td colSpan={5}>
            <ProblemNote error={set.error} />
          </td>
        </tr>
      )}
    </>
  )
}

/** A person's name, which can be put right wherever it stands; those who are on records only, too. */
function PersonName({ id, name }: { id: string; name: string }) {
  const rename = useRenamePerson()
  const [typed, setTyped] = useState<string | null>(null)
  return (
    <th scope="row">
      {typed === null ? (
        <>
          {name}{' '}
          <Button size="small" aria-label={`Correct the name ${name}`} onClick={() => setTyped(name)}>
            Correct …
          </Button>
        </>
      ) : (
        <form
          onSubmit={(e) => {
            e.preventDefault()
            rename.mutate({ person: id, name: typed }, { onSuccess: () => setTyped(null) })
          }}
        >
          <TextField
            autoFocus
            size="small"
            label="Name"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
          <Button type="submit" size="small" disabled={rename.isPending || typed.trim() === ''}>
            Keep
          </Button>
          <Button size="small" onClick={() => setTyped(null)}>
            Cancel
          </Button>
          <ProblemNote error={rename.error} />
          <History kind="person" id={id} />
        </form>
      )}
    </th>
  )
}

interface AddProps {
  pending: boolean
  onAdd: (name: string, role: Role, trusted: boolean, done: () => void) => void
}

function AddPersonForm({ pending, onAdd }: AddProps) {
  const [name, setName] = useState('')
  const [role, setRole] = useState<Role>('surveyor')
  return (
    <form
      className={peopleCss.peopleAdd}
      onSubmit={(e) => {
        e.preventDefault()
        onAdd(name, role, false, () => setName(''))
      }}
    >
      <h2>Let somebody in</h2>
      <TextField
        label="Name, as it stands on records"
        value={name}
        onChange={(e) => setName(e.target.value)}
        sx={{ minWidth: 260 }}
      />
      <TextField
        select
        label="As"
        value={role}
        onChange={(e) => setRole(e.target.value as Role)}
        helperText={roles[role].says}
        sx={{ minWidth: 260 }}
      >
        {roleNames.map((r) => (
          <MenuItem key={r} value={r}>
            {roles[r].label}
          </MenuItem>
        ))}
      </TextField>
      <Button type="submit" variant="contained" disabled={!name.trim() || pending}>
        Let in
      </Button>
    </form>
  )
}
