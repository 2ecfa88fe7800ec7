import { Button, Tab, Tabs, TextField } from '@mui/material'
import { type ComponentProps, useCallback, useState } from 'react'
import { Link } from 'react-router'
import { type FeatureChange, recordedOn, useSamples, useTiles } from '../../api/queries'
import type { BenchAnswer, CharacterView, GuideView, Organ, PlantSheet, SampleView } from '../../api/types'
import { capital, day } from '../../kit/format'
import { organs } from '../../kit/organs'
import { CharacterRow } from './CharacterRow'
import { ConflictDialog } from './ConflictDialog'
import { featureInput } from './featureInput'
import { inManner, type Manner } from './manner'
import { MannerFields, mannerWords } from './MannerFields'
import { MostTelling } from './MostTelling'
import { Tally } from './Tally'
import { useFeatureEntry } from './useFeatureEntry'
import { useSwipe } from './useSwipe'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  /** The names as they stand; undefined while they are weighed first. */
  bench: BenchAnswer | undefined
  /** The organ shown; null for the most telling features of all. */
  organ: Organ | null
  onOrgan: (organ: Organ | null) => void
}

const none: SampleView[] = []
const shownOrgans = (Object.keys(organs) as Organ[]).filter((o) => o !== 'place')
const places: readonly (Organ | null)[] = [null, ...shownOrgans]

/** True where a feature, one of its states or how to look speaks of what is looked for. */
const speaksOf = (c: CharacterView, wanted: string) =>
  `${c.label} ${c.howTo} ${c.states.map((s) => s.label).join(' ')}`.toLowerCase().includes(wanted)

/** A row with the drawings of its organ. */
function TiledRow(props: Omit<ComponentProps<typeof CharacterRow>, 'drawn'>) {
  const drawn = useTiles(props.character.organ).data?.get(props.character.id)
  return <CharacterRow {...props} drawn={drawn} />
}

