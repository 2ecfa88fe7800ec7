import { Button, Divider, Menu, MenuItem } from '@mui/material'
import { Suspense, useState } from 'react'
import { useNavigate } from 'react-router'
import { useChoosePerson, useLeave } from '../people/accessQueries'
import { roles } from '../people/roles'
import { useSession } from '../api/queries'
import { themeLabels, type ThemeName, themeNames } from '../kit/theme/theme'
import { later } from '../kit/later'
import shellCss from './shell.module.css'

const PasswordDialog = later(() => import('../people/PasswordDialog').then((m) => m.PasswordDialog))

interface Props {
  themeName: ThemeName
  onTheme: (name: ThemeName) => void
}

/** Who is at work: shown always, and changed here; what one sets for oneself stands under one's name. */
export function PersonMenu({ themeName, onTheme }: Props) {
  const session = useSession().data
  const choose = useChoosePerson()
  const leave = useLeave()
  const go = useNavigate()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [changing, setChanging] = useState(false)
  if (!session?.person) return null
  const then = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <>
      <Button color="inherit" id="person" onClick={(e) => setAnchor(e.currentTarget)} aria-haspopup="menu">
        {session.person.name}
        {session.role && (
          <small className={shellCss.shellRole}>{roles[session.role].label.toLowerCase()}</small>
        )}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {session.demoEntries.map((p) => (
          <MenuItem
            key={p.id}
            selected={p.id === session.person?.id}
            onClick={then(() => choose.mutate(p.id))}
          >
            {p.name}
            <small className={shellCss.shellRole}>{roles[p.role].label.toLowerCase()}</small>
          </MenuItem>
        ))}
        {session.demoEntries.length > 0 && <Divider />}
        {themeNames.map((name) => (
          <MenuItem
            key={name}
            role="menuitemradio"
            aria-checked={name === themeName}
            selected={name === themeName}
            onClick={then(() => onTheme(name))}
          >
            Theme: {themeLabels[name]}
          </MenuItem>
        ))}
        <Divider />
        {session.isSteward && (
          <MenuItem onClick={then(() => void go('/people'))}>People and what was done</MenuItem>
        )}
        <MenuItem onClick={then(() => void go('/waiting'))}>On this device, waiting to be sent</MenuItem>
        <MenuItem onClick={then(() => setChanging(true))}>Change password …</MenuItem>
        <MenuItem onClick={then(() => leave.mutate(undefined))}>Sign out</MenuItem>
      </Menu>
      {changing && (
        <Suspense>
          <PasswordDialog onClose={() => setChanging(false)} />
        </Suspense>
      )}
    </>
  )
}
