import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Switch,
} from '@mui/material'
import { useState } from 'react'
import { Link, useLocation, useNavigate } from 'react-router'
import { singleKeys } from '../kit/useShortcuts'
import { firstWalk } from './firstWalk'
import { placeOf } from './places'
import shellCss from './shell.module.css'

type Keys = readonly (readonly [string, string])[]

/** What one does at a place, in the order one does it, and the keys that help there. */
const helps: Record<string, { way: readonly string[]; keys: Keys }> = {
  '/today': {
    way: [
      'Begin with the plant in front of you, a place to count, or the plant you were at last.',
      'Below stands what can be seen now and not for long: what closes soonest comes first.',
      'Field trips puts what is due on as few days as it takes.',
    ],
    keys: [],
  },
  '/identify': {
    way: [
      'Add the plant: where it stands, what is on it today.',
      'Answer the key, choice by choice, or record features in any order. “Can’t tell” follows both ways.',
      'Likely names at the right, or at the foot of a phone, says how sure each name is and what to look at next.',
      'When a name stands, give it. It is kept with its reasons; the plant says what to come back for.',
    ],
    keys: [
      ['K F P V', 'Key, Features, Plant, Visits'],
      ['1 2 3', 'choose a choice of the key'],
      ['0', 'can’t tell: follow both'],
      ['-', 'neither fits'],
      ['⌫', 'back a step'],
      ['Q W E Z X D', 'record what is seen of the first look that is suggested'],
      ['L', 'go to that look'],
      ['N', 'give the plant a name'],
      ['A', 'tell the first two names apart'],
      ['C', 'compare with another plant'],
      ['J I', 'next plant, the one before'],
      ['T', 'add a plant'],
      ['Ctrl Z, Ctrl Y', 'take back, do again'],
    ],
  },
  '/survey': {
    way: [
      'The map shows plants and places; the tabs beside it what was counted and what it comes to.',
      'Begin a count under Counts: type names and numbers, a line each.',
      'Report, Checklist and Labels are made to be printed.',
    ],
    keys: [],
  },
  '/guide': {
    way: [
      'Find a name in any form, go down the families, or ask which plants show a feature.',
      'Tell apart sets two to six names beside each other, what parts them best first.',
      'The glossary has every word of the keys with its picture.',
    ],
    keys: [],
  },
  '/practice': { way: ['Here you will learn to see.'], keys: [] },
}

const everywhere: Keys = [
  ['Ctrl K', 'find anything'],
  ['?', 'this help'],
  ['Esc', 'close what lies on top'],
]

/** The way of the view one is in, and its keys. */
export function HelpDialog({ onClose }: { onClose: () => void }) {
  const here = placeOf(useLocation().pathname)
  const go = useNavigate()
  const [keysOn, setKeysOn] = useState(singleKeys.on)
  const help = helps[here?.to ?? '/today'] ?? { way: [], keys: [] }
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{here?.label ?? 'Garten'}: how it goes</DialogTitle>
      <DialogContent className={shellCss.help}>
        <ol>
          {help.way.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
        <h3>Keys</h3>
        <dl>
          {[...help.keys, ...everywhere].map(([keys, does]) => (
            <div key={keys}>
              <dt>
                <kbd>{keys}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <FormControlLabel
          control={
            <Switch
              checked={keysOn}
              onChange={(_, on) => {
                singleKeys.set(on)
                setKeysOn(on)
              }}
            />
          }
          label="Single keys act (those with Ctrl and ? always do)"
        />
        <p>
          Words you do not know stand in the <Link to="/glossary">glossary</Link>, each with its picture;
          dotted words open theirs where they stand.
        </p>
      </DialogContent>
      <DialogActions>
        <Button
          color="inherit"
          onClick={() => {
            firstWalk.go(0)
            void go('/today')
          }}
        >
          Show me round again
        </Button>
        <Button variant="contained" onClick={onClose}>
          Go on
        </Button>
      </DialogActions>
    </Dialog>
  )
}
