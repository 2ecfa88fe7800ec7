import { Button, MenuItem, Tab, Tabs, TextField } from '@mui/material'
import { useCallback, useState } from 'react'
import { Link } from 'react-router'
import { Problem } from '../../api/client'
import { type FeatureChange, recordedOn, useRecordFeature, useSamples, useTiles } from '../../api/queries'
import type {
  Alteration,
  Certainty,
  EvidenceSource,
  Exposure,
  GuideView,
  HarmLevel,
  Organ,
  PartAge,
  PartPosition,
  PlantSheet,
  SampleView,
  SheetNote,
  Tool,
} from '../../api/types'
import { capital, day, words } from '../../kit/format'
import { CharacterRow } from './CharacterRow'
import { ConflictDialog } from './ConflictDialog'
import { featureInput } from './featureInput'
import { ageWords, inManner, type Manner } from './manner'
import { toolWords } from '../../kit/toolWords'
import { organs } from '../../kit/organs'
import { Tally } from './Tally'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  notes: SheetNote[]
  /** True when a harmful or protected name is too likely to touch the plant. */
  harmAllowed: HarmLevel | null
  organ: Organ
  onOrgan: (organ: Organ) => void
}

const certainties: [Certainty, string][] = [
  ['checked', 'looked twice'],
  ['sure', 'sure'],
  ['fairly', 'fairly'],
  ['unsure', 'unsure'],
]
const sources: Record<EvidenceSource, string> = {
  attached: 'on the plant',
  fallen: 'fallen below it',
  oldRemains: 'old remains',
  pressed: 'pressed',
  picture: 'a picture',
}
const exposures: Exposure[] = ['sun', 'shade']
const positions: PartPosition[] = ['basal', 'middle', 'upper', 'lowBranch', 'resprout', 'sapling']
const alterations: Alteration[] = ['mown', 'browsed', 'pruned', 'galled']

const none: SampleView[] = []

interface Failure {
  change: FeatureChange
  error: Error
  /** Set where somebody else was quicker: told whether the change is done with, once it is decided. */
  decide?: (done: boolean) => void
}

const replaces = ({ error }: Failure) => error instanceof Problem && error.field === 'replaces'
const theirsOf = ({ error }: Failure) => (error instanceof Problem ? error.theirs : null)

/** Names a feature among all that are being recorded. */
const keyOf = (visit: string, character: string) => `${visit} ${character}`

/** How things are seen just now, in one line. */
const mannerWords = (manner: Manner, date: string) =>
  [
    certainties.find(([c]) => c === manner.certainty)?.[1],
    sources[manner.source],
    date,
    manner.exposure,
    manner.position && words(manner.position),
    manner.age && ageWords[manner.age],
    manner.tool && toolWords[manner.tool],
    manner.altered,
  ]
    .filter(Boolean)
    .join(' · ')

/** True where a feature, one of its states or how to look speaks of what is looked for. */
const speaksOf = (c: GuideView['characters'][number], wanted: string) =>
  `${c.label} ${c.howTo} ${c.states.map((s) => s.label).join(' ')}`.toLowerCase().includes(wanted)

