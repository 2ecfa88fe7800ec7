import { clsx } from 'clsx'
import { Button, MobileStepper, Paper, Popper } from '@mui/material'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { firstWalk } from './firstWalk'
import kitCss from '../kit/kit.module.css'
import shellCss from './shell.module.css'

interface Step {
  /** The place it is shown at. */
  at: string
  /** What it speaks of: the first of these that is on screen, marked there with data-walk. */
  of: string
  title: string
  says: string
}

const steps: readonly Step[] = [
  {
    at: '/today',
    of: '[data-walk=begin]',
    title: 'Begin here',
    says: 'With a plant in front of you: where it stands and what is on it is all there is to say. Below stands what can be seen now on the plants you follow.',
  },
  {
    at: '/identify',
    of: '[data-walk=question]',
    title: 'One question at a time',
    says: 'Press the choice that fits; each word and drawing can be opened. When you cannot tell, say so: both ways are followed. Features does the same in any order.',
  },
  {
    at: '/identify',
    of: '[data-walk=names]',
    title: 'What it may be, and what to look at next',
    says: 'Each answer is weighed here. When a name stands, give it: it is kept with its reasons, and the plant says what to come back for.',
  },
]

/** The first of these elements that is on screen; looked for until it is there. */
function useTarget(selector: string | null) {
  const [target, setTarget] = useState<Element | null>(null)
  useEffect(() => {
    if (selector === null) return
    const look = () => {
      const found = [...document.querySelectorAll(selector)].find((e) => e.getClientRects().length > 0)
      setTarget(found ?? null)
    }
    look()
    // Views come and go meanwhile; many changes within one picture are looked at once.
    let next = 0
    const again = () => {
      cancelAnimationFrame(next)
      next = requestAnimationFrame(look)
    }
    const changes = new MutationObserver(again)
    changes.observe(document.body, { childList: true, subtree: true, attributeFilter: ['class'] })
    window.addEventListener('resize', again)
    return () => {
      cancelAnimationFrame(next)
      changes.disconnect()
      window.removeEventListener('resize', again)
    }
  }, [selector])
  useEffect(() => {
    target?.toggleAttribute('data-first-look', true)
    return () => target?.removeAttribute('data-first-look')
  }, [target])
  return selector === null ? null : target
}

/** Three steps round the real screen at a first visit. It lies beside what it speaks of and is in nobody's way: everything works meanwhile. */
export function FirstWalk() {
  const at = useSyncExternalStore(firstWalk.watch, firstWalk.step)
  const { pathname } = useLocation()
  const go = useNavigate()
  const step = at === null ? undefined : steps[at]
  // Who goes on by the page itself is followed; who asks for the walk anew from there is led back first.
  useEffect(() => {
    if (firstWalk.step() === 0 && pathname.startsWith('/identify')) firstWalk.go(1)
  }, [pathname])
  const target = useTarget(step && pathname.startsWith(step.at) ? step.of : null)
  if (at === null || !step || !target) return null
  const to = (next: number) => {
    const place = steps[next]?.at
    firstWalk.go(next < steps.length ? next : null)
    if (place && !pathname.startsWith(place)) void go(place)
  }
  return (
    <Popper
      open
      anchorEl={target}
      placement="bottom-start"
      className={clsx(shellCss.firstWalk, kitCss.noPrint)}
      modifiers={[{ name: 'offset', options: { offset: [0, 10] } }]}
    >
      <Paper elevation={8} role="region" aria-label="First steps">
        <h2>{step.title}</h2>
        <p>{step.says}</p>
        <MobileStepper
          variant="dots"
          position="static"
          steps={steps.length}
          activeStep={at}
          backButton={
            <Button color="inherit" onClick={() => firstWalk.go(null)}>
              Skip
            </Button>
          }
          nextButton={
            <Button variant="contained" onClick={() => to(at + 1)}>
              {at + 1 < steps.length ? 'Next' : 'Done'}
            </Button>
          }
        />
      </Paper>
    </Popper>
  )
}
