import { Button, TextField } from '@mui/material'
import { type ReactNode, useState } from 'react'
import type { Session } from '../api/types'
import { ProblemNote } from '../kit/ProblemNote'
import { useChoosePerson, useMakeFirstSteward, useSignIn } from './accessQueries'
import { roleNames, roles } from './roles'
import { WhatItIs } from './WhatItIs'
import kitCss from '../kit/kit.module.css'
import peopleCss from './people.module.css'

/** The door: the first steward is made here, people sign in, and in the demo one enters as anyone by one press. */
export function EntryPage({ session }: { session: Session }) {
  return (
    <main className={peopleCss.entry}>
      <title>Garten</title>
      <WhatItIs />
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
      <ul className={peopleCss.entryPeople}>
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
  return (
    <PasswordForm
      heading={beside ? <h2>Or sign in</h2> : <h1>Sign in</h1>}
      nameLabel="Your name"
      passwordLabel="Password"
      kind="current-password"
      action="Sign in"
      focused={!beside}
      entering={signIn}
    >
      <p className={kitCss.soft}>
        No account, or the password is lost? An administrator of the survey gives you a new one.
      </p>
    </PasswordForm>
  )
}

function FirstStewardForm() {
  const make = useMakeFirstSteward()
  return (
    <PasswordForm
      heading={
        <>
          <h1>A new survey</h1>
          <p>
            Nobody has come in yet. You become its first administrator: you let others in and say what each
            may do.
          </p>
        </>
      }
      nameLabel="Your name, as it stands on records"
      passwordLabel="A password"
      kind="new-password"
      hint="At least 12 characters. A few words in a row are easy to remember."
      action="Begin the survey"
      focused
      entering={make}
    />
  )
}

interface FormProps {
  heading: ReactNode
  nameLabel: string
  passwordLabel: string
  kind: 'current-password' | 'new-password'
  hint?: string
  action: string
  focused: boolean
  entering: ReturnType<typeof useSignIn>
  children?: ReactNode
}

/** A name and a password, and what they are for. */
function PasswordForm({
  heading,
  nameLabel,
  passwordLabel,
  kind,
  hint,
  action,
  focused,
  entering,
  children,
}: FormProps) {
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  return (
    <form
      className={peopleCss.entryForm}
      onSubmit={(e) => {
        e.preventDefault()
        entering.mutate({ name, password })
      }}
    >
      {heading}
      <ProblemNote error={entering.error} />
      <TextField
        label={nameLabel}
        autoComplete="username"
        autoFocus={focused}
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <TextField
        label={passwordLabel}
        type="password"
        autoComplete={kind}
        helperText={hint}
        value={password}
        onChange={(e) => setPassword(e.target.value)}
      />
      <Button type="submit" variant="contained" disabled={!name.trim() || !password || entering.isPending}>
        {action}
      </Button>
      {children}
    </form>
  )
}