function Choice<T extends string>(props: {
  label: string
  value: T | ''
  options: readonly (readonly [T, string])[]
  none?: string
  onChange: (value: T | '') => void
}) {
  return (
    <TextField
      select
      label={props.label}
      value={props.value}
      onChange={(e) => props.onChange(e.target.value as T | '')}
      sx={{ minWidth: 112 }}
    >
      {props.none !== undefined && <MenuItem value="">{props.none}</MenuItem>}
      {props.options.map(([id, text]) => (
        <MenuItem key={id} value={id}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Recording features organ by organ. */
export function FeaturePanel({ sheet, guide, notes, harmAllowed, organ, onOrgan }: Props) {
  const tiles = useTiles(organ).data
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
  const shown = guide.characters.filter((c) =>
    c.organ === 'place' ? false : low ? speaksOf(c, low) : c.organ === organ,
  )
  const counted = guide.characters.filter((c) => c.organ === organ && c.kind === 'count')
  const recording = useRecordFeature(sheet.plant.id)
  // Several features can be on their way at once, each with its own end.
  const [underWay, setUnderWay] = useState<readonly string[]>([])
  const [failures, setFailures] = useState<Readonly<Record<string, Failure | null>>>({})
  const conflict = Object.values(failures).find((f) => f?.decide)
  const failureOf = (character: string) => {
    const failure = failures[keyOf(visit, character)]
    return failure && !failure.decide ? failure.error : null
  }
  const set = (part: Partial<Manner>) => setManner({ ...manner, ...part })
  const { mutateAsync } = recording
  const settle = useCallback((key: string, failure: Failure | null) => {
    setFailures((all) => ({ ...all, [key]: failure }))
  }, [])
  const send = useCallback(
    (change: FeatureChange) => {
      const key = keyOf(change.visit, change.character)
      setUnderWay((all) => [...all, key])
      settle(key, null)
      return mutateAsync(change)
        .then(
          () => true,
          (error: Error) => {
            if (!(error instanceof Problem && error.status === 409)) {
              settle(key, { change, error })
              return false
            }
            return new Promise<boolean>((decide) => settle(key, { change, error, decide }))
          },
        )
        .finally(() => setUnderWay((all) => all.toSpliced(all.indexOf(key), 1)))
    },
    [mutateAsync, settle],
  )
  const record = useCallback(
    (change: Omit<FeatureChange, 'visit'>) => send({ ...change, visit }),
    [send, visit],
  )
  return (
    <section className="features" aria-label="Features">
      <div className="features-find">
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
        <div className="features-manner">
          <Choice
            label="Seen on"
            value={String(visit)}
            options={sheet.visits.map((v) => [String(v.id), day(v.date)] as const)}
            onChange={(v) => setVisit(v)}
          />
          <div className="segments" role="radiogroup" aria-label="How sure">
            {certainties.map(([c, label]) => (
              <label key={c}>
                <input
                  type="radio"
                  name="certainty"
                  checked={manner.certainty === c}
                  onChange={() => set({ certainty: c })}
                />
                {label}
              </label>
            ))}
          </div>
          <Choice
            label="Part"
            value={manner.source}
            options={Object.entries(sources) as [EvidenceSource, string][]}
            onChange={(source) => source && set({ source })}
          />
          <Choice
            label="Grew in"
            value={manner.exposure}
            none="not noted"
            options={exposures.map((e) => [e, e] as const)}
            onChange={(exposure) => set({ exposure })}
          />
          <Choice
            label="Where on it"
            value={manner.position}
            none="not noted"
            options={positions.map((p) => [p, words(p)] as const)}
            onChange={(position) => set({ position })}
          />
          <Choice
            label="How old"
            value={manner.age}
            none="not noted"
            options={Object.entries(ageWords) as [PartAge, string][]}
            onChange={(age) => set({ age })}
          />
          <Choice
            label="Seen with"
            value={manner.tool}
            none="as asked"
            options={Object.entries(toolWords) as [Tool, string][]}
            onChange={(tool) => set({ tool })}
          />
          <Choice
            label="Altered"
            value={manner.altered}
            none="no"
            options={alterations.map((a) => [a, a] as const)}
            onChange={(altered) => set({ altered })}
          />
        </div>
      )}
      <Tabs
        className="features-organs"
        aria-label="Organ"
        value={organ}
        variant="scrollable"
        scrollButtons="auto"
        allowScrollButtonsMobile
        onChange={(_, next: Organ) => onOrgan(next)}
      >
        {(Object.keys(organs) as Organ[])
          .filter((o) => o !== 'place')
          .map((o) => (
            <Tab key={o} value={o} label={capital(organs[o])} />
          ))}
      </Tabs>
      {harmAllowed === 'look' && (
        <div className="caution" role="note">
          Look only: names that irritate the skin are still too likely to touch anything.
        </div>
      )}
      {harmAllowed === 'touch' && (
        <div className="caution" role="note">
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
      {organ === 'place' && (
        <p className="soft">The place is taken from the site: {sheet.plant.site.name}.</p>
      )}
      {shown.length === 0 && (
        <p className="soft" role="status">
          No feature speaks of “{wanted.trim()}”. Try another word, or look it up in the glossary.
        </p>
      )}
      {shown.map((c) => (
        <CharacterRow
          key={`${c.id} ${visit}`}
          character={c}
          drawn={tiles?.get(c.id)}
          slot={`${sheet.plant.id}/${visit}/${c.id}`}
          recorded={recordedOn(sheet, visit, c.id)}
          elsewhere={sheet.observations.filter((o) => o.seen.character === c.id && o.visit !== visit)}
          samples={samples?.samples.filter((s) => s.character === c.id && s.visit === number) ?? none}
          ratio={samples?.ratios.find((r) => r.character === c.id && r.visit === number)}
          note={notes
            .filter((n) => n.character === c.id)
            .map((n) => n.text)
            .join(' ')}
          manner={manner}
          busy={underWay.includes(keyOf(visit, c.id))}
          error={failureOf(c.id)}
          onRecord={record}
        />
      ))}
      {conflict && (
        <ConflictDialog
          character={guide.characters.find((c) => c.id === conflict.change.character)}
          message={conflict.error.message}
          theirs={theirsOf(conflict)}
          mine={conflict.change}
          replaces={replaces(conflict)}
          onKeepTheirs={() => {
            settle(keyOf(conflict.change.visit, conflict.change.character), null)
            // What was typed goes back into its field where only one's own value stands in its way.
            conflict.decide?.(!replaces(conflict))
          }}
          onKeepMine={() => {
            const { change, decide } = conflict
            if (replaces(conflict)) {
              void send({ ...change, input: change.input && { ...change.input, replaces: true } }).then(
                decide,
              )
              return
            }
            const expected = theirsOf(conflict)?.revision ?? null
            void send({
              ...change,
              joins: false,
              expected,
              input: change.input && { ...change.input, expected },
            }).then(decide)
          }}
        />
      )}
    </section>
  )
}
