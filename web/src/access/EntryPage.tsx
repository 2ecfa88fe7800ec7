import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import type { Session } from '../api/types'
import { ProblemNote } from '../shared/ProblemNote'
import './access.css'
import { useChoosePerson, useMakeFirstSteward, useSignIn } from './accessQueries'
import { roleNames, roles } from './roles'

/** The door: the first steward is made here, people sign in, and in the demo one enters as anyone by one press. */
export function EntryPage({ session }: { session: Session }) {
  return (
    <main className="entry">
      {session.demoEntries.length > 0 && <DemoDoor session={session} />}
      {session.needsSteward ? <FirstStewardForm /> : <SignInForm beside={session.demoEntries.length > 0} />}
    </main>
  )
}

function DemoDoor({ session }: { session: Session }) {
  const choose = useChoosePerson()
  const entries = session.demoEntries.toSorted(
    (a, b) => roleNames.indexOf(a.role) - roleNames.indexOf(b.role),
  )
  return (
    <section aria-labelledby="demo-door">
      <h1 id="demo-door">Tamsin Fork, a made-up survey</h1>
      <p>Come in as one of its people. You can change over at any time, at the top of the page.</p>
      <ProblemNote error={choose.error} />
      <ul className="entry-people">
        {entries.map((p) => (
          <li key={p.id}>
            <button type="button" onClick={() => choose.mutate(p.id)} disabled={choose.isPending}>
              <b>{p.name}</b>
              <span>
                {roles[p.role].label}: {roles[p.role].says}
              </span>
              {p.role !== 'reader' && !p.seesSensitive && (
                <small>not yet told where sensitive plants stand</small>
              )}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

function SignInForm({ beside }: { beside: boolean }) {
  const signIn = useSignIn()
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  return (
    <form
      className="entry-form"
      onSubmit={(e) => {
        e.preventDefault()
        signIn.mutate({ name, password })
      }}
    >
      <h2>{beside ? 'Or sign in' : 'Sign in'}</h2>
      <ProblemNote error={signIn.error} />
      <TextField
        label="Your name"
        autoComplete="username"
        autoFocus={!beside}
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        value={password}
        onChange={(e) => setPassword(e.target.value)}
      />
      <Button type="submit" variant="contained" disabled={!name.trim() || !password || signIn.isPending}>
        Sign in
      </Button>
      <p className="soft">
        No account, or the password is lost? A steward of the survey gives you a new one.
      </p>
    </form>
  )
}

function FirstStewardForm() {
  const make = useMakeFirstSteward()
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  return (
    <form
      className="entry-form"
      onSubmit={(e) => {
        e.preventDefault()
        make.mutate({ name, password })
      }}
    >
      <h1>A new survey</h1>
      <p>Nobody has come in yet. You become its first steward: you let others in and say what each may do.</p>
      <ProblemNote error={make.error} />
      <TextField
        label="Your name, as it stands on records"
        autoComplete="username"
        autoFocus
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <TextField
        label="A password"
        type="password"
        autoComplete="new-password"
        helperText="At least 12 characters. A few words in a row are easy to remember."
        value={password}
        onChange={(e) => setPassword(e.target.value)}
      />
      <Button type="submit" variant="contained" disabled={!name.trim() || !password || make.isPending}>
        Begin the survey
      </Button>
    </form>
  )
}
