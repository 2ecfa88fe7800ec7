import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { useStarts } from '../../api/queries'
import type { GuideView } from '../../api/types'
import { TaxonPicker } from '../../kit/TaxonPicker'
import { useShortcuts } from '../../kit/useShortcuts'
import kitCss from '../../kit/kit.module.css'
import keyCss from './key.module.css'

interface Props {
  guide: GuideView
  onBegin: (key: string, couplet: number) => void
  onSuspect: (taxon: string) => void
}

/** Keys of the keyboard that begin one of the first group keys. */
const mostShortcuts = 9

/** Where to begin: any key, any couplet, a family or genus one recognises, or a name one suspects. */
export function BeginChooser({ guide, onBegin, onSuspect }: Props) {
  const [known, setKnown] = useState<string | null>(null)
  const [key, setKey] = useState('')
  const [couplet, setCouplet] = useState('')
  const starts = useStarts(known).data
  const unscoped = guide.keys.filter((k) => !k.scope)
  // A small guide may have nothing but the key of its genus.
  const groups = unscoped.length > 0 ? unscoped : guide.keys
  const chosen = guide.keys.find((k) => k.id === key)
  const begin = (n: number) => () => {
    const k = groups[n]
    if (k) onBegin(k.id, k.start)
  }
  useShortcuts(Object.fromEntries(Array.from({ length: mostShortcuts }, (_, n) => [String(n + 1), begin(n)])))
  return (
    <section aria-label="Where to begin">
      <div className={keyCss.beginKeys}>
        {groups.map((k, i) => (
          <button key={k.id} type="button" className={keyCss.beginKey} onClick={() => onBegin(k.id, k.start)}>
            <b>
              {i < mostShortcuts && <kbd>{i + 1}</kbd>} {k.title}
            </b>
            <span>{k.useWhen}</span>
            <small>
              {k.couplets.length} steps, {k.names} names
            </small>
          </button>
        ))}
      </div>
      <div className={keyCss.beginElse}>
        <div>
          <h3>I know its family or genus</h3>
          <TaxonPicker
            taxa={guide.taxa.filter((t) => t.name.rank === 'family' || t.name.rank === 'genus')}
            label="Family or genus"
            value={known}
            onPick={setKnown}
          />
          {starts?.map((s) => (
            <Button key={`${s.at.key} ${s.at.couplet}`} onClick={() => onBegin(s.at.key, s.at.couplet)}>
              {s.keyTitle}, step {s.at.couplet} ({s.members} names)
            </Button>
          ))}
          {starts?.length === 0 && <p className={kitCss.soft}>No key divides it.</p>}
        </div>
        <div>
          <h3>I suspect a name</h3>
          <TaxonPicker
            taxa={guide.taxa.filter((t) => t.name.rank !== 'family')}
            label="The name"
            onPick={(t) => t && onSuspect(t)}
          />
          <p className={kitCss.soft}>Lists what would disprove it, and checks it.</p>
        </div>
        <div>
          <h3>At a step</h3>
          <div className={kitCss.row}>
            <TextField
              select
              label="Key"
              value={key}
              onChange={(e) => setKey(e.target.value)}
              sx={{ flex: 1, minWidth: 120 }}
            >
              {guide.keys.map((k) => (
                <MenuItem key={k.id} value={k.id}>
                  {k.title}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              label="No."
              value={couplet}
              onChange={(e) => setCouplet(e.target.value)}
              sx={{ width: 66 }}
              slotProps={{ htmlInput: { inputMode: 'numeric' } }}
            />
            <Button
              disabled={!chosen?.couplets.includes(Number(couplet))}
              onClick={() => onBegin(key, Number(couplet))}
            >
              Begin
            </Button>
          </div>
          {chosen && couplet && !chosen.couplets.includes(Number(couplet)) && (
            <p className={kitCss.soft}>
              This key has the steps {chosen.couplets[0]} to {chosen.couplets.at(-1)}.
            </p>
          )}
        </div>
      </div>
    </section>
  )
}
