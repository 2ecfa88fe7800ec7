import { Button } from '@mui/material'
import { useCallback, useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import {
  useBench,
  useChoices,
  useGuide,
  usePlant,
  usePlants,
  useRecordFeature,
  useSession,
  useUndo,
} from '../api/queries'
import { ApartDialog } from '../apart/ApartDialog'
import type { Certainty, Organ, PlantTag } from '../api/types'
import { ProblemNote } from '../shared/ProblemNote'
import { useShortcuts } from '../shared/useShortcuts'
import { AccountDialog, type NameView } from './AccountDialog'
import './bench.css'
import { CompareDialog } from './CompareDialog'
import { CorrectPlantDialog } from './CorrectPlantDialog'
import { DeterminationDialog } from './DeterminationDialog'
import { FeaturePanel } from './FeaturePanel'
import { featureInput } from './featureInput'
import { KeyPanel } from './KeyPanel'
import { outcomeKeys, sureness } from './toolWords'
import { PlantTags } from './PlantTags'
import { SeasonStrip } from './SeasonStrip'
import { SheetFigure } from './SheetFigure'
import { LikelyNames } from './LikelyNames'
import { TakePlantDialog } from './TakePlantDialog'
import { VisitsPanel } from './VisitsPanel'

const tabs = [
  { id: 'key', label: 'Key', shortcut: 'K' },
  { id: 'features', label: 'Features', shortcut: 'F' },
  { id: 'visits', label: 'Visits', shortcut: 'V' },
] as const
type Tab = (typeof tabs)[number]['id']
type Column = 'plants' | 'sheet' | 'names'

const nobody: PlantTag[] = []
const isTag = (text = '') => /^[a-z]{1,4}-\d+$/i.test(text)

/** The bench: plants on the desk, the sheet of one in the middle, where its name stands at the right. */
export function BenchPage() {
  const params = useParams()
  const navigate = useNavigate()
  const plants = usePlants()
  // Who types an address types a tag, as it stands on the plant.
  const tagged = plants.data?.find((p) => p.tag === params.plant?.toUpperCase())
  const id = tagged?.id ?? (plants.data || !isTag(params.plant) ? params.plant : null) ?? null
  const guide = useGuide().data
  const person = useSession().data?.person
  const { data: sheet, error } = usePlant(id)
  const undo = useUndo(id ?? '')
  const recording = useRecordFeature(id ?? '')
  // What was left out holds for the plant it was left out on.
  const [choices, setChoices] = useChoices(id)
  const plant = sheet ? { ...sheet.request, choices } : null
  const answered = useBench(id, plant)
  const bench = answered.data
  const [tab, setTab] = useState<Tab>('key')
  const [organ, setOrgan] = useState<Organ>('leaf')
  const [column, setColumn] = useState<Column>('sheet')
  const [taking, setTaking] = useState(false)
  const [comparing, setComparing] = useState(false)
  const [correcting, setCorrecting] = useState(false)
  const [apart, setApart] = useState<string[] | null>(null)
  const [naming, setNaming] = useState<{ taxon: string | null } | null>(null)
  const [account, setAccount] = useState<{ taxon: string; view: NameView } | null>(null)

  const list = plants.data
  useEffect(() => {
    const to = id === null ? list?.[0] : tagged
    if (to) void navigate(`/bench/${to.id}`, { replace: true })
  }, [id, list, tagged, navigate])

  const step = (by: number) => {
    if (!list?.length) return
    const at = list.findIndex((p) => p.id === id)
    const next = list[(at + by + list.length) % list.length]
    if (next) void navigate(`/bench/${next.id}`)
  }
  const openFeatures = useCallback((at: Organ) => {
    setOrgan(at)
    setTab('features')
    setColumn('sheet')
  }, [])
  const take = useCallback(() => setTaking(true), [])
  const choose = useCallback(
    (plant: string) => {
      setColumn('sheet')
      void navigate(`/bench/${plant}`)
    },
    [navigate],
  )
  const record = (character: string, state: string, certainty: Certainty) => {
    const visit = sheet?.visits.at(-1)
    if (!visit || recording.isPending || answered.settling) return
    // A feature looked at again on the same visit takes the place of the first look.
    const before = sheet?.observations.find((o) => o.visit === visit.id && o.seen.character === character)
    const expected = before?.revision ?? null
    recording.mutate({
      visit: visit.id,
      character,
      expected,
      input: featureInput({ finding: 'states', states: [state], certainty, expected }),
    })
  }
  const takeBack = (redo: boolean) => undo.mutate({ redo })
  useShortcuts({
    t: () => setTaking(true),
    j: () => step(1),
    i: () => step(-1),
    k: () => setTab('key'),
    f: () => setTab('features'),
    v: () => setTab('visits'),
    n: () => sheet && setNaming({ taxon: onlyEnd }),
    a: () => {
      const names = bench?.likelyNames.names ?? []
      if (bench && bench.likelyNames.features > 0 && names.length > 1)
        setApart(names.slice(0, 2).map((w) => w.name.id))
    },
    c: () => sheet && setComparing(true),
    l: () => {
      const next = bench?.lookNext[0]
      if (next) openFeatures(next.organ)
    },
    ...Object.fromEntries(
      outcomeKeys.map((key, i) => [
        key.toLowerCase(),
        () => {
          const next = bench?.lookNext[0]
          const seen = next?.outcomes[i]
          if (next && seen) record(next.character, seen.state, sureness(next.purpose))
        },
      ]),
    ),
    'ctrl+z': () => sheet?.undo.undo && takeBack(false),
    'ctrl+y': () => sheet?.undo.redo && takeBack(true),
    'ctrl+Z': () => sheet?.undo.redo && takeBack(true),
  })

  const ends = bench?.walk?.ends ?? []
  const onlyEnd = ends.length === 1 && bench?.walk?.open === 0 ? (ends[0]?.taxon.id ?? null) : null
  // Of a name in words the guide knows no season.
  const latest = sheet?.determinations[0]
  const named = guide?.taxa.find((t) => t.name.id === latest?.taxon)?.name.id ?? null
  return (
    <div className={`bench show-${column}`}>
      <div className="bench-switch no-print" role="group" aria-label="Part of the bench">
        {(['plants', 'sheet', 'names'] as const).map((c) => (
          <button key={c} type="button" aria-pressed={column === c} onClick={() => setColumn(c)}>
            {{ plants: 'Plants', sheet: 'Sheet', names: 'Likely names' }[c]}
          </button>
        ))}
      </div>
      <PlantTags plants={list ?? nobody} current={id} onTake={take} onChoose={choose} />
      <main className="bench-sheet">
        <ProblemNote error={error} />
        {list?.length === 0 && (
          <div className="bench-empty">
            <h1>No plant on the bench yet</h1>
            <p>Take the plant in front of you: where it stands, and what is on it today.</p>
            <Button variant="contained" onClick={() => setTaking(true)}>
              Take a plant
            </Button>
          </div>
        )}
        {sheet && guide && (
          <>
            <div className="sheet-head">
              <h1>{sheet.plant.tag}</h1>
              <span className="sheet-what">{sheet.plant.description}</span>
              <span className="soft">
                {sheet.plant.site.name}
                {sheet.plant.site.elevationM !== null && ` · ${sheet.plant.site.elevationM} m`}
              </span>
              <span className="fill" />
              <span className="sheet-acts">
                <Button color="inherit" onClick={() => setCorrecting(true)}>
                  Correct …
                </Button>
                <Button color="inherit" onClick={() => setComparing(true)}>
                  Same as …&nbsp;<kbd>C</kbd>
                </Button>
                <Button
                  color="inherit"
                  disabled={!sheet.undo.undo || undo.isPending}
                  onClick={() => takeBack(false)}
                  title={sheet.undo.undo ? `Take back: ${sheet.undo.undo}` : 'Nothing to take back'}
                >
                  Undo&nbsp;<kbd>Ctrl Z</kbd>
                </Button>
                {sheet.undo.redo && (
                  <Button
                    color="inherit"
                    onClick={() => takeBack(true)}
                    title={`Do again: ${sheet.undo.redo}`}
                  >
                    Redo&nbsp;<kbd>Ctrl Y</kbd>
                  </Button>
                )}
              </span>
            </div>
            <ProblemNote error={undo.error ?? recording.error ?? answered.error} />
            {!person && (
              <div className="caution" role="status">
                Say who you are at the top right before you record: every feature carries its observer.
              </div>
            )}
            <SheetFigure
              sheet={sheet}
              guide={guide}
              current={tab === 'features' ? organ : null}
              leading={sheet.observations.length > 0 ? (bench?.likelyNames.names[0]?.name ?? null) : null}
              weighing={answered.settling}
              onOrgan={openFeatures}
            />
            <SeasonStrip sheet={sheet} taxon={named ?? onlyEnd} />
            <div className="tabs" role="tablist" aria-label="Work on this plant">
              {tabs.map((t) => (
                <button
                  key={t.id}
                  type="button"
                  role="tab"
                  aria-selected={tab === t.id}
                  onClick={() => setTab(t.id)}
                >
                  {t.label} <kbd>{t.shortcut}</kbd>
                </button>
              ))}
            </div>
            {tab === 'key' && bench && (
              <KeyPanel
                key={sheet.plant.id}
                sheet={sheet}
                walk={bench.walk}
                settled={!answered.settling}
                guide={guide}
                onAccount={(taxon) => setAccount({ taxon, view: 'account' })}
                onSuspect={(taxon) => setAccount({ taxon, view: 'disproof' })}
                onName={(taxon) => setNaming({ taxon })}
              />
            )}
            {tab === 'features' && (
              <FeaturePanel
                key={sheet.plant.id}
                sheet={sheet}
                guide={guide}
                notes={bench?.notes ?? []}
                harmAllowed={bench?.harmAllowed ?? null}
                organ={organ}
                onOrgan={setOrgan}
              />
            )}
            {tab === 'visits' && <VisitsPanel key={sheet.plant.id} sheet={sheet} />}
          </>
        )}
      </main>
      {sheet && guide && bench ? (
        <LikelyNames
          sheet={sheet}
          bench={bench}
          choices={choices}
          guide={guide}
          busy={recording.isPending || answered.settling}
          onChoices={setChoices}
          onRecord={record}
          onAccount={(taxon) => setAccount({ taxon, view: 'account' })}
          onSuspect={(taxon) => setAccount({ taxon, view: 'disproof' })}
          onReasons={(taxon) => setAccount({ taxon, view: 'reasons' })}
          onLook={openFeatures}
          onApart={setApart}
          onName={() => setNaming({ taxon: onlyEnd })}
        />
      ) : (
        <aside className="likely-names" />
      )}
      {taking && (
        <TakePlantDialog
          onClose={() => setTaking(false)}
          onTaken={(plant) => {
            setTaking(false)
            setTab('key')
            setColumn('sheet')
            void navigate(`/bench/${plant}`)
          }}
        />
      )}
      {naming && sheet && guide && (
        <DeterminationDialog
          sheet={sheet}
          guide={guide}
          taxon={naming.taxon}
          onClose={() => setNaming(null)}
        />
      )}
      {correcting && sheet && (
        <CorrectPlantDialog
          sheet={sheet}
          onClose={() => setCorrecting(false)}
          onDeleted={() => {
            setCorrecting(false)
            void navigate('/records')
          }}
        />
      )}
      {comparing && sheet && (
        <CompareDialog sheet={sheet} plants={list ?? []} onClose={() => setComparing(false)} />
      )}
      {apart && plant && guide && (
        <ApartDialog
          guide={guide}
          plant={plant}
          taxa={apart}
          onClose={() => setApart(null)}
          onRecord={(at) => {
            setApart(null)
            openFeatures(at)
          }}
        />
      )}
      {account && sheet && plant && guide && (
        <AccountDialog
          sheet={sheet}
          plant={plant}
          choices={choices}
          onChoices={setChoices}
          guide={guide}
          taxon={account.taxon}
          view={account.view}
          onChange={setAccount}
          onName={(taxon) => {
            setAccount(null)
            setNaming({ taxon })
          }}
          onRecord={(at) => {
            setAccount(null)
            setColumn('sheet')
            openFeatures(at)
          }}
        />
      )}
    </div>
  )
}