/** Recording features: the most telling ones side by side, or organ by organ, or those that are looked for. */
export function FeaturePanel({ sheet, guide, bench, organ, onOrgan }: Props) {
  const samples = useSamples(sheet.plant.id, sheet.request).data
  const [visit, setVisit] = useState(sheet.visits.at(-1)?.id ?? '')
  const [manner, setManner] = useState<Manner>({
    certainty: 'sure',
    source: 'attached',
    exposure: '',
    position: '',
    age: '',
    altered: '',
    tool: '',
  })
  // The core counts the visits of a plant from 1.
  const number = sheet.visits.findIndex((v) => v.id === visit) + 1
  const [tallying, setTallying] = useState(false)
  const [setting, setSetting] = useState(false)
  const [wanted, setWanted] = useState('')
  const low = wanted.trim().toLowerCase()
  // What is looked for is found on every organ; else one organ is shown at a time.
  const found = guide.characters.filter((c) =>
    c.organ === 'place' ? false : low ? speaksOf(c, low) : c.organ === organ,
  )
  const counted = guide.characters.filter((c) => c.organ === organ && c.kind === 'count')
  // What is most telling changes with each answer; what is shown changes when it is asked for.
  const [asked, setAsked] = useState<string[] | null>(bench?.telling ?? null)
  if (asked === null && bench) setAsked(bench.telling)
  const telling = (asked ?? []).flatMap((id) => guide.characters.find((c) => c.id === id) ?? [])
  const swipe = useSwipe((by) => {
    const next = places[places.indexOf(organ) + by]
    if (!low && next !== undefined) onOrgan(next)
  })
  const entry = useFeatureEntry(sheet.plant.id)
  const { send } = entry
  const record = useCallback(
    (change: Omit<FeatureChange, 'visit'>) => send({ ...change, visit }),
    [send, visit],
  )
  const row = (c: CharacterView) => (
    <TiledRow
      key={`${c.id} ${visit}`}
      character={c}
      slot={`${sheet.plant.id}/${visit}/${c.id}`}
      recorded={recordedOn(sheet, visit, c.id)}
      elsewhere={sheet.observations.filter((o) => o.seen.character === c.id && o.visit !== visit)}
      samples={samples?.samples.filter((s) => s.character === c.id && s.visit === number) ?? none}
      ratio={samples?.ratios.find((r) => r.character === c.id && r.visit === number)}
      note={(bench?.notes ?? [])
        .filter((n) => n.character === c.id)
        .map((n) => n.text)
        .join(' ')}
      manner={manner}
      busy={entry.busy(visit, c.id)}
      error={entry.errorOf(visit, c.id)}
      onRecord={record}
    />
  )
  return (
    <section className={featuresCss.features} aria-label="Features" {...swipe}>
      <div className={featuresCss.featuresFind}>
        <TextField
          label="Find a feature"
          type="search"
          size="small"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
        <Button
          color="inherit"
          variant="outlined"
          aria-expanded={setting}
          title="How sure, on which part, where and with what: holds for what is recorded from now on"
          onClick={() => setSetting(!setting)}
        >
          {mannerWords(manner, day(sheet.visits[number - 1]?.date ?? '', false))} ▾
        </Button>
      </div>
      {setting && (
        <MannerFields
          manner={manner}
          visit={visit}
          visits={sheet.visits}
          onManner={(change) => setManner({ ...manner, ...change })}
          onVisit={setVisit}
        />
      )}
      <Tabs
        className={featuresCss.featuresOrgans}
        aria-label="Organ"
        value={organ ?? 'telling'}
        variant="scrollable"
        scrollButtons="auto"
        allowScrollButtonsMobile
        onChange={(_, next: Organ | 'telling') => onOrgan(next === 'telling' ? null : next)}
      >
        <Tab value="telling" label="Most telling" />
        {shownOrgans.map((o) => (
          <Tab key={o} value={o} label={capital(organs[o])} />
        ))}
      </Tabs>
      {bench?.harmAllowed === 'look' && (
        <div className={kitCss.caution} role="note">
          Look only: names that irritate the skin are still too likely to touch anything.
        </div>
      )}
      {bench?.harmAllowed === 'touch' && (
        <div className={kitCss.caution} role="note">
          Look and touch, gloves on: names that kill or are protected are still too likely to crush, pick or
          cut anything.
        </div>
      )}
      {counted.length > 0 && (
        <Button variant="outlined" size="small" onClick={() => setTallying(true)}>
          Tally counts
        </Button>
      )}{' '}
      {tallying && (
        <Tally
          characters={counted}
          recorded={sheet.observations.filter((o) => o.visit === visit)}
          onCounted={(character, count) =>
            record({
              character,
              expected: null,
              joins: true,
              input: featureInput({ finding: 'sample', entry: String(count), ...inManner(manner) }),
            })
          }
          onClose={() => setTallying(false)}
        />
      )}
      {organ === 'leaf' && <Link to={`/measure?plant=${sheet.plant.id}`}>Measure a leaf from a picture</Link>}
      {organ === 'habit' && (
        <Link to={`/measure?what=tree&plant=${sheet.plant.id}`}>Work out a height, girth or crown</Link>
      )}
      {low && found.length === 0 && (
        <p className={kitCss.soft} role="status">
          No feature speaks of “{wanted.trim()}”. Try another word, or look it up in the glossary.
        </p>
      )}
      {organ === null && !low
        ? bench && (
            <MostTelling
              bench={bench}
              shown={telling}
              row={row}
              onNext={() => setAsked(bench.telling)}
              onAll={() => onOrgan('leaf')}
            />
          )
        : found.map(row)}
      {entry.conflict && (
        <ConflictDialog
          character={guide.characters.find((c) => c.id === entry.conflict?.change.character)}
          message={entry.conflict.message}
          theirs={entry.conflict.theirs}
          mine={entry.conflict.change}
          replaces={entry.conflict.replaces}
          onKeepTheirs={entry.conflict.keepTheirs}
          onKeepMine={entry.conflict.keepMine}
        />
      )}
    </section>
  )
}
